package molvet.server.platform;

import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Seals all that is sealed anew, under the first of the keys, so that the others can go; and ends. Started by the script with a new
 * key before the old.
 */
@Component
public class SealedAnew {
    private static final Logger LOG = LoggerFactory.getLogger(SealedAnew.class);

    /** Sealed words as they stand in a text, and bytes as acts keep them; the latter may be no sealed ones. */
    private static final Pattern PIECES =
            Pattern.compile("(" + Sealed.MARK + "|u0001bytes:)([A-Za-z0-9+/]{38,}={0,2})");

    private final Rooms rooms;
    private final JdbcClient db;
    private final Sealed sealed;

    SealedAnew(Rooms rooms, JdbcClient db, Sealed sealed) {
        this.rooms = rooms;
        this.db = db;
        this.sealed = sealed;
    }

    @Component
    static class AtStart implements ApplicationRunner {
        private final SealedAnew work;
        private final ApplicationContext application;
        private final boolean wanted;

        AtStart(SealedAnew work, ApplicationContext application, @Value("${molvet.seal-anew:false}") boolean wanted) {
            this.work = work;
            this.application = application;
            this.wanted = wanted;
        }

        @Override
        public void run(ApplicationArguments arguments) {
            if (!wanted) return;
            LOG.info("{} kept words are sealed under the new key", work.run());
            System.exit(SpringApplication.exit(application));
        }
    }

    /** All of it or nothing. @return how many kept words there were under former keys */
    @Transactional
    public int run() {
        int all = 0;
        for (long collector :
                db.sql("select id from collector").query(Long.class).list()) {
            all += of(new Collector(collector, ""));
        }
        return all;
    }

    int of(Collector me) {
        // Undo compares what an act kept with what stands there: the same words stay the same everywhere.
        Map<String, String> anew = new HashMap<>();
        for (Room room : rooms.all()) {
            for (Table table : room.tables()) {
                for (String column : table.sealed()) {
                    for (Object kept : kept(me, table.name(), column)) {
                        Object now = kept instanceof byte[] bytes
                                ? anew(me, bytes, anew).orElse(bytes)
                                : within(me, (String) kept, anew);
                        if (!now.equals(kept)) put(me, table.name(), column, kept, now);
                    }
                }
            }
        }
        return anew.size();
    }

    private List<Object> kept(Collector me, String table, String column) {
        return db.sql("select distinct " + column + " from " + table + " where collector_id = ? and " + column
                        + " is not null and (charset(" + column + ") = 'binary' or " + column + " like '%sealed:%' or "
                        + column + " like '%u0001bytes:%')")
                .param(me.id())
                .query((rs, n) -> rs.getObject(1))
                .list();
    }

    /** Whichever row holds it. */
    private void put(Collector me, String table, String column, Object was, Object now) {
        db.sql("update " + table + " set " + column + " = ? where collector_id = ? and cast(" + column
                        + " as binary) = cast(? as binary)")
                .params(now, me.id(), was)
                .update();
    }

    private String within(Collector me, String text, Map<String, String> anew) {
        return PIECES.matcher(text)
                .replaceAll(found -> Matcher.quoteReplacement(
                        found.group(1) + piece(me, found.group(2), anew).orElse(found.group(2))));
    }

    private Optional<byte[]> anew(Collector me, byte[] kept, Map<String, String> anew) {
        return piece(me, Base64.getEncoder().encodeToString(kept), anew).map(Base64.getDecoder()::decode);
    }

    private Optional<String> piece(Collector me, String kept, Map<String, String> anew) {
        if (!anew.containsKey(kept) && kept.length() % 4 == 0) {
            sealed.anew(me, Base64.getDecoder().decode(kept))
                    .ifPresent(now -> anew.put(kept, Base64.getEncoder().encodeToString(now)));
        }
        return Optional.ofNullable(anew.get(kept));
    }
}
