package molvet.server;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntFunction;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A caller of the API with its own cookies, as a script would be. */
public final class Api {
    public static final String PASSWORD = "three wet brushes";
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final AtomicInteger COUNT = new AtomicInteger();

    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private String email = "";

    public Api(String base) {
        this.base = base;
    }

    /** An answer with its body as JSON (missing where there is none). */
    public record Answer(int status, JsonNode json, byte[] bytes, HttpResponse<byte[]> raw) {
        public String text() {
            return new String(bytes, StandardCharsets.UTF_8);
        }

        public Answer must(int wanted) {
            if (status != wanted) throw new AssertionError(status + " instead of " + wanted + ": " + text());
            return this;
        }

        public String kind() {
            return json.path("type").asString("").replace("molvet:", "");
        }
    }

    public static Api stranger() {
        return new Api(RunningMolvet.url());
    }

    /** A new collector, signed in. */
    public static Api collector() {
        Api api = stranger();
        api.email = "collector" + COUNT.incrementAndGet() + "-" + System.nanoTime() + "@molvet.example";
        api.post("/api/collectors", Map.of("email", api.email, "name", "A collector", "password", PASSWORD))
                .must(201);
        return api;
    }

    public String email() {
        return email;
    }

    /** The same cookies at another server. */
    public Api at(String other) {
        Api api = new Api(other);
        cookies.getCookieStore()
                .getCookies()
                .forEach(c -> api.cookies.getCookieStore().add(URI.create(other), c));
        return api;
    }

    public Answer get(String path) {
        return send("GET", path, null, "application/json", Map.of());
    }

    /** A body of names and values in turn; unlike {@code Map.of}, of any length and with nulls. */
    public static Map<String, Object> body(Object... pairs) {
        Map<String, Object> all = new HashMap<>();
        for (int i = 0; i < pairs.length; i += 2) all.put((String) pairs[i], pairs[i + 1]);
        return all;
    }

    public Answer post(String path, Object body) {
        return send("POST", path, json(body), "application/json", Map.of());
    }

    public Answer post(String path, Object body, String key) {
        return send("POST", path, json(body), "application/json", Map.of("Idempotency-Key", key));
    }

    public Answer put(String path, Object body) {
        return send("PUT", path, json(body), "application/json", Map.of());
    }

    public Answer delete(String path) {
        return send("DELETE", path, null, "application/json", Map.of());
    }

    public Answer find(String find) {
        return get("/api/paints?limit=1000&find=" + URLEncoder.encode(find, StandardCharsets.UTF_8))
                .must(200);
    }

    public Answer upload(String path, String fileName, byte[] bytes) {
        return upload(path, "picture", fileName, bytes);
    }

