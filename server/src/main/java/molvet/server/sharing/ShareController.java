package molvet.server.sharing;

import java.util.List;
import molvet.server.platform.Collector;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What one shares with others: made, listed, taken back. */
@RestController
class ShareController {
    private final Shares shares;

    ShareController(Shares shares) {
        this.shares = shares;
    }

    @PostMapping("/api/shares")
    @ResponseStatus(HttpStatus.CREATED)
    Shares.Shared share(Collector me, @RequestBody Shares.NewShare typed) {
        return shares.share(me, typed);
    }

    record ShareList(List<Shares.ShareView> shares) {}

    @GetMapping("/api/shares")
    ShareList all(Collector me) {
        return new ShareList(shares.all(me));
    }

    @GetMapping("/api/shares/{share}")
    Shares.ShareView one(Collector me, @PathVariable long share) {
        return shares.one(me, share);
    }

    @DeleteMapping("/api/shares/{share}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(Collector me, @PathVariable long share) {
        shares.takeBack(me, share);
    }
}
