package molvet.bench;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
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
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import javax.imageio.ImageIO;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Many collectors at once, each with a collection of their own, who work as people do: they find, look at a paint, note what
 * they see, make a paint, ask what waits, and think for a moment between. Beside each measurement the bare answer of the same
 * server is asked for (a session’s state, without a collection), and of the same database two bare statements (a page of sixty
 * paints of a collector, a count of names), so that what is the machine’s is told from what is Molvet’s. Then the same again
 * beside one collector who sends 40 MB pictures and asks for the report of ten times as many paints, without a pause.
 *
 * <p>Arguments: the address, the JDBC address of its database, paints a collector, how many collectors there are to be, and how
 * many at once in turn. Prints a row of Markdown for each of the last, and two of the heavy neighbour.
 */
final class Load {
    private static final JsonMapper JSON = new JsonMapper();
    private static final long SECONDS = Size.of(25, 4);
    private static final double THINKS_SECONDS = 1;
    private static final int GOAL_AT = 64;
    private static final int GOAL_MS = 150;
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
                if (Client.busy(e)) refused.incrementAndGet();
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
        System.out.printf(
                Locale.ROOT, "How fast a core is: a password’s hash, bcrypt of cost 11, in %d ms.%n%n", hash());
        List<Client> clients = new ArrayList<>();
        List<List<Long>> all = new ArrayList<>();
        try (Connection db = DriverManager.getConnection(args[1])) {
            List<Long> ids = new ArrayList<>();
            for (int i = 0; i < collectors; i++) {
                Client c = new Client(base);
                String email = signUp(c, "load" + i);
                clients.add(c);
                if (i == 0) LargeCollection.fill(c, db, email, paints);
                ids.add(LargeCollection.id(db, email));
            }
            LargeCollection.copy(db, ids.get(0), ids.subList(1, ids.size()));
            // Numbers of a cluster have gaps: each node draws its own.
            for (long id : ids) all.add(LargeCollection.paints(db, id));
            Load load = new Load(clients, all, ids, db);
            System.out.println(
                    "| at once | requests a second | looks p50 / p95 / p99, ms | finds p50 / p95 | acts p50 / p95"
                            + " | bare answer p50 / p95 | bare statements p50 / p95 | cores taken away | refused | errors |");
            System.out.println("|---|---|---|---|---|---|---|---|---|---|");
            for (int a = 4; a < args.length; a++) {
                int many = Integer.parseInt(args[a]);
                if (many > clients.size()) continue;
                load.atOnce(many, 3_000, new Times());
                load.row(String.valueOf(many), many);
            }
            Client heavy = new Client(base);
            String email = signUp(heavy, "heavy");
            LargeCollection.fill(heavy, db, email, 10 * paints);
            int many = Math.min(16, clients.size());
            load.row(many + ", alone", many);
            AtomicBoolean over = new AtomicBoolean();
            AtomicInteger heavyDone = new AtomicInteger();
            Thread neighbour = new Thread(() -> load.heavy(heavy, over, heavyDone));
            neighbour.start();
            load.row(many + ", beside the heavy one", many);
            over.set(true);
            neighbour.join();
            // Whoever did nothing was nobody's neighbour.
            if (heavyDone.get() == 0) throw new IllegalStateException("the heavy neighbour got nothing done");
            System.out.println();
            if (!load.verdict.isEmpty()) System.out.println(load.verdict);
            System.out.println(
                    "The heavy one meanwhile had " + heavyDone.get() + " pictures of 40 MB and reports answered.");
        }
    }

    private final List<Client> clients;
    private final List<List<Long>> paints;
    private final List<Long> ids;
    private final Connection db;
    private String verdict = "";

    private Load(List<Client> clients, List<List<Long>> paints, List<Long> ids, Connection db) {
        this.clients = clients;
        this.paints = paints;
        this.ids = ids;
        this.db = db;
    }

    private static String signUp(Client c, String name) {
        c.get("/api/session");
        String email = name + "-" + System.nanoTime() + "@molvet.example";
        c.postUntilTaken(
                "/api/collectors",
                "{\"email\":\"" + email + "\",\"name\":\"Load\",\"password\":\"three wet brushes\"}");
        return email;
    }

    /** “53 / 108”; of what was asked too seldom nothing. */
    private static String told(String how, double[] sorted, double... shares) {
        if (sorted.length == 0) return "–";
        return Arrays.stream(shares)
                .mapToObj(s -> String.format(Locale.ROOT, how, Times.at(sorted, s)))
                .collect(Collectors.joining(" / "));
    }

    private void row(String name, int many) throws InterruptedException {
        Times times = new Times();
        long[] before = Cores.now();
        int asked = atOnce(many, SECONDS * 1_000, times);
        int away = Cores.takenAway(before);
        double[] looks = times.sorted("look");
        double[] finds = times.sorted("find");
        double[] acts = times.sorted("note", "make");
        double[] bare = times.sorted("bare");
        double[] statements = times.sorted("statements");
        System.out.printf(
                Locale.ROOT,
                "| %s | %.0f | %s | %s | %s | %s | %s | %d %% | %d | %d |%n",
                name,
                asked / (double) SECONDS,
                told("%.0f", looks, 0.5, 0.95, 0.99),
                told("%.0f", finds, 0.5, 0.95),
                told("%.0f", acts, 0.5, 0.95),
                told("%.0f", bare, 0.5, 0.95),
                told("%.1f", statements, 0.5, 0.95),
                away,
                times.refused.get(),
                times.wrong.size());
        if (name.equals(String.valueOf(GOAL_AT))) verdict = verdict(looks, bare, statements, away);
        Map<String, Integer> counted = new TreeMap<>();
        times.wrong.forEach(w -> counted.merge(w, 1, Integer::sum));
        counted.forEach((w, n) -> System.err.println(n + " × " + w));
    }

    /** Milliseconds, the best of five. */
    private static long hash() {
        BCryptPasswordEncoder passwords = new BCryptPasswordEncoder(11);
        return LongStream.range(0, 5)
                .map(i -> {
                    long from = System.nanoTime();
                    passwords.encode("three wet brushes");
                    return (System.nanoTime() - from) / 1_000_000;
                })
                .min()
                .orElseThrow();
    }

    /** The goal, and where it is missed what it was missed beside. */
    private static String verdict(double[] looks, double[] bare, double[] statements, int away) {
        double p95 = Times.at(looks, 0.95);
        String goal = String.format(Locale.ROOT, "Goal: 95 of 100 looks under %d ms at %d at once. ", GOAL_MS, GOAL_AT);
        if (p95 < GOAL_MS) return goal + String.format(Locale.ROOT, "Met: %.0f ms.%n", p95);
        return goal
                + String.format(
                        Locale.ROOT,
                        "Missed: %.0f ms. In the same seconds the bare answer, which looks at no collection, took %.0f ms, bare"
                                + " statements at the database %.0f ms, and %d %% of the cores were taken away.%n",
                        p95,
                        Times.at(bare, 0.95),
                        Times.at(statements, 0.95),
                        away);
    }

    /** Pictures of 40 MB and a report of all, one after another without a pause. */
    private void heavy(Client c, AtomicBoolean over, AtomicInteger done) {
        byte[] picture = noise(3_700);
        JsonNode paint = JSON.readTree(
                c.postUntilTaken("/api/paints", "{\"name\":\"Heavy\",\"form\":\"TUBE\",\"pigments\":\"PB29\"}"));
        JsonNode swatches = JSON.readTree(c.postUntilTaken(
                "/api/paints/" + paint.get("id").asLong() + "/swatches", "{\"place\":\"X777 1\",\"makeKeeper\":true}"));
        String pictures = "/api/swatches/" + swatches.at("/swatches/0/id").asLong() + "/pictures";
        while (!over.get()) {
            for (Runnable one :
                    List.<Runnable>of(() -> c.upload(pictures, "picture", picture), () -> c.get("/api/reports/card"))) {
                try {
                    one.run();
                    done.incrementAndGet();
                } catch (IllegalStateException e) {
                    System.err.println("heavy: " + e.getMessage());
                }
            }
        }
    }

    /** A picture of noise, which does not pack: three bytes a pixel. */
    private static byte[] noise(int side) {
        BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_3BYTE_BGR);
        new Random(5).nextBytes(((DataBufferByte) image.getRaster().getDataBuffer()).getData());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** What a collection is asked for, without anything of Molvet around it, four times a second. */
    private void bare(int many, long end, Times times) {
        try (PreparedStatement page =
                        db.prepareStatement("select * from paint where collector_id = ? order by name, id limit 60");
                PreparedStatement count = db.prepareStatement(
                        "select count(*) from paint where collector_id = ? and name like '%tern%'")) {
            for (int i = 0; System.nanoTime() < end; i++) {
                long id = ids.get(i % many);
                times.ask("statements", () -> {
                    run(page, id);
                    run(count, id);
                });
                Thread.sleep(250);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void run(PreparedStatement statement, long id) {
        try {
            statement.setLong(1, id);
            try (ResultSet rows = statement.executeQuery()) {
                int columns = rows.getMetaData().getColumnCount();
                while (rows.next()) for (int c = 1; c <= columns; c++) rows.getObject(c);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private int atOnce(int many, long milliseconds, Times times) throws InterruptedException {
        long end = System.nanoTime() + milliseconds * 1_000_000;
        AtomicInteger asked = new AtomicInteger();
        CountDownLatch done = new CountDownLatch(many);
        Thread beside = new Thread(() -> bare(many, end, times));
        beside.start();
        for (int i = 0; i < many; i++) {
            int which = i;
            Thread thread = new Thread(() -> {
                Random random = new Random(which);
                while (System.nanoTime() < end) {
                    one(clients.get(which), paints.get(which), random, times);
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
        beside.join();
        return asked.get();
    }

    /** What people do, about as often as they do it. */
    private static void one(Client c, List<Long> paints, Random random, Times times) {
        long paint = paints.get(random.nextInt(paints.size()));
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
