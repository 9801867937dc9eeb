package molvet.server.find;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import molvet.server.platform.Collector;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;

/**
 * Writes one collector’s whole collection into a file and ends: for whoever runs this Molvet and is asked by somebody for
 * what is theirs. Started by the script, beside the servers.
 */
@Component
class HandedOut implements ApplicationRunner {
    private final ExportController exports;
    private final ApplicationContext application;
    private final long whose;
    private final String file;

    /** @param whose the collector; 0: this is a server, and nothing is handed out */
    HandedOut(
            ExportController exports,
            ApplicationContext application,
            @Value("${molvet.hand-out:0}") long whose,
            @Value("${molvet.hand-out-to:}") String file) {
        this.exports = exports;
        this.application = application;
        this.whose = whose;
        this.file = file;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (whose == 0) return;
        write(new Collector(whose, ""), Path.of(file));
        System.exit(SpringApplication.exit(application));
    }

    /** All or nothing: what broke off leaves no file. */
    private void write(Collector me, Path to) {
        Path part = to.resolveSibling(to.getFileName() + ".part");
        try {
            try (OutputStream out = Files.newOutputStream(part)) {
                exports.archive(me, out);
            }
            Files.move(part, to);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            part.toFile().delete();
        }
    }
}
