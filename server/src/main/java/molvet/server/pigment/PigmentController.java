package molvet.server.pigment;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.LabelReading;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Note;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Strength;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The reference of pigments, and reading them from labels. */
@RestController
class PigmentController {
    private final PigmentReference reference;
    private final LabelReader reader;
    private final Doubts doubts;
    private final PigmentUse use;

    PigmentController(PigmentReference reference, LabelReader reader, Doubts doubts, PigmentUse use) {
        this.use = use;
        this.reference = reference;
        this.reader = reader;
        this.doubts = doubts;
    }

    /** {@code paints}: how many paints of the collection hold it. */
    record Entry(
            String code,
            @Nullable String colourIndex,
            String chemicalName,
            String family,
            String hue,
            @OneOf(Lightfastness.class) String lightfastness,
            @OneOf(Transparency.class) String transparency,
            @OneOf(Staining.class) String staining,
            @OneOf(Granulation.class) String granulation,
            @OneOf(Strength.class) String strength,
            List<String> cautions,
            boolean outOfProduction,
            List<String> names,
            String note,
            int paints) {}

    record Entries(List<Entry> pigments, String source) {}

    record EntryPage(Entry pigment, String guidance, String deferral, List<String> sharesNumberWith, String source) {}

    record Label(String text, @Nullable String name) {}

    record Ingredient(
            String code,
            @Nullable String colourIndex,
            @Nullable String chemicalName,
            boolean known) {}

    record Read(List<Ingredient> recipe, List<Note> notes, List<String> unread) {}

    static final String SOURCE = "From memory and general knowledge of the trade; any paint may differ.";

    @GetMapping("/api/pigments")
    Entries all(Collector me) {
        Map<String, Integer> counts = use.holding(me);
        return new Entries(
                reference.all().stream()
                        .map(p -> entry(p, counts.getOrDefault(p.code().toString(), 0)))
                        .toList(),
                SOURCE);
    }

    @GetMapping("/api/pigments/{code}")
    EntryPage one(Collector me, @PathVariable String code) {
        Pigment p = PigmentCode.parse(code)
                .flatMap(reference::find)
                .orElseThrow(() -> new NotFound(
                        "The reference has no pigment “" + (code.length() > 20 ? "of that name" : code) + "”."));
        int paints = use.holding(me).getOrDefault(p.code().toString(), 0);
        List<String> sharing = p.constitution().stream()
                .flatMap(n -> reference.withConstitution(n).stream())
                .map(o -> o.code().toString())
                .filter(c -> !c.equals(p.code().toString()))
                .toList();
        return new EntryPage(entry(p, paints), Cautions.GUIDANCE, Cautions.DEFERRAL, sharing, SOURCE);
    }

    @PostMapping(path = "/api/pigments/read", consumes = MediaType.APPLICATION_JSON_VALUE)
    Read read(@RequestBody Label label) {
        LabelReading reading = reader.read(Optional.ofNullable(label.text()).orElse(""));
        List<Note> notes = new ArrayList<>(reading.notes());
        notes.addAll(
                doubts.about(reading.recipe(), Optional.ofNullable(label.name()).orElse("")));
        return new Read(ingredients(reading.recipe()), notes, reading.unread());
    }

    private List<Ingredient> ingredients(Recipe recipe) {
        return recipe.pigments().stream()
                .map(c -> {
                    Optional<Pigment> p = reference.find(c);
                    return new Ingredient(
                            c.toString(),
                            p.flatMap(Pigment::constitution).orElse(null),
                            p.map(Pigment::chemicalName).orElse(null),
                            p.isPresent());
                })
                .toList();
    }

    private static Entry entry(Pigment p, int paints) {
        return new Entry(
                p.code().toString(),
                p.constitution().orElse(null),
                p.chemicalName(),
                p.family(),
                p.hue().words(),
                p.usually(Trait.LIGHTFASTNESS).name(),
                p.usually(Trait.TRANSPARENCY).name(),
                p.usually(Trait.STAINING).name(),
                p.usually(Trait.GRANULATION).name(),
                p.strength().name(),
                p.cautions(),
                p.outOfProduction(),
                p.names(),
                p.note(),
                paints);
    }
}
