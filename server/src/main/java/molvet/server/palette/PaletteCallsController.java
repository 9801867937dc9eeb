package molvet.server.palette;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.palette.Arrangement;
import molvet.core.palette.Box;
import molvet.core.palette.Differences;
import molvet.core.palette.Identification;
import molvet.core.palette.Packing;
import molvet.core.palette.Wells;
import molvet.core.pigment.Granulation;
import molvet.server.colour.LabValue;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Thinking;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Arithmetic of palettes for scripts and spreadsheets: what is sent is worked out, and nothing is kept. */
@RestController
class PaletteCallsController {
    /** With what is around it, an answer comes within two seconds. */
    static final Duration MOST = Duration.ofMillis(1700);

    private final Thinking thinking;

    PaletteCallsController(Thinking thinking) {
        this.thinking = thinking;
    }

    record ArrangedColour(@Nullable Object id, @Nullable LabValue lab) {}

    /**
     * @param colours in the order they have now, well by well
     * @param locked by well, from 0: the colour that stays in it, or null for a well that stays empty
     */
    record ArrangeAsked(
            @Nullable Integer rows,
            @Nullable Integer columns,
            @Nullable List<ArrangedColour> colours,
            @Nullable Map<String, Object> locked) {}

    /**
     * @param wells along the rows
     * @param roughness the sum of ΔE00 over neighbours across and down; {@code bound} below which no order can be
     */
    record ArrangeAnswer(
            List<@Nullable Object> wells, double roughness, double roughnessAsGiven, double bound, boolean optimal) {}

    /** The smoothest order of colours in rows and columns. */
    @PostMapping("/api/palettes/arrange")
    ArrangeAnswer arrange(@RequestBody ArrangeAsked asked) {
        int rows = asked.rows == null ? 0 : asked.rows;
        int columns = asked.columns == null ? 0 : asked.columns;
        if (rows < 1 || columns < 1 || (long) rows * columns > Box.MOST_WELLS) {
            throw Refusal.of(
                    "rows",
                    "A box has between 1 and " + Box.MOST_WELLS + " wells, not " + Math.max(0L, (long) rows * columns)
                            + ".",
                    "Give its rows and columns.");
        }
        List<ArrangedColour> colours = asked.colours == null ? List.of() : asked.colours;
        if (colours.size() > rows * columns) {
            throw Refusal.of(
                    "colours",
                    colours.size() + " colours do not go into " + rows * columns + " wells.",
                    "Take a larger box, or leave some out.");
        }
        Map<String, Integer> byId = new HashMap<>();
        List<Lab> labs = new ArrayList<>();
        for (int i = 0; i < colours.size(); i++) {
            ArrangedColour c = colours.get(i);
            String id = id("colours[" + i + "].id", c == null ? null : c.id);
            if (c.lab == null) {
                throw Refusal.of(
                        "colours[" + i + "].lab",
                        "“" + id + "” has no colour.",
                        "Give l, a and b, or leave it out: without a colour it has no place in an order.");
            }
            labs.add(c.lab.lab());
            if (byId.put(id, i) != null) {
                throw Refusal.of(
                        "colours[" + i + "].id", "“" + id + "” is there twice.", "Give each an id of its own.");
            }
        }
        Map<Integer, Integer> locked = locked(asked.locked, byId, rows * columns);
        List<Integer> given = new ArrayList<>();
        for (int w = 0; w < rows * columns; w++) given.add(w < colours.size() ? w : -1);
        Arrangement.Question question = new Arrangement.Question(
                Wells.grid(rows, columns), Differences.of(labs), given, locked, List.of(), List.of());
        Arrangement a = thinking.within(MOST, goOn -> Arrangement.smoothest(question, 1, true, goOn));
        List<@Nullable Object> wells = new ArrayList<>();
        a.wells().forEach(c -> wells.add(c < 0 ? null : colours.get(c).id));
        return new ArrangeAnswer(wells, a.roughness(), a.asGiven(), a.bound(), a.optimal());
    }

