package molvet.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * Finds over 20,000 paints through HTTP, against the same statements run bare.
 *
 * <p>Arguments: address of a running Molvet, of a second one on the same database that writes its statements with their values,
 * and the JDBC address of that database with the right to read the general log. The statements are taken from the database's own
 * log of one find of the second, so the peer does exactly the reading and no more; both prepare them in the database.
 */
public final class FindBench {
    private static final int PAINTS = Size.of(20_000, 1_000);
    private static final int WARM = Size.of(60, 1);
    private static final int ROUNDS = Size.of(60, 3);
    private static final List<String> FINDS = List.of(
            "",
            "tern",
            "tern grey no7",
            "PB29",
            "maker:\"Kelpwick\" single",
            "X3·1234",
            "M-12345",
            "owned 15 ml",
            "lost",
            "\"Kelp Blue\"",
            "tren gray",
            "only PB29",
            "PB29 or PG7 not single",
            "hue:blue",
            "warmer than M-00031",
            "near M-00031",
            "granulating",
            "granulates strongly on my paper",
            "claims I but doubtful",
            "fugitive",
            "series 4..5",
            "under 0.80 per ml",
            "from the autumn haul",
            "running low",
            "not used since 2024",
            "discontinued",
            "loved",
            "cadmium-free",
            "name like tern",
            "wished for dusk",
            "given anonymously");

    private FindBench() {}

    public static void main(String[] args) throws SQLException {
        Client client = new Client(args[0]);
        Client second = new Client(args[1]);
        client.get("/api/session");
        second.get("/api/session");
        client.post("/api/collectors", """
                {"email":"twenty@molvet.example","name":"Twenty thousand","password":"three wet brushes"}""");
        try (Connection db = DriverManager.getConnection(args[2] + "&useServerPrepStmts=true")) {
            LargeCollection.fill(client, db, "twenty@molvet.example", PAINTS);
            second.post("/api/session", """
                    {"email":"twenty@molvet.example","password":"three wet brushes"}""");
            List<Long> all = new ArrayList<>();
            double slowest = 0;
            String slowestFind = "";
            double oursTogether = 0;
            double bareTogether = 0;
            for (String find : FINDS) {
                List<PreparedStatement> statements = prepared(db, logged(db, () -> second.find(find)));
                long[] ours = new long[ROUNDS];
                long[] bare = new long[ROUNDS];
                for (int i = -WARM; i < ROUNDS; i++) {
                    long start = System.nanoTime();
                    client.find(find);
                    long middle = System.nanoTime();
                    run(statements);
                    long end = System.nanoTime();
                    if (i < 0) continue;
                    ours[i] = middle - start;
                    bare[i] = end - middle;
                    all.add(ours[i]);
                }
                for (PreparedStatement s : statements) s.close();
                Arrays.sort(ours);
                Arrays.sort(bare);
                if (ours[ROUNDS * 95 / 100] > slowest) {
                    slowest = ours[ROUNDS * 95 / 100];
                    slowestFind = find;
                }
                oursTogether += ours[ROUNDS / 2] / 1e6;
                bareTogether += bare[ROUNDS / 2] / 1e6;
                System.out.printf(
                        Locale.ROOT,
                        "| find `%s` over 20,000 paints, ms (median, 95th) | %.1f, %.1f | its %d statements bare: %.1f | %.1f× | |%n",
                        find.isEmpty() ? "(everything)" : find,
                        ours[ROUNDS / 2] / 1e6,
                        ours[ROUNDS * 95 / 100] / 1e6,
                        statements.size(),
                        bare[ROUNDS / 2] / 1e6,
                        (double) ours[ROUNDS / 2] / bare[ROUNDS / 2]);
            }
            try (Statement s = db.createStatement()) {
                looks(client, s);
                afterAChange(client, s, "/api/waiting", 300);
                afterAChange(client, s, "/api/disputes?limit=50", 500);
                afterAChange(client, s, "/api/plane?find=hue:blue", 2000);
                afterAChange(client, s, "/api/reports/card?find=single", 2000);
            }
            System.out.printf(
                    Locale.ROOT,
                    "| these finds together, through HTTP with session and JSON, ms | %.0f | bare: %.0f | %.2f× | at most 2× |%n",
                    oursTogether,
                    bareTogether,
                    oursTogether / bareTogether);
            System.out.printf(
                    Locale.ROOT,
                    "| slowest kind of find, `%s`, ms (95th percentile) | %.1f | limit: 60 | %.2f× | under 1× |%n",
                    slowestFind,
                    slowest / 1e6,
                    slowest / 60e6);
            long[] sorted = all.stream().mapToLong(Long::longValue).sorted().toArray();
            System.out.printf(
                    Locale.ROOT,
                    "| any of these finds, ms (95th percentile of %d) | %.1f | limit: 60 | %.2f× | under 1× |%n",
                    sorted.length,
                    sorted[sorted.length * 95 / 100] / 1e6,
                    sorted[sorted.length * 95 / 100] / 60e6);
        }
    }

