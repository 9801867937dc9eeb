package molvet.server.platform;

import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.Part;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Locale;

/**
 * A request that came in whole before anything waits for it: over a slow network it would keep the collector’s other acts
 * waiting. Knows what was sent, as one number.
 */
final class ReceivedRequest extends HttpServletRequestWrapper {
    private final boolean form;
    private final byte[] body;

    ReceivedRequest(HttpServletRequest request) throws IOException {
        super(request);
        String type = request.getContentType();
        this.form = type != null && type.toLowerCase(Locale.ROOT).startsWith("multipart/");
        this.body = form ? new byte[0] : request.getInputStream().readAllBytes();
        if (!form) return;
        try {
            request.getParts();
        } catch (IOException | ServletException | RuntimeException e) {
            // Whoever takes the upload meets the same, and says it to the collector.
        }
    }

    boolean isForm() {
        return form;
    }

    /** The SHA-256 of the address’s query and of all that was sent, 32 bytes. */
    byte[] sent() {
        try {
            MessageDigest all = MessageDigest.getInstance("SHA-256");
            String query = getQueryString();
            all.update(((query == null ? "" : query) + "\n").getBytes(StandardCharsets.UTF_8));
            all.update(body);
            if (form) {
                for (Part part : getParts()) {
                    all.update((part.getName() + "\n" + part.getSize() + "\n").getBytes(StandardCharsets.UTF_8));
                    try (InputStream in = new DigestInputStream(part.getInputStream(), all)) {
                        in.transferTo(java.io.OutputStream.nullOutputStream());
                    }
                }
            }
            return all.digest();
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        } catch (IOException | ServletException | RuntimeException e) {
            // An upload that broke off is told again as a new one.
            return new byte[32];
        }
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
        return form ? super.getInputStream() : new Body(body);
    }

    @Override
    public BufferedReader getReader() throws IOException {
        return form
                ? super.getReader()
                : new BufferedReader(new InputStreamReader(new ByteArrayInputStream(body), StandardCharsets.UTF_8));
    }

    private static final class Body extends ServletInputStream {
        private final ByteArrayInputStream bytes;

        Body(byte[] bytes) {
            this.bytes = new ByteArrayInputStream(bytes);
        }

        @Override
        public int read() {
            return bytes.read();
        }

        @Override
        public int read(byte[] into, int from, int most) {
            return bytes.read(into, from, most);
        }

        @Override
        public boolean isFinished() {
            return bytes.available() == 0;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new UnsupportedOperationException("What is here already needs no waiting for.");
        }
    }
}
