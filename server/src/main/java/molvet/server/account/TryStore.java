package molvet.server.account;

import java.time.Instant;
import java.time.LocalDateTime;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Wrong passwords by account and by where they came from. */
@Repository
class TryStore {
    private final JdbcClient db;

    TryStore(JdbcClient db) {
        this.db = db;
    }

    record Failures(int failures, LocalDateTime lastAt) {
        Instant last() {
            return Utc.instant(lastAt);
        }
    }

    record Untold(int count, @Nullable LocalDateTime lastAt) {}

    /** Held until the transaction ends; made before it is read, so that a hundred at once stand in line. */
    Failures hold(String account, String from, Instant now) {
        db.sql("""
                insert into sign_in_failure (account, came_from, failures, untold, last_at) values (?, ?, 0, 0, ?)
                on duplicate key update account = account
                """).params(account, from, Utc.of(now)).update();
        return db.sql("select failures, last_at from sign_in_failure where account = ? and came_from = ? for update")
                .params(account, from)
                .query(Failures.class)
                .single();
    }

    void count(String account, String from, int failures, Instant now) {
        db.sql("update sign_in_failure set failures = ?, last_at = ? where account = ? and came_from = ?")
                .params(failures, Utc.of(now), account, from)
                .update();
    }

    void uncount(String account, String from) {
        db.sql("update sign_in_failure set failures = greatest(failures - 1, 0) where account = ? and came_from = ?")
                .params(account, from)
                .update();
    }

    void addUntold(String account, String from) {
        db.sql("update sign_in_failure set untold = least(untold + 1, 1000) where account = ? and came_from = ?")
                .params(account, from)
                .update();
    }

    void forget(String account, String from) {
        db.sql("delete from sign_in_failure where account = ? and came_from = ?")
                .params(account, from)
                .update();
    }

    Untold untold(String account) {
        return db.sql("""
                select coalesce(sum(untold), 0) count, max(last_at) last_at from sign_in_failure
                where account = ? and untold > 0
                """).param(account).query(Untold.class).single();
    }

    void told(String account) {
        db.sql("update sign_in_failure set untold = 0 where account = ?")
                .param(account)
                .update();
    }

    /** @param told the age at which what was told goes, @param untold the age at which the rest does */
    void forgetBefore(Instant told, Instant untold) {
        db.sql("delete from sign_in_failure where last_at < ? and (untold = 0 or last_at < ?) limit 1000")
                .params(Utc.of(told), Utc.of(untold))
                .update();
    }
}