    /** Opens paints all over the collection, each once. */
    private static void looks(Client client, Statement s) throws SQLException {
        List<Long> ids = new ArrayList<>();
        try (ResultSet rows = s.executeQuery("select id from paint where collector_id ="
                + " (select id from collector where email = 'twenty@molvet.example') and mod(accession, "
                + PAINTS / Size.of(100, 10) + ") = 0")) {
            while (rows.next()) ids.add(rows.getLong(1));
        }
        long[] times = new long[ids.size()];
        for (int i = 0; i < times.length; i++) {
            long start = System.nanoTime();
            client.get("/api/paints/" + ids.get(i));
            times[i] = System.nanoTime() - start;
        }
        Arrays.sort(times);
        double late = times[times.length * 95 / 100] / 1e6;
        System.out.printf(
                Locale.ROOT,
                "| a paint of 20,000 opened, ms (median, 95th percentile) | %.0f, %.0f | limit: 150 | %.2f× | under 1× |%n",
                times[times.length / 2] / 1e6,
                late,
                late / 150);
    }

    /** Times a call right after a paint came to have another recipe. @param limit ms */
    private static void afterAChange(Client client, Statement s, String path, int limit) throws SQLException {
        long[] times = new long[Size.of(8, 1)];
        for (int i = -2; i < times.length; i++) {
            String paint;
            try (ResultSet row = s.executeQuery(
                    "select concat(id, ',', version, ',', name) from paint where collector_id ="
                            + " (select id from collector where email = 'twenty@molvet.example') order by id limit 1")) {
                row.next();
                paint = row.getString(1);
            }
            String[] p = paint.split(",");
            client.put("/api/paints/" + p[0], """
                    {"name":"%s","pigments":"%s","version":%s}""".formatted(p[2], i % 2 == 0 ? "PB29" : "PB29 PG7", p[1]));
            long start = System.nanoTime();
            client.get(path);
            if (i >= 0) times[i] = System.nanoTime() - start;
        }
        Arrays.sort(times);
        double median = times[times.length / 2] / 1e6;
        System.out.printf(
                Locale.ROOT,
                "| `%s` over 20,000 paints after a paint was changed, ms (median of 8) | %.0f | limit: %d | %.2f× | under 1× |%n",
                path,
                median,
                limit,
                median / limit);
    }

    private static List<String> logged(Connection db, Runnable work) throws SQLException {
        try (Statement s = db.createStatement()) {
            work.run();
            s.execute("set global log_output = 'TABLE'");
            s.execute("truncate mysql.general_log");
            s.execute("set global general_log = 1");
            work.run();
            s.execute("set global general_log = 0");
            List<String> statements = new ArrayList<>();
            try (ResultSet rows = s.executeQuery("select argument from mysql.general_log where command_type in"
                    + " ('Execute', 'Query') order by event_time")) {
                while (rows.next()) statements.add(rows.getString(1));
            }
            // Session keeping is not part of the find; what is logged without its values cannot be run again.
            statements.removeIf(sql -> !sql.toLowerCase(Locale.ROOT).startsWith("select")
                    || sql.contains("?")
                    || sql.contains("SPRING_SESSION")
                    || sql.contains("@@"));
            return statements;
        }
    }

    private static List<PreparedStatement> prepared(Connection db, List<String> statements) throws SQLException {
        List<PreparedStatement> all = new ArrayList<>();
        for (String sql : statements) all.add(db.prepareStatement(sql));
        return all;
    }

    private static void run(List<PreparedStatement> statements) throws SQLException {
        for (PreparedStatement s : statements) {
            try (ResultSet rows = s.executeQuery()) {
                int columns = rows.getMetaData().getColumnCount();
                while (rows.next()) for (int c = 1; c <= columns; c++) rows.getObject(c);
            }
        }
    }
}