    private static Map<Integer, Integer> locked(
            @Nullable Map<String, Object> asked, Map<String, Integer> byId, int wells) {
        Map<Integer, Integer> locked = new HashMap<>();
        if (asked == null) return locked;
        Set<Integer> taken = new HashSet<>();
        asked.forEach((well, id) -> {
            int w = well.matches("\\d{1,4}") ? Integer.parseInt(well) : -1;
            if (w < 0 || w >= wells) {
                throw Refusal.of(
                        "locked",
                        "There is no well “" + brief(well) + "”.",
                        "Wells are numbered along the rows from 0 to " + (wells - 1) + ".");
            }
            Integer colour = id == null ? Integer.valueOf(Arrangement.EMPTY) : byId.get(brief(String.valueOf(id)));
            if (colour == null) {
                throw Refusal.of(
                        "locked",
                        "“" + brief(String.valueOf(id)) + "” is none of the colours.",
                        "Lock one that is there.");
            }
            if (colour >= 0 && !taken.add(colour)) {
                throw Refusal.of(
                        "locked",
                        "“" + brief(String.valueOf(id)) + "” is locked into two wells.",
                        "Unlock one of them.");
            }
            locked.put(w, colour);
        });
        return locked;
    }

    private static String id(String where, @Nullable Object id) {
        boolean plain = id instanceof String s && !s.isBlank() && s.length() <= 80 || id instanceof Number;
        if (!plain)
            throw Refusal.of(where, "An id is missing here.", "Give each an id of its own: a word or a number.");
        return String.valueOf(id);
    }

    private static String brief(String text) {
        return text.length() > 80 ? text.substring(0, 80) + "…" : text;
    }

    // ---- fit --------------------------------------------------------------------------------------------------------

    record Inside(@Nullable Double width, @Nullable Double height) {}

    record PansAsked(
            @Nullable Object id,
            @Nullable Double width,
            @Nullable Double height,
            @Nullable Integer count) {}

    record PansFitAsked(
            @Nullable Inside inside,
            @Nullable Double between,
            @Nullable List<PansAsked> pans) {}

    record PlacedPan(Object id, double x, double y, double width, double height, boolean turned) {}

    record LeftPans(Object id, int count) {}

    /**
     * @param proof NONE where all fit; AREA, ROWS, WASTE or TRIED where it is proven that not all can; NOT_FOUND where no way was found
     * @param said the same in a sentence
     */
    record PansFit(
            boolean fits,
            List<PlacedPan> placed,
            List<LeftPans> left,
            @OneOf(Packing.Proof.class) String proof,
            String said) {}

    /** Whether pans go into a box, turned where it helps. */
    @PostMapping("/api/palettes/fit")
    PansFit fit(@RequestBody PansFitAsked asked) {
        if (asked.inside == null || asked.inside.width == null || asked.inside.height == null) {
            throw Refusal.of("inside", "The inside of the box is missing.", "Give its width and height in mm.");
        }
        List<PansAsked> pans = asked.pans == null ? List.of() : asked.pans;
        if (pans.size() > 60)
            throw Refusal.of("pans", "There are more than 60 sorts of pan.", "Put equal ones together.");
        Map<String, Object> ids = new HashMap<>();
        List<Packing.Pans> sorts = new ArrayList<>();
        for (int i = 0; i < pans.size(); i++) {
            PansAsked p = pans.get(i);
            String id = id("pans[" + i + "].id", p == null ? null : p.id);
            if (ids.put(id, p.id) != null) {
                throw Refusal.of(
                        "pans[" + i + "].id", "“" + id + "” is there twice.", "Give each sort an id of its own.");
            }
            if (p.width == null || p.height == null) {
                throw Refusal.of("pans[" + i + "]", "“" + id + "” is not measured.", "A half pan is 16 × 19 mm.");
            }
            sorts.add(new Packing.Pans(id, p.width, p.height, p.count == null ? 1 : p.count));
        }
        Packing packing = thinking.within(
                Duration.ofSeconds(1),
                goOn -> Packing.of(
                        asked.inside.width,
                        asked.inside.height,
                        asked.between == null ? 0 : asked.between,
                        sorts,
                        goOn));
        return new PansFit(
                packing.fits(),
                packing.placed().stream()
                        .map(p -> new PlacedPan(
                                ids.get(p.id()),
                                p.box().x(),
                                p.box().y(),
                                p.box().width(),
                                p.box().height(),
                                p.turned()))
                        .toList(),
                packing.left().stream()
                        .map(l -> new LeftPans(ids.get(l.id()), l.count()))
                        .toList(),
                packing.proof().name(),
                packing.said());
    }

