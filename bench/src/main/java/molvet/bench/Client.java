package molvet.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.UUID;

/** A script's view of a running Molvet. */
final class Client {
    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    Client(String base) {
        this.base = base;
    }

    String get(String path) {
        return send("GET", path, "");
    }

    String find(String find) {
        return get("/api/paints?limit=100&find=" + URLEncoder.encode(find, StandardCharsets.UTF_8));
    }

    String post(String path, String body) {
        return send("POST", path, body);
    }

    /** Asks again, with the same key, while it is told that there is too much to do. */
    String postUntilTaken(String path, String body) {
        String key = UUID.randomUUID().toString();
        for (int tries = 0; ; tries++) {
            try {
                return send("POST", path, "application/json", HttpRequest.BodyPublishers.ofString(body), key);
            } catch (IllegalStateException e) {
                if (tries == 100 || !busy(e)) throw e;
            }
            try {
                Thread.sleep(500);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException(e);
            }
        }
    }

    /** Whether an answer was a clear refusal of a server that has too much to do. */
    static boolean busy(IllegalStateException e) {
        String said = String.valueOf(e.getMessage());
        return said.contains("answered 503") || said.contains("answered 429");
    }

    String put(String path, String body) {
        return send("PUT", path, body);
    }

    String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals(name))
                .findFirst()
                .orElseThrow()
                .getValue();
    }

    /** Uploads one file under the name of its part. */
    String upload(String path, String part, byte[] file) {
        java.io.ByteArrayOutputStream body = new java.io.ByteArrayOutputStream();
        body.writeBytes(("--edge\r\nContent-Disposition: form-data; name=\"" + part
                        + "\"; filename=\"file\"\r\nContent-Type: application/octet-stream\r\n\r\n")
                .getBytes(StandardCharsets.UTF_8));
        body.writeBytes(file);
        body.writeBytes("\r\n--edge--\r\n".getBytes(StandardCharsets.UTF_8));
        return send(
                "POST",
                path,
                "multipart/form-data; boundary=edge",
                HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()));
    }

    private String send(String method, String path, String body) {
        return send(method, path, "application/json", HttpRequest.BodyPublishers.ofString(body));
    }

    private String send(String method, String path, String type, HttpRequest.BodyPublisher body) {
        return send(method, path, type, body, UUID.randomUUID().toString());
    }

    private String send(String method, String path, String type, HttpRequest.BodyPublisher body, String key) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path))
                .header("Content-Type", type)
                .method(method, body);
        // As the page does with whatever it changes.
        if (!method.equals("GET")) request.header("Idempotency-Key", key);
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .forEach(c -> request.setHeader("X-XSRF-TOKEN", c.getValue()));
        try {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            if (response.statusCode() >= 300)
                throw new IllegalStateException(path + " answered " + response.statusCode() + ": " + response.body());
            return response.body();
        } catch (IOException e) {
            throw new IllegalStateException(path + " broke off: " + e, e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
