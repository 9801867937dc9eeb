package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigInteger;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManagerFactory;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.Wait;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.springframework.context.ConfigurableApplicationContext;

/** A phone of the house: a browser with the house’s authority in its store, and one without. */
class PhoneTest {
    @TempDir
    static Path home;

    private static ConfigurableApplicationContext house;
    private static String https;
    private static Api collector;
    private static String email;

    @BeforeAll
    static void start() throws Exception {
        certificates("127.0.0.1");
        Path kept = home.resolve("phone");
        Map<String, Object> with = new HashMap<>();
        int plain = free();
        with.put("server.port", "0");
        with.put("molvet.plain-port", plain);
        with.put("server.ssl.bundle", "phone");
        with.put("spring.ssl.bundle.pem.phone.keystore.certificate", "file:" + kept.resolve("server.crt"));
        with.put("spring.ssl.bundle.pem.phone.keystore.private-key", "file:" + kept.resolve("server.key"));
        with.put("spring.ssl.bundle.pem.phone.reload-on-update", "true");
        with.put("spring.ssl.bundle.watch.file.quiet-period", "100ms");
        with.put("molvet.phone-url", "https://127.0.0.1:8788");
        with.put("molvet.phone-authority", kept.resolve("authority.crt"));
        house = RunningMolvet.start(with);
        https = RunningMolvet.url(house).replace("http:", "https:");
        // This machine itself comes in by the plain door.
        Api made = Api.collector();
        email = made.email();
        collector = made.at("http://127.0.0.1:" + plain);
        collector.paint("Tern Grey", "PB29, PBr7");
    }

    @AfterAll
    static void stop() {
        house.close();
    }

    private static int free() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    private static String certificates(String... addresses) throws Exception {
        return run(
                "bash",
                "-c",
                "say() { echo \"$*\"; }; die() { echo \"$*\"; exit 1; }; . ../script/phone.sh; phone_certificates \"$@\"",
                "bash",
                home.resolve("phone").toString(),
                String.join("\" \"", addresses));
    }

