package molvet.bench;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Many collectors at once, each with a collection of their own, who work as people do: they find, look at a paint, note what
 * they see, make a paint, ask what waits, and think for a moment between. Beside each measurement the bare answer of the same
 * server is asked for (a session’s state, without a collection), so that what is the machine’s is told from what is Molvet’s.
 *
 * <p>Arguments: the address, the JDBC address of its database, paints a collector, how many collectors there are to be, and how
 * many at once in turn. Prints a row of Markdown for each of the last.
 */
final class Load {
    private static final long SECONDS = Size.of(25, 4);
    private static final double THINKS_SECONDS = 1;
    private static final List<String> FINDS = List.of(
            "tern",
            "PB29",
            "single",
            "hue:blue",
            "granulating",
            "loved",
            "owned 15 ml",
            "kelp blue",
            "PB29 or PG7",
            "X1·12");

    private Load() {}

    /** Milliseconds by what was asked. */
    private static final class Times {
        private final Map<String, List<Double>> all = new ConcurrentHashMap<>();
        private final AtomicInteger refused = new AtomicInteger();
        private final List<String> wrong = Collections.synchronizedList(new ArrayList<>());

        void ask(String what, Runnable call) {
            long from = System.nanoTime();
            try {
                call.run();
                all.computeIfAbsent(what, w -> Collections.synchronizedList(new ArrayList<>()))
                        .add((System.nanoTime() - from) / 1e6);
            } catch (IllegalStateException e) {
                String said = String.valueOf(e.getMessage());
                if (said.contains("answered 503") || said.contains("answered 429")) refused.incrementAndGet();
                else wrong.add(said.length() > 200 ? said.substring(0, 200) : said);
            }
        }

        double[] sorted(String... what) {
            return Arrays.stream(what)
                    .flatMap(w -> all.getOrDefault(w, List.of()).stream())
                    .mapToDouble(Double::doubleValue)
                    .sorted()
                    .toArray();
        }

        static double at(double[] sorted, double share) {
            return sorted.length == 0 ? Double.NaN : sorted[(int) Math.min(sorted.length - 1, share * sorted.length)];
        }
    }

    public static void main(String[] args) throws SQLException, InterruptedException {
        String base = args[0];
        int paints = Integer.parseInt(args[2]);
        int collectors = Integer.parseInt(args[3]);
        List<Client> clients = new ArrayList<>();
        List<Long> firsts = new ArrayList<>();
        try (Connection db = DriverManager.getConnection(args[1])) {
            List<Long> ids = new ArrayList<>();
            for (int i = 0; i < collectors; i++) {
                Client c = new Client(base);
                c.get("/api/session");
                String email = "load" + i + "-" + System.nanoTime() + "@molvet.example";
                c.post(
                        "/api/collectors",
                        "{\"email\":\"" + email + "\",\"name\":\"Load\",\"password\":\"three wet brushes\"}");
                clients.add(c);
                if (i == 0) LargeCollection.fill(c, db, email, paints);
                ids.add(LargeCollection.id(db, email));
            }
            LargeCollection.copy(db, ids.get(0), ids.subList(1, ids.size()));
            for (long id : ids) firsts.add(LargeCollection.firstPaint(db, id));
        }
        System.out.println(
                "| at once | requests a second | looks p50 / p95 / p99, ms | finds p50 / p95 | acts p50 / p95"
                        + " | bare answer p50 / p95 | refused | errors |");
        System.out.println("|---|---|---|---|---|---|---|---|");
        for (int a = 4; a < args.length; a++) {
            int many = Integer.parseInt(args[a]);
            atOnce(clients, firsts, Math.min(many, clients.size()), paints, 3_000, new Times());
            Times times = new Times();
            int asked = atOnce(clients, firsts, Math.min(many, clients.size()), paints, SECONDS * 1_000, times);
            double[] looks = times.sorted("look");
            double[] finds = times.sorted("find");
            double[] acts = times.sorted("note", "make");
            double[] bare = times.sorted("bare");
            System.out.printf(
                    Locale.ROOT,
                    "| %d | %.0f | %.0f / %.0f / %.0f | %.0f / %.0f | %.0f / %.0f | %.0f / %.0f | %d | %d |%n",
                    many,
                    asked / (double) SECONDS,
                    Times.at(looks, 0.5),
                    Times.at(looks, 0.95),
                    Times.at(looks, 0.99),
                    Times.at(finds, 0.5),
                    Times.at(finds, 0.95),
                    Times.at(acts, 0.5),
                    Times.at(acts, 0.95),
                    Times.at(bare, 0.5),
                    Times.at(bare, 0.95),
                    times.refused.get(),
                    times.wrong.size());
            Map<String, Integer> counted = new TreeMap<>();
            times.wrong.forEach(w -> counted.merge(w, 1, Integer::sum));
            counted.forEach((w, n) -> System.err.println(n + " × " + w));
        }
    }

    private static int atOnce(
            List<Client> clients, List<Long> firsts, int many, int paints, long milliseconds, Times times)
            throws InterruptedException {
        long end = System.nanoTime() + milliseconds * 1_000_000;
        AtomicInteger asked = new AtomicInteger();
        CountDownLatch done = new CountDownLatch(many);
        for (int i = 0; i < many; i++) {
            int which = i;
            Thread thread = new Thread(() -> {
                Random random = new Random(which);
                while (System.nanoTime() < end) {
                    one(clients.get(which), firsts.get(which), paints, random, times);
                    asked.incrementAndGet();
                    try {
                        Thread.sleep((long) (-Math.log(1 - random.nextDouble()) * THINKS_SECONDS * 1000));
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                done.countDown();
            });
            thread.setDaemon(true);
            thread.start();
        }
        done.await();
        return asked.get();
    }

    /** What people do, about as often as they do it. */
    private static void one(Client c, long first, int paints, Random random, Times times) {
        long paint = first + random.nextInt(paints);
        int what = random.nextInt(100);
        if (what < 35) {
            String find = URLEncoder.encode(FINDS.get(random.nextInt(FINDS.size())), StandardCharsets.UTF_8);
            times.ask("find", () -> c.get("/api/paints?limit=60&find=" + find));
        } else if (what < 70) {
            times.ask("look", () -> c.get("/api/paints/" + paint));
        } else if (what < 78) {
            times.ask("waits", () -> c.get("/api/waiting"));
        } else if (what < 88) {
            times.ask(
                    "note",
                    () -> c.post(
                            "/api/paints/" + paint + "/observations", "{\"trait\":\"liking\",\"value\":\"loved\"}"));
        } else if (what < 92) {
            times.ask(
                    "make",
                    () -> c.post("/api/paints", "{\"name\":\"New Grey\",\"form\":\"TUBE\",\"pigments\":\"PBk6\"}"));
        } else {
            times.ask("bare", () -> c.get("/api/session"));
        }
    }
}
