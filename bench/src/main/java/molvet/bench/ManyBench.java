package molvet.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * One collector's finds beside the collections of many others in the same database: every index begins with the collector, so
 * that others cost nothing but memory. The same finds of the same collection, alone and then among all.
 */
final class ManyBench {
    private static final int PAINTS = 500;
    private static final int OTHERS =
            Integer.parseInt(System.getenv().getOrDefault("COLLECTORS", "" + Size.of(2000, 20)));
    private static final int ROUNDS = Size.of(40, 3);
    private static final int WARM = Size.of(60, 1);
    private static final List<String> FINDS = List.of(
            "",
            "tern",
            "PB29",
            "owned 15 ml",
            "hue:blue granulating",
            "no pigments",
            "loved",
            "used this year",
            "came since 2025",
            "near M-0031",
            "tern grey or PG7");

    private ManyBench() {}

    /** @param args the address of a running Molvet, and of its database */
    public static void main(String[] args) throws SQLException {
        Client client = new Client(args[0]);
        client.get("/api/session");
        client.post("/api/collectors", """
                {"email":"one@molvet.example","name":"One of many","password":"three wet brushes"}""");
        try (Connection db = DriverManager.getConnection(args[1])) {
            LargeCollection.fill(client, db, "one@molvet.example", PAINTS);
            long[] alone = times(client);
            long from = System.nanoTime();
            others(db);
            System.err.printf(Locale.ROOT, "%d others made in %.0f s%n", OTHERS, (System.nanoTime() - from) / 1e9);
            long[] among = times(client);
            print("median", alone, among, 50, "");
            print("95th percentile", alone, among, 95, "at most 1.5×");
        }
    }

    private static void others(Connection db) throws SQLException {
        try (Statement s = db.createStatement()) {
            long me = LargeCollection.id(db, "one@molvet.example");
            s.execute("insert into collector (email, name, password_hash, created_at)"
                    + " select concat('other', seq, '@molvet.example'), 'Other', '-', utc_timestamp() from seq_1_to_"
                    + OTHERS);
            List<Long> all = new ArrayList<>();
            try (ResultSet r = s.executeQuery("select id from collector where email like 'other%'")) {
                while (r.next()) all.add(r.getLong(1));
            }
            // Only while they are made: what a lost machine would lose here is made anew.
            s.execute("set global innodb_flush_log_at_trx_commit = 0");
            LargeCollection.copy(db, me, all);
            s.execute("set global innodb_flush_log_at_trx_commit = 1");
        }
    }

    /** Of each find in each round, in nanoseconds, from least to most. */
    private static long[] times(Client client) {
        List<Long> all = new ArrayList<>();
        for (int i = -WARM; i < ROUNDS; i++) {
            for (String find : FINDS) {
                long from = System.nanoTime();
                client.find(find);
                if (i >= 0) all.add(System.nanoTime() - from);
            }
        }
        long[] sorted = all.stream().mapToLong(Long::longValue).toArray();
        Arrays.sort(sorted);
        return sorted;
    }

    private static void print(String what, long[] alone, long[] among, int percent, String goal) {
        double one = alone[(alone.length - 1) * percent / 100] / 1e6;
        double many = among[(among.length - 1) * percent / 100] / 1e6;
        System.out.printf(
                Locale.ROOT,
                "| finds in %d paints beside %,d collectors of as many, ms (%s) | %.1f | alone in the database: %.1f | %.2f× | %s |%n",
                PAINTS,
                OTHERS,
                what,
                many,
                one,
                many / one,
                goal);
    }
}
