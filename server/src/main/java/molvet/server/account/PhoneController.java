package molvet.server.account;

import com.google.zxing.common.BitMatrix;
import io.swagger.v3.oas.annotations.Hidden;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.server.measure.QrCode;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * How a phone of the house comes to trust this Molvet: the address to go to, the authority to trust, and three steps. Told to
 * anybody who asks, since it is asked before there is trust; it says nothing of anybody’s collection.
 */
@RestController
class PhoneController {
    private static final MediaType HTML = new MediaType("text", "html", StandardCharsets.UTF_8);
    private static final MediaType CERTIFICATE = MediaType.parseMediaType("application/x-x509-ca-cert");

    private final String url;
    private final String authority;
    private final Clock clock;

    PhoneController(
            @Value("${molvet.phone-url:}") String url,
            @Value("${molvet.phone-authority:}") String authority,
            Clock clock) {
        this.url = url;
        this.authority = authority;
        this.clock = clock;
    }

    /**
     * @param address where phones find Molvet; empty: it speaks to this machine only
     * @param fingerprint of the authority, SHA-256, to compare with what the phone shows
     * @param code the address as a QR code, an SVG path of squares of one unit within {@code size} of them
     * @param runsOut days until the authority runs out, once they are fewer than 400
     */
    record PhoneDoor(
            String address,
            String fingerprint,
            String code,
            int size,
            @Nullable Long runsOut) {}

    @GetMapping("/api/phone")
    PhoneDoor phone(Collector me) {
        if (url.isEmpty()) return new PhoneDoor("", "", "", 0, null);
        BitMatrix code = code();
        return new PhoneDoor(
                url + "/phone",
                fingerprint(),
                path(code),
                code.getWidth(),
                runsOut().orElse(null));
    }

    @Hidden
    @GetMapping("/phone/molvet.crt")
    ResponseEntity<byte[]> authority() {
        return ResponseEntity.ok()
                .contentType(CERTIFICATE)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"molvet.crt\"")
                .body(pem());
    }

    @Hidden
    @GetMapping("/phone")
    ResponseEntity<String> steps() throws IOException {
        if (url.isEmpty()) throw nothing();
        String page = new ClassPathResource("account/phone.html").getContentAsString(StandardCharsets.UTF_8);
        return ResponseEntity.ok()
                .contentType(HTML)
                .body(page.replace("{fingerprint}", fingerprint()).replace("{address}", url));
    }

    /** For a terminal: two rows of squares to a line, light on dark and dark on light alike, since the quiet zone is drawn too. */
    @Hidden
    @GetMapping(path = "/phone/code.txt", produces = "text/plain; charset=utf-8")
    String text() {
        if (url.isEmpty()) throw nothing();
        BitMatrix code = code();
        int quiet = 2;
        StringBuilder out = new StringBuilder();
        for (int y = -quiet; y < code.getHeight() + quiet; y += 2) {
            out.append("\u001b[30;107m");
            for (int x = -quiet; x < code.getWidth() + quiet; x++) {
                boolean upper = dark(code, x, y);
                boolean lower = dark(code, x, y + 1);
                out.append(upper ? (lower ? '█' : '▀') : lower ? '▄' : ' ');
            }
            out.append("\u001b[0m\n");
        }
        return out.toString();
    }

    private static boolean dark(BitMatrix code, int x, int y) {
        return x >= 0 && y >= 0 && x < code.getWidth() && y < code.getHeight() && code.get(x, y);
    }

    private BitMatrix code() {
        return QrCode.of(url + "/phone");
    }

    private static String path(BitMatrix code) {
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < code.getHeight(); y++) {
            for (int x = 0; x < code.getWidth(); x++) {
                if (code.get(x, y))
                    path.append("M").append(x).append(' ').append(y).append("h1v1h-1z");
            }
        }
        return path.toString();
    }

    private byte[] pem() {
        if (authority.isEmpty()) throw nothing();
        try {
            return Files.readAllBytes(Path.of(authority));
        } catch (IOException e) {
            throw nothing();
        }
    }

    private X509Certificate certificate() {
        try {
            return (X509Certificate)
                    CertificateFactory.getInstance("X.509").generateCertificate(new ByteArrayInputStream(pem()));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private String fingerprint() {
        try {
            byte[] digest =
                    MessageDigest.getInstance("SHA-256").digest(certificate().getEncoded());
            return HexFormat.ofDelimiter(":").formatHex(digest).toUpperCase(Locale.ROOT);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private Optional<Long> runsOut() {
        LocalDate until =
                certificate().getNotAfter().toInstant().atZone(ZoneOffset.UTC).toLocalDate();
        long days = LocalDate.now(clock.withZone(ZoneOffset.UTC)).until(until, java.time.temporal.ChronoUnit.DAYS);
        return List.of(days).stream().filter(d -> d < 400).findFirst();
    }

    private static NotFound nothing() {
        return new NotFound(
                "This Molvet speaks to its own machine only. Start it with ./molvet start --phone to let phones of the house in.");
    }
}
