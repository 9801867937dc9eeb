package molvet.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Kills what a Molvet is made of, again and again, while people work with it, and counts afterwards what is there: every act
 * that was answered once, every one that was told again once, none half, every picture read. Knows the product by its calls
 * alone.
 *
 * <p>Arguments: the address, the folder in which the processes' numbers lie ({@code *.pid}), how many rounds, a seed, a folder of
 * commands that bring other faults about, and the command that says by its end whether all is well again. Prints a row of Markdown
 * a kind of blow and ends with 1 if anything was lost, doubled or halved.
 */
final class Kills {
    private static final int WORKERS = 3;
    private static final Duration LONGEST = Duration.ofMinutes(3);
    private static final Duration STILL = Duration.ofSeconds(8);
    private static final Pattern ID = Pattern.compile("\"id\":(\\d+)");
    private static final Pattern SCAN = Pattern.compile("\"reading\":(\\d+)");

    /** Works as one collector, and tells every act again until it is answered. */
    private static final class Worker extends Thread {
        private final String base;
        private final String who;
        private final HttpClient http;
        private final CookieManager cookies = new CookieManager();
        private final AtomicInteger waiting = new AtomicInteger();
        private final Map<String, Long> told = new ConcurrentHashMap<>();
        private final AtomicLong longest = new AtomicLong();
        private final AtomicInteger again = new AtomicInteger();
        private final List<String> wrong = Collections.synchronizedList(new ArrayList<>());
        private final Random random;
        private volatile boolean stop;

        Worker(String base, String who, long seed) {
            this.base = base;
            this.who = who;
            this.random = new Random(seed);
            this.http = HttpClient.newBuilder()
                    .version(HttpClient.Version.HTTP_1_1)
                    .connectTimeout(Duration.ofSeconds(5))
                    .cookieHandler(cookies)
                    .build();
        }

