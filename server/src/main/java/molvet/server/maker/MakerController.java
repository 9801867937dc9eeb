package molvet.server.maker;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import molvet.core.maker.ColourStatus;
import molvet.core.maker.LineGrade;
import molvet.core.maker.MakerScale;
import molvet.core.maker.PublishedScale;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Trait;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Makers, their scales, lines, colours and editions. */
@RestController
class MakerController {
    private final Makers makers;
    private final MakerStore store;
    private final LabelReader reader;
    private final Makers.Use use;

    MakerController(Makers makers, MakerStore store, LabelReader reader, Makers.Use use) {
        this.use = use;
        this.makers = makers;
        this.store = store;
        this.reader = reader;
    }

    /** A claim as written and, where it can be mapped, on our scale. */
    record EditionClaim(
            String trait, String asWritten, @Nullable String grade) {}

    /** {@code written}: the scale as it is typed; {@code words}: who published it. */
    record PublishedScaleView(String words, String written) {}

    /** {@code published}: scales to begin from. */
    record ScaleView(String trait, String written, List<String> steps, List<PublishedScaleView> published) {}

    record MakerView(
            long id,
            String name,
            String initials,
            String note,
            List<ScaleView> scales,
            int paints,
            List<LineView> lines,
            int version) {}

    record MakerEntry(long id, String name, String initials, int paints, int lines) {}

    record MakerList(List<MakerEntry> makers) {}

    record LineView(
            long id, String name, @OneOf(LineGrade.class) String grade, boolean honey, int colours, int version) {}

    record EditionView(
            long id,
            String label,
            @Nullable Integer sinceYear,
            String labelText,
            String sizes,
            List<String> recipe,
            List<EditionClaim> claims,
            String note) {}

    record ColourView(
            long id,
            String catalogueNumber,
            String name,
            List<Makers.NewName> names,
            @Nullable Integer series,
            @OneOf(ColourStatus.class) String status,
            List<EditionView> editions,
            int version) {}

    record LeafletView(long id, String title, String mediaType, long size) {}

    record LinePage(
            long id,
            String name,
            @OneOf(LineGrade.class) String grade,
            boolean honey,
            long maker,
            String makerName,
            List<ColourView> colours,
            List<LeafletView> leaflets,
            int version) {}

    @GetMapping("/api/makers")
    MakerList all(Collector me) {
        Map<Long, Integer> paints = use.paints(me);
        return new MakerList(store.makers(me).stream()
                .map(m -> new MakerEntry(m.id(), m.name(), m.initials(), paints.getOrDefault(m.id(), 0), m.lines()))
                .toList());
    }

    @PostMapping("/api/makers")
    @ResponseStatus(HttpStatus.CREATED)
    MakerView add(Collector me, @RequestBody Makers.NewMaker maker) {
        return one(me, makers.addMaker(me, maker));
    }

    @GetMapping("/api/makers/{maker}")
    MakerView one(Collector me, @PathVariable long maker) {
        MakerStore.MakerRow m = store.maker(me, maker).orElseThrow(() -> new NotFound("There is no such maker."));
        return new MakerView(
                m.id(),
                m.name(),
                m.initials(),
                m.note(),
                Arrays.stream(Trait.values())
                        .map(t -> new ScaleView(
                                t.words(),
                                m.scale(t).toString(),
                                t.scale().stream().map(g -> g.words()).toList(),
                                Arrays.stream(PublishedScale.values())
                                        .filter(s -> s.scale().trait() == t)
                                        .map(s -> new PublishedScaleView(
                                                s.words(), s.scale().toString()))
                                        .toList()))
                        .toList(),
                use.paints(me).getOrDefault(maker, 0),
                store.lines(me, maker).stream()
                        .map(l -> new LineView(l.id(), l.name(), l.grade(), l.honey(), l.colours(), l.version()))
                        .toList(),
                m.version());
    }

    @PutMapping("/api/makers/{maker}")
    MakerView change(Collector me, @PathVariable long maker, @RequestBody Makers.NewMaker changed) {
        makers.changeMaker(me, maker, changed);
        return one(me, maker);
    }

    @DeleteMapping("/api/makers/{maker}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long maker) {
        makers.deleteMaker(me, maker);
    }

