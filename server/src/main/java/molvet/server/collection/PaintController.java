package molvet.server.collection;

import java.net.URI;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.Family;
import molvet.core.pigment.LabelReader;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Paints with their holdings and observations. */
@RestController
class PaintController {
    private static final int MOST_ROWS = 1000;

    private final Paints paints;
    private final PaintViews views;
    private final PaintStore store;
    private final LabelReader reader;

    PaintController(Paints paints, PaintViews views, PaintStore store, LabelReader reader) {
        this.paints = paints;
        this.views = views;
        this.store = store;
        this.reader = reader;
    }

    record Likenesses(List<PaintViews.Likeness> paints) {}

    /** Paints of like name or the same recipe, while one is being typed. */
    @GetMapping("/api/paints/alike")
    Likenesses alike(
            Collector me,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String pigments,
            @RequestParam(defaultValue = "0") long but) {
        String fingerprint = reader.read(pigments).recipe().fingerprint().orElse("");
        return new Likenesses(
                views.likenesses(me, name.length() > 160 ? name.substring(0, 160) : name, fingerprint, but));
    }

    @PostMapping("/api/paints")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<PaintViews.PaintPage> add(Collector me, @RequestBody Paints.NewPaint paint) {
        long id = paints.add(me, paint);
        return ResponseEntity.created(URI.create("/api/paints/" + id)).body(views.page(me, id));
    }

    @GetMapping("/api/paints/{paint}")
    PaintViews.PaintPage one(Collector me, @PathVariable long paint) {
        return views.page(me, paint);
    }

    @PutMapping("/api/paints/{paint}")
    PaintViews.PaintPage change(Collector me, @PathVariable long paint, @RequestBody Paints.NewPaint changed) {
        paints.change(me, paint, changed, () -> views.page(me, paint));
        return views.page(me, paint);
    }

    @DeleteMapping("/api/paints/{paint}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long paint) {
        paints.delete(me, paint);
    }

    @PostMapping("/api/paints/{paint}/holdings")
    @ResponseStatus(HttpStatus.CREATED)
    PaintViews.PaintPage addHolding(Collector me, @PathVariable long paint, @RequestBody Paints.NewHolding holding) {
        paints.addHolding(me, paint, holding);
        return views.page(me, paint);
    }

    @PutMapping("/api/holdings/{holding}")
    PaintViews.PaintPage changeHolding(
            Collector me, @PathVariable long holding, @RequestBody Paints.NewHolding changed) {
        return views.page(me, paints.changeHolding(me, holding, changed));
    }

    @DeleteMapping("/api/holdings/{holding}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteHolding(Collector me, @PathVariable long holding) {
        paints.deleteHolding(me, holding);
    }

    @PostMapping("/api/paints/{paint}/observations")
    @ResponseStatus(HttpStatus.CREATED)
    PaintViews.PaintPage observe(
            Collector me, @PathVariable long paint, @RequestBody Paints.NewObservation observation) {
        paints.observe(me, paint, observation);
        return views.page(me, paint);
    }

    @DeleteMapping("/api/observations/{observation}")
    PaintViews.PaintPage deleteObservation(Collector me, @PathVariable long observation) {
        long paint = store.observation(me, observation)
                .orElseThrow(() -> new NotFound("There is no such observation."))
                .paintId();
        paints.deleteObservation(me, observation);
        return views.page(me, paint);
    }

    record FamilyKept(@OneOf(Family.class) @Nullable String family) {}

    /** Where a colour on the cusp is kept from now on; without a family it finds its own again. */
    @PutMapping("/api/paints/{paint}/family")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void keepFamily(Collector me, @PathVariable long paint, @RequestBody FamilyKept kept) {
        paints.keepFamily(me, paint, kept.family());
    }

    /** {@code trait} and {@code steps} as they are sent; {@code key} the letter it is chosen by. */
    record EyeTraitView(String trait, String key, String words, List<String> steps) {}

    record EyeTraits(List<EyeTraitView> traits) {}

    /** What the eye can say of a swatch. */
    @GetMapping("/api/eye-traits")
    EyeTraits traits() {
        return new EyeTraits(Arrays.stream(EyeTrait.values())
                .map(t -> new EyeTraitView(
                        t.name().toLowerCase(Locale.ROOT), String.valueOf(t.key()), t.words(), t.steps()))
                .toList());
    }
}
