package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import molvet.server.Api;
import org.junit.jupiter.api.Test;

/** What printed codes lead to. */
class PrintedAddressTest {
    @Test
    void theAddressThatIsToldIsPrintedWithoutASlashAtItsEnd() {
        assertThat(new PrintedAddress(" http://192.168.1.20:8787/ ").base()).isEqualTo("http://192.168.1.20:8787");
    }

    @Test
    void otherwiseTheAddressMolvetWasAskedAt() {
        Api me = Api.collector();
        long paint = me.paint("Tern Grey", "PBk9").get("id").asLong();
        long chart = me.post(
                        "/api/charts",
                        java.util.Map.of(
                                "form",
                                "GRID",
                                "paper",
                                java.util.Map.of("width", 210, "height", 297),
                                "paints",
                                java.util.List.of(paint)))
                .must(201)
                .json()
                .get("id")
                .asLong();
        assertThat(me.get("/api/charts/" + chart + "/geometry")
                        .json()
                        .at("/pages/0/qr/text")
                        .asString())
                .isEqualTo(molvet.server.RunningMolvet.url() + "/c/" + chart + "/1");
    }

    @Test
    void onlyNamesOfThisMachineAreBelieved() throws Exception {
        KnownHosts hosts = new KnownHosts("https://paint.example:8443/", "atelier.example, Studio.Example");
        assertThat(java.util.List.of(
                        "localhost",
                        "127.0.0.1",
                        "[::1]",
                        "LOCALHOST",
                        "paint.example",
                        "atelier.example",
                        "studio.example."))
                .allMatch(hosts::knows);
        assertThat(java.util.List.of("evil.example", "127.0.0.1.evil.example", "paint.example.evil.example", ""))
                .noneMatch(hosts::knows);
        try (var socket = new java.net.Socket(
                "127.0.0.1",
                java.net.URI.create(molvet.server.RunningMolvet.url()).getPort())) {
            socket.getOutputStream()
                    .write("GET / HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\n\r\n".getBytes());
            String answer = new String(socket.getInputStream().readAllBytes());
            assertThat(answer)
                    .startsWith("HTTP/1.1 421")
                    .contains("evil.example")
                    .contains("MOLVET_HOSTS");
        }
    }
}