    /** The number of the certificate that whoever trusts the house is shown now. */
    private static BigInteger shown() throws Exception {
        KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
        trusted.load(null, null);
        try (InputStream authority = Files.newInputStream(home.resolve("phone/authority.crt"))) {
            trusted.setCertificateEntry(
                    "house", CertificateFactory.getInstance("X.509").generateCertificate(authority));
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(trusted);
        SSLContext tls = SSLContext.getInstance("TLS");
        tls.init(null, trust.getTrustManagers(), null);
        URI at = URI.create(https);
        try (SSLSocket socket = (SSLSocket) tls.getSocketFactory().createSocket(at.getHost(), at.getPort())) {
            return ((X509Certificate) socket.getSession().getPeerCertificates()[0]).getSerialNumber();
        }
    }

    /** One that ran out, or is for an address of yesterday, is made anew while Molvet runs. */
    @Test
    void aNewCertificateIsTakenUpWithoutAStart() throws Exception {
        BigInteger before = shown();
        Files.delete(home.resolve("phone/server.crt"));
        certificates("127.0.0.1");
        Wait.until(PhoneTest::shown, now -> !now.equals(before));
    }

    private static String run(String... command) throws Exception {
        Process p = new ProcessBuilder(command).redirectErrorStream(true).start();
        String out = new String(p.getInputStream().readAllBytes());
        assertThat(p.waitFor()).as(out).isZero();
        return out;
    }

    /** By openssl, which knows nothing of Molvet: the chain holds, and the authority may vouch for no address outside a home. */
    @Test
    void theCertificateIsGoodAndItsAuthorityIsOfTheHouseOnly() throws Exception {
        Path kept = home.resolve("phone");
        assertThat(run(
                        "openssl",
                        "verify",
                        "-CAfile",
                        kept.resolve("authority.crt").toString(),
                        "-verify_ip",
                        "127.0.0.1",
                        kept.resolve("server.crt").toString()))
                .contains("OK");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(kept.resolve("authority.key"))))
                .isEqualTo("rw-------");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(kept.resolve("server.key"))))
                .isEqualTo("rw-------");
        byte[] authority = Files.readAllBytes(kept.resolve("authority.crt"));
        byte[] before = Files.readAllBytes(kept.resolve("server.crt"));
        certificates("127.0.0.1");
        assertThat(Files.readAllBytes(kept.resolve("server.crt"))).isEqualTo(before);
        // Elsewhere, so that the server that runs keeps its own.
        Path other = home.resolve("other");
        run("cp", "-r", kept.toString(), other.toString());
        String said = run(
                "bash",
                "-c",
                "say() { echo \"$*\"; }; die() { echo \"$*\"; exit 1; }; . ../script/phone.sh; phone_certificates "
                        + other
                        + " 192.168.7.7; openssl verify -CAfile " + other + "/authority.crt " + other + "/server.crt;"
                        + " phone_certificates " + other + " 203.0.113.9; ! openssl verify -CAfile " + other
                        + "/authority.crt "
                        + other + "/server.crt 2>&1");
        assertThat(said)
                .contains("address was 127.0.0.1 and is 192.168.7.7 now")
                .contains("OK")
                .contains("permitted subtree violation");
        assertThat(Files.readAllBytes(other.resolve("authority.crt"))).isEqualTo(authority);
    }

    @Test
    void aPhoneThatTrustsTheHouseAsksTheShopQuestionWithoutANetwork() throws Exception {
        Path store = home.resolve("trusting/.pki/nssdb");
        Files.createDirectories(store);
        run("certutil", "-N", "-d", "sql:" + store, "--empty-password");
        run(
                "certutil",
                "-A",
                "-d",
                "sql:" + store,
                "-n",
                "house",
                "-t",
                "C,,",
                "-i",
                home.resolve("phone/authority.crt").toString());
        try (Wire wire = new Wire(https);
                Browser phone = new Browser(
                        wire.url().replace("http:", "https:"),
                        Map.of("HOME", home.resolve("trusting").toString()))) {
            signIn(phone);
            phone.await("return Promise.resolve(!!navigator.serviceWorker.controller)");
            phone.open("/collection");
            phone.seeText("Tern Grey");
            phone.open("/shop");
            phone.seeText("carried along");
            assertThat(phone.text()).doesNotContain("comes to trust it");
            wire.cut();
            phone.open("/shop");
            phone.seeText("Without a network: 1 paint as of");
            phone.type("Pigments on the tube", "PB 29 PBr 7");
            phone.press("Do I need it?");
            phone.seeText("You have one");
            // Another page shows what was looked at, and from when it is; one never looked at says so.
            phone.open("/collection");
            phone.seeText("You see what was kept on this device");
            phone.seeText("Tern Grey");
            phone.open("/palettes");
            phone.seeText("what was not looked at here before is missing");
            wire.mend();
            phone.open("/collection");
            phone.seeText("Tern Grey");
            phone.gone(By.xpath("//*[contains(., 'You see what was kept on this device')]"));
        }
    }

    @Test
    void aPhoneThatDoesNotTrustItIsToldWhyAndHow() {
        try (Browser phone =
                new Browser(https, Map.of("HOME", home.resolve("strange").toString()))) {
            phone.open("/phone");
            // The warning of Chromium, passed over as its developers do.
            phone.seeText("Your connection is not private");
            phone.key("thisisunsafe");
            phone.seeText("Molvet on this phone");
            phone.seeText("Download molvet.crt");
            signIn(phone);
            phone.open("/shop");
            phone.seeText("the browser keeps nothing of a Molvet it does not trust");
            assertThat(phone.all(By.linkText("How a phone comes to trust it"))).hasSize(1);
        }
    }

    /** The camera is Chromium’s simulated one, which sees a film of one printed code. */
    @Test
    void theCameraReadsACardsCodeAndOpensItsPaint() throws Exception {
        Path film = home.resolve("card.y4m");
        Files.write(film, film("https://elsewhere.example:8788/m/0001"));
        try (Browser phone = new Browser(
                RunningMolvet.url(),
                Map.of(),
                "--use-fake-ui-for-media-stream",
                "--use-fake-device-for-media-stream",
                "--use-file-for-fake-video-capture=" + film)) {
            signIn(phone);
            phone.see(By.cssSelector("button[aria-label='Read a code']")).click();
            phone.seeAddress("/paints/");
            phone.seeText("Tern Grey");
        }
    }

    /** A film of one frame, in grey: a QR code in the middle of a sheet. */
    private static byte[] film(String code) throws Exception {
        int width = 640;
        int height = 480;
        BitMatrix bits = new QRCodeWriter().encode(code, BarcodeFormat.QR_CODE, 300, 300);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(("YUV4MPEG2 W" + width + " H" + height + " F10:1 Ip A1:1 C420jpeg\nFRAME\n").getBytes());
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                boolean in = x >= 170 && x < 470 && y >= 90 && y < 390;
                out.write(in && bits.get(x - 170, y - 90) ? 20 : 235);
            }
        }
        byte[] grey = new byte[width * height / 2];
        Arrays.fill(grey, (byte) 128);
        out.write(grey);
        return out.toByteArray();
    }

    @Test
    void theAccountSaysWhereAndHowAndAnotherMolvetSaysItIsAlone() {
        Api.Answer door = collector.get("/api/phone").must(200);
        assertThat(door.json().get("address").asString()).isEqualTo("https://127.0.0.1:8788/phone");
        assertThat(door.json().get("fingerprint").asString()).matches("([0-9A-F]{2}:){31}[0-9A-F]{2}");
        assertThat(collector.get("/phone/code.txt").must(200).text().lines()).hasSizeGreaterThan(12);
        assertThat(collector.get("/phone/molvet.crt").must(200).text()).contains("BEGIN CERTIFICATE");
        Api alone = Api.collector();
        assertThat(alone.get("/api/phone").json().get("address").asString()).isEmpty();
        assertThat(alone.get("/phone").must(404).text()).contains("start --phone");
    }

    private static void signIn(Browser phone) {
        phone.open("/");
        phone.type("E-mail", email);
        phone.type("Password", Api.PASSWORD);
        phone.press("Sign in");
        phone.see(By.id("work"));
    }
}
