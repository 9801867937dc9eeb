package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import molvet.core.measure.Refusal;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import org.junit.jupiter.api.Test;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** An answer that cannot be ended is broken off, so that nobody keeps a half archive for a whole one. */
class BrokenOffTest {
    @RestController
    @ConditionalOnProperty("molvet.breaks")
    static class Breaks {
        @GetMapping("/api/breaks/after/{bytes}")
        void breaks(@PathVariable int bytes, HttpServletResponse response) throws IOException {
            response.setContentType("application/zip");
            response.getOutputStream().write(new byte[bytes]);
            if (bytes > 0) response.flushBuffer();
            throw Refusal.of("file", "This part is gone.", "");
        }
    }

    @Test
    void aProblemIsToldOnlyWhereNothingHasBeenSentYet() {
        try (var server = RunningMolvet.start(Map.of("molvet.breaks", true))) {
            Api me = Api.collector().at(RunningMolvet.url(server));
            assertThat(me.get("/api/breaks/after/0").must(422).text()).contains("This part is gone.");
            assertThatThrownBy(() -> me.get("/api/breaks/after/100000"))
                    .rootCause()
                    .isInstanceOf(IOException.class);
        }
    }
}
