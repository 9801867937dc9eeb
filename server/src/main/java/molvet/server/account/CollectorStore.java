package molvet.server.account;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import molvet.server.platform.Schema;
import molvet.server.platform.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Collectors. */
@Repository
class CollectorStore {
    private final JdbcClient db;
    private final Schema schema;

    CollectorStore(JdbcClient db, Schema schema) {
        this.schema = schema;
        this.db = db;
    }

    record Row(long id, String email, String name, String passwordHash) {}

    Optional<Row> byEmail(String email) {
        return db.sql("select id, email, name, password_hash from collector where email = ?")
                .param(email)
                .query(Row.class)
                .optional();
    }

    Optional<Row> byId(long id) {
        return db.sql("select id, email, name, password_hash from collector where id = ?")
                .param(id)
                .query(Row.class)
                .optional();
    }

    boolean isEmpty() {
        return db.sql("select count(*) from collector").query(Long.class).single() == 0;
    }

    long add(String email, String name, String hash, Instant at) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("insert into collector (email, name, password_hash, created_at) values (?, ?, ?, ?)")
                .params(email, name, hash, Utc.of(at))
                .update(key, "id");
        return key.getKey().longValue();
    }

    void changePassword(long id, String hash) {
        db.sql("update collector set password_hash = ? where id = ?")
                .params(hash, id)
                .update();
    }

    /** Every row of a collector, those first without which others cannot be. */
    void delete(long id) {
        List<String> tables = new ArrayList<>(schema.parentsFirst(schema.owned()));
        Collections.reverse(tables);
        for (String table : tables) {
            db.sql("delete from " + table + " where collector_id = ?").param(id).update();
        }
        db.sql("delete from collector where id = ?").param(id).update();
    }
}