        private HttpResponse<String> once(String method, String path, String body, String key)
                throws IOException, InterruptedException {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path))
                    .timeout(Duration.ofSeconds(40))
                    .header("Content-Type", "application/json")
                    .header("Idempotency-Key", key)
                    .method(method, HttpRequest.BodyPublishers.ofString(body));
            cookies.getCookieStore().getCookies().stream()
                    .filter(c -> c.getName().equals("XSRF-TOKEN"))
                    .forEach(c -> request.setHeader("X-XSRF-TOKEN", c.getValue()));
            return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
        }

        /** Asks until there is an answer that is one: broken connections, 5xx and “changed meanwhile” are asked again. */
        private HttpResponse<String> asked(String method, String path, String body, String key)
                throws InterruptedException {
            long from = System.nanoTime();
            waiting.incrementAndGet();
            try {
                while (true) {
                    try {
                        HttpResponse<String> answer = once(method, path, body, key);
                        if (answer.statusCode() < 500 && answer.statusCode() != 409 && answer.statusCode() != 429) {
                            return answer;
                        }
                        if (answer.statusCode() >= 500
                                && answer.statusCode() != 503
                                && answer.statusCode() != 502
                                && answer.statusCode() != 504) {
                            wrong.add(method + " " + path + " answered " + answer.statusCode() + " " + answer.body());
                        }
                        if (answer.body().contains("Nothing was saved") && told.containsKey(key)) {
                            wrong.add("“Nothing was saved” of what was saved: " + key);
                        }
                    } catch (IOException e) {
                        // Nobody there, or somebody who went: asked again.
                    }
                    if (System.nanoTime() - from > LONGEST.toNanos()) {
                        throw new IllegalStateException(path + " had no answer for " + LONGEST);
                    }
                    Thread.sleep(100);
                }
            } finally {
                waiting.decrementAndGet();
                longest.accumulateAndGet(System.nanoTime() - from, Math::max);
            }
        }

        void signIn(String path, String body) throws InterruptedException {
            asked("POST", path, body, "in-" + who);
            asked("GET", "/api/session", "", "look");
        }

        @Override
        public void run() {
            try {
                for (int i = 0; !stop; i++) act(i);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } catch (RuntimeException e) {
                wrong.add(e.toString());
            }
        }

        /** A paint with its pigments and its holding; seen at once; every fifth told once more. */
        private void act(int i) throws InterruptedException {
            String name = who + " " + i;
            String body = "{\"name\":\"" + name
                    + "\",\"form\":\"TUBE\",\"volume\":\"15\",\"pigments\":\"PB29 PR101\",\"note\":\"n\"}";
            HttpResponse<String> answer = asked("POST", "/api/paints", body, name.replace(' ', '-'));
            Matcher id = ID.matcher(answer.body());
            if (answer.statusCode() != 201 || !id.find()) {
                wrong.add(name + " was answered " + answer.statusCode() + " " + answer.body());
                return;
            }
            told.put(name, Long.parseLong(id.group(1)));
            HttpResponse<String> seen = asked("GET", "/api/paints/" + id.group(1), "", "look");
            if (seen.statusCode() != 200) wrong.add(name + " is not there after it was answered: " + seen.statusCode());
            if (random.nextInt(5) == 0) {
                again.incrementAndGet();
                HttpResponse<String> twice = asked("POST", "/api/paints", body, name.replace(' ', '-'));
                Matcher same = ID.matcher(twice.body());
                if (!same.find() || !same.group(1).equals(id.group(1))) wrong.add(name + " told twice became two");
            }
        }

        /** What is there in the end: names by how often, and whether each is whole. */
        private void count() throws InterruptedException {
            Map<String, Integer> there = new TreeMap<>();
            int from = 0;
            while (true) {
                HttpResponse<String> page = asked("GET", "/api/collection.csv", "", "look");
                for (String line : page.body().split("\r\n")) {
                    Matcher name = Pattern.compile("(?:^|,)(" + Pattern.quote(who) + " \\d+)(?:,|$)")
                            .matcher(line);
                    if (!name.find()) continue;
                    there.merge(name.group(1), 1, Integer::sum);
                    if (!line.contains("PB29") || !line.contains("15")) wrong.add("half: " + line);
                    from++;
                }
                break;
            }
            for (String name : told.keySet()) {
                int times = there.getOrDefault(name, 0);
                if (times != 1) wrong.add(name + " was answered, and is there " + times + " times");
            }
            for (Map.Entry<String, Integer> e : there.entrySet()) {
                if (!told.containsKey(e.getKey())) wrong.add(e.getKey() + " is there, and was never answered");
            }
            if (from < told.size()) wrong.add(who + ": " + from + " of " + told.size());
        }
    }

    /** Has sheets of the demo looked at by a simulated scanner and waits for each to be read. */
    private static final class Reader extends Thread {
        private final Worker me;
        private final AtomicInteger read = new AtomicInteger();
        private volatile boolean stop;

        Reader(Worker me) {
            this.me = me;
        }

        @Override
        public void run() {
            try {
                String charts = me.asked("GET", "/api/charts", "", "look").body();
                Matcher id = ID.matcher(charts);
                if (!id.find()) throw new IllegalStateException("The demo has no chart: " + charts);
                for (int i = 0; !stop; i++) {
                    HttpResponse<String> queued = me.asked(
                            "POST", "/api/charts/" + id.group(1) + "/standin", "{\"device\":\"SCANNER\"}", "scan-" + i);
                    Matcher scan = SCAN.matcher(queued.body());
                    if (!scan.find()) {
                        me.wrong.add("no reading: " + queued.body());
                        return;
                    }
                    String state = "QUEUED";
                    long from = System.nanoTime();
                    while (state.equals("QUEUED") || state.equals("READING")) {
                        Thread.sleep(200);
                        Matcher m = Pattern.compile("\"state\":\"(\\w+)\"")
                                .matcher(me.asked("GET", "/api/readings/" + scan.group(1), "", "look")
                                        .body());
                        if (m.find()) state = m.group(1);
                        if (System.nanoTime() - from > 2 * LONGEST.toNanos()) break;
                    }
                    if (!state.equals("PROPOSED")) me.wrong.add("reading " + scan.group(1) + " ended as " + state);
                    read.incrementAndGet();
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } catch (RuntimeException e) {
                me.wrong.add(e.toString());
            }
        }
    }

    /** What is done to a Molvet, and what it is called in the table. */
    private record Blow(String name, Strike strike) {}

    @FunctionalInterface
    private interface Strike {
        void fall() throws IOException, InterruptedException;
    }

    private static void signal(String signal, Path run, String part) throws IOException, InterruptedException {
        run("kill", signal, Files.readString(run.resolve(part + ".pid")).strip());
    }

    private static int run(String... command) throws IOException, InterruptedException {
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
    }

    private static Blow killed(Path run, List<String> parts) {
        return new Blow(String.join(" + ", parts) + " killed with -9", () -> {
            for (String part : parts) signal("-KILL", run, part);
        });
    }

    /** It is there and does nothing, as one whose disk or network is gone, and then goes on as if nothing had been. */
    private static Blow still(Path run, String part) {
        return new Blow(part + " stands still for " + STILL.toSeconds() + " s", () -> {
            signal("-STOP", run, part);
            Thread.sleep(STILL.toMillis());
            signal("-CONT", run, part);
        });
    }

    /** A command that brings something about when told “on” and takes it back when told “off”. */
    private static Blow fault(Path command) {
        return new Blow(command.getFileName().toString().replace('-', ' '), () -> {
            run(command.toString(), "on");
            Thread.sleep(STILL.toMillis());
            run(command.toString(), "off");
        });
    }

    /** All there is to be done to what runs here; of several parts killed at once, those that can be. */
    private static List<Blow> blows(Path run, Path faults) throws IOException {
        List<Blow> all = new ArrayList<>();
        kinds(run).forEach(parts -> all.add(killed(run, parts)));
        parts(run).forEach(p -> all.add(still(run, p)));
        if (Files.isDirectory(faults)) {
            try (Stream<Path> files = Files.list(faults)) {
                files.sorted().map(Kills::fault).forEach(all::add);
            }
        }
        return all;
    }

    private static Stream<String> parts(Path run) throws IOException {
        try (Stream<Path> files = Files.list(run)) {
            return files
                    .map(f -> f.getFileName().toString())
                    .filter(f -> f.matches("(server\\d*|node\\d+|haproxy|db)\\.pid"))
                    .map(f -> f.replace(".pid", ""))
                    .sorted()
                    .toList()
                    .stream();
        }
    }

    private static List<List<String>> kinds(Path run) throws IOException {
        List<String> parts = parts(run).toList();
        List<List<String>> kinds = new ArrayList<>(parts.stream().map(List::of).toList());
        List<String> servers =
                parts.stream().filter(p -> p.startsWith("server")).toList();
        List<String> nodes = parts.stream().filter(p -> p.startsWith("node")).toList();
        if (parts.contains("db")) kinds.add(List.of("server", "db"));
        if (servers.size() > 1) kinds.add(servers);
        if (nodes.size() > 2) kinds.add(nodes.subList(0, 2));
        if (!nodes.isEmpty()) kinds.add(List.of(servers.get(0), nodes.get(nodes.size() - 1)));
        if (nodes.size() > 2) kinds.add(nodes);
        return kinds;
    }

    public static void main(String[] args) throws Exception {
        String base = args[0];
        Path run = Path.of(args[1]);
        int rounds = Integer.parseInt(args[2]);
        long seed = Long.parseLong(args[3]);
        Path faults = Path.of(args[4]);
        List<String> well = List.of(args).subList(5, args.length);
        Random random = new Random(seed);
        List<Worker> workers = new ArrayList<>();
        for (int w = 0; w < WORKERS; w++) {
            Worker worker = new Worker(base, "K" + Long.toString(System.nanoTime(), 36) + w, seed + w);
            worker.signIn(
                    "/api/collectors",
                    "{\"email\":\"" + worker.who + "@molvet.example\",\"name\":\"" + worker.who
                            + "\",\"password\":\"kills-and-kills\",\"invitation\":\""
                            + System.getenv().getOrDefault("MOLVET_INVITATION", "") + "\"}");
            workers.add(worker);
        }
        Worker demo = new Worker(base, "demo", seed);
        demo.signIn("/api/session", "{\"email\":\"demo@molvet.example\",\"password\":\"molvet-demo\"}");
        Reader reader = new Reader(demo);
        workers.forEach(Thread::start);
        reader.start();
        List<Blow> kinds = blows(run, faults);
        Map<String, List<Double>> pauses = new TreeMap<>();
        for (int round = 0; round < rounds; round++) {
            Blow kind = kinds.get(round % kinds.size());
            // Where one server is all there is, sheets are painted and read between two kills, or never.
            Thread.sleep((kinds.size() > 3 ? 500 : 10_000) + random.nextInt(2500));
            workers.forEach(w -> w.longest.set(0));
            int before = workers.stream().mapToInt(w -> w.told.size()).sum();
            long from = System.nanoTime();
            kind.strike.fall();
            // Until everybody has done something again that was begun after the kill, and all parts are back.
            List<Integer> had = workers.stream().map(w -> w.told.size()).toList();
            for (int w = 0; w < WORKERS; w++) {
                while (workers.get(w).told.size() < had.get(w) + 3
                        && workers.get(w).isAlive()) Thread.sleep(20);
            }
            double pause =
                    workers.stream().mapToLong(w -> w.longest.get()).max().orElse(0) / 1e9;
            pauses.computeIfAbsent(kind.name, k -> new ArrayList<>()).add(pause);
            System.err.printf(
                    "round %d: %s after %d acts: longest wait %.1f s, all on again after %.1f s%n",
                    round + 1, kind.name, before, pause, (System.nanoTime() - from) / 1e9);
            if (workers.stream().anyMatch(w -> !w.isAlive()) || !reader.isAlive()) break;
            awaitAll(well);
        }
        workers.forEach(w -> w.stop = true);
        reader.stop = true;
        for (Worker w : workers) w.join();
        reader.join();
        for (Worker w : workers) w.count();
        int acts = workers.stream().mapToInt(w -> w.told.size()).sum();
        int again = workers.stream().mapToInt(w -> w.again.get()).sum();
        List<String> wrong = new ArrayList<>(demo.wrong);
        workers.forEach(w -> wrong.addAll(w.wrong));
        System.out.println(
                "| what happened | times | longest wait of a client, s (median, the lower of two / worst) |");
        System.out.println("|---|---|---|");
        pauses.forEach((kind, all) -> {
            List<Double> sorted = all.stream().sorted().toList();
            System.out.printf(
                    "| %s | %d | %.1f / %.1f |%n",
                    kind, sorted.size(), sorted.get((sorted.size() - 1) / 2), sorted.get(sorted.size() - 1));
        });
        System.out.printf(
                "%nSeed %d, %d blows: %d acts answered, %d of them told again, %d sheets read; lost, doubled, half or wrongly said: %d.%n",
                seed,
                pauses.values().stream().mapToInt(List::size).sum(),
                acts,
                again,
                reader.read.get(),
                wrong.size());
        wrong.stream().limit(20).forEach(System.err::println);
        if (!wrong.isEmpty()) System.exit(1);
    }

    /** Until whoever watches says that all is well; three minutes at most. */
    private static void awaitAll(List<String> well) throws IOException, InterruptedException {
        for (int i = 0; i < 360; i++) {
            if (run(well.toArray(String[]::new)) == 0) return;
            Thread.sleep(500);
        }
        throw new IllegalStateException("Not all came back within three minutes.");
    }

    private Kills() {}
}