    public Answer upload(String path, String part, String fileName, byte[] bytes) {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.writeBytes(("--edge\r\nContent-Disposition: form-data; name=\"" + part + "\"; filename=\"" + fileName
                        + "\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(bytes);
        body.writeBytes("\r\n--edge--\r\n".getBytes(StandardCharsets.UTF_8));
        return send("POST", path, body.toByteArray(), "multipart/form-data; boundary=edge", Map.of());
    }

    /** A multipart upload of which half is sent, and the rest when the gate opens; {@code halfway} tells that it stands there. */
    public Answer uploadSlowly(String path, byte[] bytes, String key, CountDownLatch halfway, CountDownLatch gate) {
        byte[] head = ("--edge\r\nContent-Disposition: form-data; name=\"picture\"; filename=\"a.png\"\r\n"
                        + "Content-Type: image/png\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8);
        List<byte[]> parts = List.of(head, bytes, bytes, "\r\n--edge--\r\n".getBytes(StandardCharsets.UTF_8));
        int[] next = {0};
        Iterable<byte[]> slowly = () -> new java.util.Iterator<>() {
            @Override
            public boolean hasNext() {
                return next[0] < parts.size();
            }

            @Override
            public byte[] next() {
                if (next[0] == 2) {
                    halfway.countDown();
                    try {
                        gate.await();
                    } catch (InterruptedException e) {
                        throw new IllegalStateException(e);
                    }
                }
                return parts.get(next[0]++);
            }
        };
        return publish(
                "POST",
                path,
                HttpRequest.BodyPublishers.ofByteArrays(slowly),
                "multipart/form-data; boundary=edge",
                Map.of("Idempotency-Key", key));
    }

    public Answer send(String method, String path, byte[] body, String type, Map<String, String> headers) {
        return publish(method, path, body == null ? null : HttpRequest.BodyPublishers.ofByteArray(body), type, headers);
    }

    private Answer publish(
            String method, String path, HttpRequest.BodyPublisher body, String type, Map<String, String> headers) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path))
                .method(method, body == null ? HttpRequest.BodyPublishers.noBody() : body);
        if (body != null) request.header("Content-Type", type);
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .forEach(c -> request.setHeader("X-XSRF-TOKEN", c.getValue()));
        headers.forEach(request::setHeader);
        try {
            HttpResponse<byte[]> response = client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            boolean json =
                    response.headers().firstValue("Content-Type").orElse("").contains("json");
            return new Answer(
                    response.statusCode(),
                    json && response.body().length > 0 ? JSON.readTree(response.body()) : JSON.createObjectNode(),
                    response.body(),
                    response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Asks so often at the very same moment: all begin when the last of them stands ready. */
    public static List<Answer> atOnce(int times, IntFunction<Answer> ask) throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(times);
        try {
            CountDownLatch ready = new CountDownLatch(times);
            List<Future<Answer>> all = new ArrayList<>();
            for (int i = 0; i < times; i++) {
                int which = i;
                all.add(pool.submit(() -> {
                    ready.countDown();
                    ready.await();
                    return ask.apply(which);
                }));
            }
            List<Answer> answers = new ArrayList<>();
            for (Future<Answer> f : all) answers.add(f.get());
            return answers;
        } finally {
            pool.shutdownNow();
        }
    }

    public static byte[] json(Object body) {
        return JSON.writeValueAsBytes(body);
    }

    /** Undoes the latest act that still stands. */
    public void undoLast() {
        long act = get("/api/acts?limit=50")
                .must(200)
                .json()
                .get("acts")
                .valueStream()
                .filter(a -> !a.get("undone").asBoolean())
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
        post("/api/acts/" + act + "/undo", Map.of()).must(200);
    }

    /** What became of a picture that was queued; asked for until it is over. */
    public JsonNode read(Answer queued) {
        return read(queued.must(202).json().get("reading").asLong());
    }

    public JsonNode read(long reading) {
        String path = "/api/readings/" + reading;
        return Wait.until(
                () -> get(path).must(200).json(),
                now -> !List.of("QUEUED", "READING").contains(now.get("state").asString()));
    }

    /** A picture of a sheet, put in the queue. @param chart the chart it shows, or null */
    public Answer sheet(byte[] picture, Long chart) {
        return upload("/api/readings" + (chart == null ? "" : "?chart=" + chart), "sheet.png", picture);
    }

    /** A paint, by name and pigments. */
    public JsonNode paint(String name, String pigments) {
        return post("/api/paints", Map.of("name", name, "pigments", pigments, "form", "TUBE", "volume", "15"))
                .must(201)
                .json();
    }

    /** A paint painted out at a place; keepers are made as needed. */
    public JsonNode painted(String name, String place) {
        long id = paint(name, "PB29").get("id").asLong();
        return post("/api/paints/" + id + "/swatches", Map.of("place", place, "makeKeeper", true))
                .must(201)
                .json();
    }

    /** A picture of a swatch, measured at two taps at one height. */
    public void tapped(long swatch, byte[] file, double full, double palest, double y) {
        long picture = upload("/api/swatches/" + swatch + "/pictures", "card.png", file)
                .must(201)
                .json()
                .get("picture")
                .asLong();
        post(
                        "/api/pictures/" + picture + "/readings",
                        Map.of("full", Map.of("x", full, "y", y), "palest", Map.of("x", palest, "y", y)))
                .must(201);
    }

    public static List<String> names(Answer list) {
        return list.json()
                .get("paints")
                .valueStream()
                .map(p -> p.get("name").asString())
                .toList();
    }
}