    @PostMapping("/api/makers/{maker}/lines")
    @ResponseStatus(HttpStatus.CREATED)
    LinePage addLine(Collector me, @PathVariable long maker, @RequestBody Makers.NewLine line) {
        return line(me, makers.addLine(me, maker, line));
    }

    @GetMapping("/api/lines/{line}")
    LinePage line(Collector me, @PathVariable long line) {
        MakerStore.LineRow l = store.line(me, line).orElseThrow(() -> new NotFound("There is no such line."));
        MakerStore.MakerRow m = store.maker(me, l.makerId()).orElseThrow();
        Map<Long, List<MakerStore.NameRow>> names =
                store.names(me, line).stream().collect(Collectors.groupingBy(MakerStore.NameRow::colourId));
        Map<Long, List<MakerStore.EditionRow>> editions =
                store.editions(me, line).stream().collect(Collectors.groupingBy(MakerStore.EditionRow::colourId));
        return new LinePage(
                l.id(),
                l.name(),
                l.grade(),
                l.honey(),
                m.id(),
                m.name(),
                store.colours(me, line).stream()
                        .map(c -> new ColourView(
                                c.id(),
                                c.catalogueNumber(),
                                c.name(),
                                names.getOrDefault(c.id(), List.of()).stream()
                                        .map(n -> new Makers.NewName(n.language(), n.name()))
                                        .toList(),
                                c.series(),
                                c.status(),
                                editions.getOrDefault(c.id(), List.of()).stream()
                                        .map(e -> edition(e, m))
                                        .toList(),
                                c.version()))
                        .toList(),
                store.leaflets(me, line).stream()
                        .map(f -> new LeafletView(f.id(), f.title(), f.mediaType(), f.size()))
                        .toList(),
                l.version());
    }

    @PutMapping("/api/lines/{line}")
    LinePage changeLine(Collector me, @PathVariable long line, @RequestBody Makers.NewLine changed) {
        makers.changeLine(me, line, changed);
        return line(me, line);
    }

    @PostMapping("/api/lines/{line}/colours")
    @ResponseStatus(HttpStatus.CREATED)
    ColourView addColour(Collector me, @PathVariable long line, @RequestBody Makers.NewColour colour) {
        return colour(me, makers.addColour(me, line, colour));
    }

    @GetMapping("/api/colours/{colour}")
    ColourView colour(Collector me, @PathVariable long colour) {
        MakerStore.ColourRow row = store.colour(me, colour).orElseThrow(() -> new NotFound("There is no such colour."));
        return line(me, row.lineId()).colours().stream()
                .filter(c -> c.id() == colour)
                .findFirst()
                .orElseThrow();
    }

    @PutMapping("/api/colours/{colour}")
    ColourView changeColour(Collector me, @PathVariable long colour, @RequestBody Makers.NewColour changed) {
        makers.changeColour(me, colour, changed);
        return colour(me, colour);
    }

    @PostMapping("/api/colours/{colour}/editions")
    @ResponseStatus(HttpStatus.CREATED)
    ColourView addEdition(Collector me, @PathVariable long colour, @RequestBody Makers.NewEdition edition) {
        makers.addEdition(me, colour, edition);
        return colour(me, colour);
    }

    private EditionView edition(MakerStore.EditionRow e, MakerStore.MakerRow maker) {
        return new EditionView(
                e.id(),
                e.label(),
                e.sinceYear(),
                e.labelText(),
                e.sizes(),
                reader.read(e.labelText()).recipe().pigments().stream()
                        .map(PigmentCode::toString)
                        .toList(),
                Arrays.stream(Trait.values())
                        .map(t -> claim(maker.scale(t), written(e, t)))
                        .filter(c -> !c.asWritten().isEmpty())
                        .toList(),
                e.note());
    }

    private static EditionClaim claim(MakerScale scale, String written) {
        var claim = scale.claim(written);
        return new EditionClaim(
                scale.trait().words(),
                claim.asWritten(),
                claim.grade().map(g -> g.name()).orElse(null));
    }

    private static String written(MakerStore.EditionRow e, Trait trait) {
        return switch (trait) {
            case LIGHTFASTNESS -> e.claimLightfastness();
            case TRANSPARENCY -> e.claimTransparency();
            case STAINING -> e.claimStaining();
            case GRANULATION -> e.claimGranulation();
        };
    }
}
