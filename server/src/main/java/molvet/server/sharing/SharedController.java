package molvet.server.sharing;

import io.swagger.v3.oas.annotations.Hidden;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import molvet.server.platform.NotFound;
import molvet.server.platform.Problems;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/**
 * What is shared, for whoever has its address: no session, no script, nothing else in reach. The page is for people; what it shows
 * is for programs under {@code /api/shared}.
 */
@RestController
class SharedController {
    private static final MediaType HTML = new MediaType("text", "html", StandardCharsets.UTF_8);

    private final Shares shares;
    private final SharedPage page;

    SharedController(Shares shares, SharedPage page) {
        this.shares = shares;
        this.page = page;
    }

    @GetMapping("/api/shared/{word}")
    ResponseEntity<Shown> shown(@PathVariable String word) {
        return hidden(ResponseEntity.ok()).body(shares.look(word, true));
    }

    @Hidden
    @GetMapping("/s/{word}")
    ResponseEntity<String> page(@PathVariable String word) {
        try {
            Shown shown = shares.look(word, true);
            return hidden(ResponseEntity.ok()).contentType(HTML).body(page.of(shown, word));
        } catch (NotFound e) {
            return hidden(ResponseEntity.status(HttpStatus.NOT_FOUND))
                    .contentType(HTML)
                    .body(page.nothing(e.getMessage()));
        } catch (RuntimeException e) {
            if (!Problems.isDatabaseAway(e)) throw e;
            // Whoever was given a link is no program: they are told in words, and that the link itself still holds.
            return hidden(ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE))
                    .header(HttpHeaders.RETRY_AFTER, "30")
                    .contentType(HTML)
                    .body(page.later());
        }
    }

    /** For messengers, which show a picture beside a link; looking at it is not counted. */
    @Hidden
    @GetMapping(path = "/s/{word}/picture.png", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> picture(@PathVariable String word) throws IOException {
        return hidden(ResponseEntity.ok())
                .contentType(MediaType.IMAGE_PNG)
                .body(SharedPicture.of(shares.look(word, false)));
    }

    @Hidden
    @GetMapping(path = "/s/style.css", produces = "text/css")
    ResponseEntity<ClassPathResource> style() {
        return ResponseEntity.ok().body(new ClassPathResource("sharing/style.css"));
    }

    /** Search engines stay away, the address is told to nobody further on, and nothing of it is kept on the way. */
    private static ResponseEntity.BodyBuilder hidden(ResponseEntity.BodyBuilder answer) {
        return answer.cacheControl(CacheControl.noStore())
                .header("X-Robots-Tag", "noindex, nofollow, noarchive")
                .header("Referrer-Policy", "no-referrer");
    }
}
