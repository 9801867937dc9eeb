package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import molvet.server.Api;
import molvet.server.TestDatabase;
import molvet.server.Wait;
import molvet.server.maker.MakersChartApiTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * A server with the heap that ships is sent everything hostile there is, four files at a time, while another collector turns pages:
 * each file is taken or refused, and every page is there.
 */
class HostileFilesTest {
    @TempDir
    private Path dir;

    @Test
    void oneCollectorsFilesHoldNobodyElseUp() throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        File log = dir.resolve("server.log").toFile();
        Process server = started(port, log);
        ExecutorService senders = Executors.newFixedThreadPool(4);
        ExecutorService reader = Executors.newSingleThreadExecutor();
        try {
            String url = "http://127.0.0.1:" + port;
            Wait.until(() -> new Api(url).get("/api/health").status(), status -> status == 200 || !server.isAlive());
            assertThat(server.isAlive()).as(Files.readString(log.toPath())).isTrue();
            Api other = Api.collector().at(url);
            other.paint("Tide", "PB29");
            Api hostile = Api.collector().at(url);
            long maker = hostile.post("/api/makers", Map.of("name", "Kelpwick"))
                    .must(201)
                    .json()
                    .get("id")
                    .asLong();
            long line = hostile.post("/api/makers/" + maker + "/lines", Map.of("name", "Honey-bound"))
                    .must(201)
                    .json()
                    .get("id")
                    .asLong();
            // Two pages are turned for each file as it is sent.
            Semaphore begun = new Semaphore(0);
            List<Future<Integer>> sent = new ArrayList<>();
            for (byte[] picture : HostilePicturesTest.files()) {
                sent.add(senders.submit(() -> {
                    begun.release(2);
                    return hostile.upload("/api/readings", "a.png", picture).status();
                }));
            }
            for (var table : MakersChartApiTest.hostile().toList()) {
                byte[] file = (byte[]) table.get()[1];
                sent.add(senders.submit(() -> {
                    begun.release(2);
                    return hostile.upload("/api/lines/" + line + "/chart/preview", "table", "a.csv", file)
                            .status();
                }));
            }
            Future<Integer> missed = reader.submit(() -> {
                int not = 0;
                for (int page = 0; page < 2 * sent.size(); page++) {
                    begun.acquire();
                    if (other.get("/api/paints?find=tide").status() != 200) not++;
                }
                return not;
            });
            for (Future<Integer> f : sent) assertThat(f.get()).isBetween(200, 499);
            assertThat(missed.get()).as("pages that were not there").isZero();
            assertThat(Files.readString(log.toPath())).doesNotContain("OutOfMemoryError");
            assertThat(server.isAlive()).isTrue();
        } finally {
            senders.shutdownNow();
            reader.shutdownNow();
            server.destroyForcibly().waitFor();
        }
    }

    private static Process started(int port, File log) throws Exception {
        List<String> command = new ArrayList<>(List.of(
                ProcessHandle.current().info().command().orElse("java"),
                "-Djava.awt.headless=true",
                "-Xmx900m",
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                "molvet.server.Molvet",
                "--server.port=" + port,
                "--molvet.sign-up=open",
                "--molvet.password-cost=4"));
        TestDatabase.get().properties().forEach((k, v) -> command.add("--" + k + "=" + v));
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log)
                .start();
    }
}