    // ---- identify ---------------------------------------------------------------------------------------------------

    record MeasuredSwatch(
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            @OneOf(Granulation.class) @Nullable String granulation) {}

    record CandidatePaint(
            @Nullable Object id,
            @Nullable String name,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            @OneOf(Granulation.class) @Nullable String granulation) {}

    record IdentifyAsked(
            @Nullable List<MeasuredSwatch> measured,
            @Nullable List<CandidatePaint> candidates) {}

    /** @param id null where it is none of the candidates, or none was left */
    record IdentifiedSwatch(
            int measured,
            @Nullable Object id,
            double deltaE,
            boolean sure,
            @Nullable Object runnerUp,
            String reason) {}

    record IdentifyAnswer(List<IdentifiedSwatch> matches) {}

    /** Which measured swatch is which paint: the likeliest one-to-one assignment. */
    @PostMapping("/api/palettes/identify")
    IdentifyAnswer identify(@RequestBody IdentifyAsked asked) {
        List<MeasuredSwatch> measured = asked.measured == null ? List.of() : asked.measured;
        List<CandidatePaint> candidates = asked.candidates == null ? List.of() : asked.candidates;
        if (measured.size() > Identification.MOST || candidates.size() > Identification.MOST) {
            throw Refusal.of(
                    "measured",
                    "More than " + Identification.MOST + " are not told apart at once.",
                    "Send them in parts.");
        }
        Map<String, Object> ids = new HashMap<>();
        List<Identification.Candidate> paints = IntStream.range(0, candidates.size())
                .mapToObj(i -> {
                    CandidatePaint c = candidates.get(i);
                    String id = id("candidates[" + i + "].id", c == null ? null : c.id);
                    if (ids.put(id, c.id) != null) {
                        throw Refusal.of(
                                "candidates[" + i + "].id",
                                "“" + id + "” is there twice.",
                                "Give each an id of its own.");
                    }
                    String name = c.name == null || c.name.isBlank() ? id : brief(c.name.strip());
                    return Identification.Candidate.of(
                                    id,
                                    name,
                                    lab("candidates[" + i + "].massTone", c.massTone),
                                    Optional.ofNullable(c.tint).map(LabValue::lab))
                            .granulating(granulation(c.granulation));
                })
                .toList();
        List<Identification.Measured> swatches = IntStream.range(0, measured.size())
                .mapToObj(i -> new Identification.Measured(
                        lab("measured[" + i + "].massTone", measured.get(i) == null ? null : measured.get(i).massTone),
                        Optional.ofNullable(measured.get(i).tint).map(LabValue::lab),
                        granulation(measured.get(i).granulation)))
                .toList();
        Identification found = thinking.within(MOST, goOn -> Identification.of(swatches, paints));
        return new IdentifyAnswer(found.matches().stream()
                .map(m -> new IdentifiedSwatch(
                        m.measured(),
                        m.id().map(ids::get).orElse(null),
                        m.deltaE(),
                        m.sure(),
                        m.runnerUp().map(ids::get).orElse(null),
                        m.reason()))
                .toList());
    }

    private static Lab lab(String where, @Nullable LabValue value) {
        if (value == null) throw Refusal.of(where, "There is no colour here.", "Give l, a and b of its mass tone.");
        return value.lab();
    }

    private static Optional<Granulation> granulation(@Nullable String typed) {
        return Fields.text(typed).isBlank()
                ? Optional.empty()
                : Optional.of(Fields.one("granulation", typed, Granulation.values()));
    }
}
