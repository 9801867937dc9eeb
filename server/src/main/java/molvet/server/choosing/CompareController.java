package molvet.server.choosing;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.choosing.Comparison;
import molvet.core.collection.MisleadingName;
import molvet.core.collection.Sample;
import molvet.core.collection.Strip;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.Grade;
import molvet.core.pigment.NamePromise;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.collection.PaintViews;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Two to twelve paints side by side at the same strength. */
@RestController
class CompareController {
    static final int MOST = 12;
    private static final int MOST_DPI = 342;
    /** Blues that go by one name lie about so far apart, in ΔE00 (common practice, no published source). */
    private static final double LIKE = 12;

    private final VoiceStore store;
    private final PaintViews views;
    private final PigmentReference reference;

    CompareController(VoiceStore store, PaintViews views, PigmentReference reference) {
        this.reference = reference;
        this.store = store;
        this.views = views;
    }

    /** What the voices say of one trait, in words; null where one is silent. */
    record TraitWords(
            @Nullable String label,
            @Nullable String pigments,
            @Nullable String paper,
            @Nullable String verdict,
            boolean disagree) {}

    /**
     * @param reading the one whose crop shows the real paper
     * @param strip colours at equal values; null where the paint is not measured
     * @param place in the tables of differences, from 0; null where it is not measured
     */
    record ComparedPaint(
            PaintViews.PaintEntry paint,
            @Nullable Long reading,
            @Nullable List<String> strip,
            @Nullable Integer place,
            @Nullable LabValue full,
            @Nullable String overBlack,
            List<String> promises,
            Map<String, TraitWords> voices) {}

    record PairSaid(long one, long other, double full, double middle, double tint, String said) {}

    /** @param values L* of the columns of the strips; empty where the paints have hardly a value in common */
    record ComparisonView(
            List<ComparedPaint> paints,
            List<Double> values,
            List<List<Double>> full,
            List<List<Double>> middle,
            List<List<Double>> tint,
            List<PairSaid> pairs,
            List<BetweenThem> between,
            List<String> notes) {}

    /** A measured paint that lies between two others in colour, with how far from each. */
    record BetweenThem(PaintViews.PaintEntry paint, double fromOne, double fromOther) {}

    private record Compared(List<VoiceRow> rows, List<Sample> measured, Optional<Comparison> comparison) {}

    @GetMapping("/api/compare")
    @Transactional(readOnly = true)
    public ComparisonView compare(Collector me, @RequestParam List<Long> paints) {
        Compared c = compared(me, paints);
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        views.entries(me, c.rows.stream().map(VoiceRow::id).toList()).forEach(e -> entries.put(e.id(), e));
        Map<Long, Integer> places = new HashMap<>();
        for (int i = 0; i < c.measured.size(); i++) places.put(c.measured.get(i).paint(), i);
        List<String> notes = new ArrayList<>();
        List<String> unmeasured = c.rows.stream()
                .filter(r -> !places.containsKey(r.id()))
                .map(VoiceRow::name)
                .toList();
        if (!unmeasured.isEmpty()) {
            notes.add("Not measured yet, so only label and pigments are lined up: " + String.join(", ", unmeasured)
                    + ".");
        }
        if (c.comparison.isPresent() && c.comparison.get().values().isEmpty()) {
            notes.add("These have hardly a value in common; each strip is its own run, not set to equal lightness.");
        }
        return new ComparisonView(
                c.rows.stream()
                        .map(r -> {
                            Integer place = places.get(r.id());
                            return new ComparedPaint(
                                    entries.get(r.id()),
                                    r.readingId(),
                                    c.comparison
                                            .filter(x -> place != null)
                                            .map(x -> hex(x.strips().get(place)))
                                            .orElse(null),
                                    place,
                                    r.massTone().map(LabValue::of).orElse(null),
                                    r.overBlack().map(CompareController::hex).orElse(null),
                                    promises(r),
                                    voices(r));
                        })
                        .toList(),
                c.comparison.map(Comparison::values).orElse(List.of()),
                c.comparison.map(Comparison::full).orElse(List.of()),
                c.comparison.map(Comparison::middle).orElse(List.of()),
                c.comparison.map(Comparison::tint).orElse(List.of()),
                c.comparison.map(CompareController::pairs).orElse(List.of()),
                between(me, c.rows),
                notes);
    }

    /** What the name says against what the recipe and the paper show; only where it is not kept. */
    private List<String> promises(VoiceRow r) {
        List<String> all = new ArrayList<>();
        NamePromise.in(r.name(), r.pigments(), reference).stream()
                .filter(n -> !n.kept())
                .forEach(n -> all.add(n.said()));
        MisleadingName.of(r.name(), r.pigments(), r.seen(), reference).ifPresent(all::add);
        return all;
    }

    /** Of exactly two: what is here that lies between them, the least out of the way first. */
    private List<BetweenThem> between(Collector me, List<VoiceRow> rows) {
        if (rows.size() != 2 || rows.stream().anyMatch(r -> r.massTone().isEmpty())) return List.of();
        Lab one = rows.get(0).massTone().orElseThrow();
        Lab other = rows.get(1).massTone().orElseThrow();
        double apart = one.differenceFrom(other);
        if (apart < LEAST_APART || apart > MOST_APART) return List.of();
        record Found(long id, double a, double b) {}
        List<Found> found = store.all(me).stream()
                .filter(r -> r.massTone().isPresent() && rows.stream().noneMatch(x -> x.id() == r.id()))
                .map(r -> new Found(
                        r.id(),
                        r.massTone().get().differenceFrom(one),
                        r.massTone().get().differenceFrom(other)))
                .filter(f -> f.a + f.b <= apart * DETOUR && Math.min(f.a, f.b) > apart / 5)
                .sorted(Comparator.comparingDouble(f -> f.a + f.b))
                .limit(MOST_BETWEEN)
                .toList();
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        views.entries(me, found.stream().map(Found::id).toList()).forEach(e -> entries.put(e.id(), e));
        return found.stream()
                .map(f -> new BetweenThem(entries.get(f.id), tenth(f.a), tenth(f.b)))
                .toList();
    }

    private static double tenth(double v) {
        return Math.round(v * 10) / 10.0;
    }

    /** Nearer than this, in ΔE00, nothing is looked for between two. */
    private static final double LEAST_APART = 4;
    /** Between colours farther apart lie only greys. */
    private static final double MOST_APART = 20;
    /** The way through a paint between two is at most so much longer than the straight one. */
    private static final double DETOUR = 1.25;

    private static final int MOST_BETWEEN = 6;

    private static List<PairSaid> pairs(Comparison c) {
        return c.sentences().stream()
                .map(p -> new PairSaid(
                        c.samples().get(p.one()).paint(),
                        c.samples().get(p.other()).paint(),
                        c.full().get(p.one()).get(p.other()),
                        c.middle().get(p.one()).get(p.other()),
                        c.tint().get(p.one()).get(p.other()),
                        p.said()))
                .sorted(Comparator.comparingDouble(PairSaid::full))
                .toList();
    }

    private Compared compared(Collector me, List<Long> paints) {
        List<Long> ids = paints.stream().distinct().toList();
        if (ids.size() < 2 || ids.size() > MOST) {
            throw Refusal.of(
                    "paints", ids.size() + " paints cannot be compared.", "Choose between 2 and " + MOST + ".");
        }
        List<VoiceRow> rows = store.some(me, ids);
        if (rows.size() < ids.size()) throw new NotFound("One of these paints is not in your collection.");
        List<Sample> measured = rows.stream().flatMap(r -> r.sample().stream()).toList();
        return new Compared(
                rows, measured, measured.isEmpty() ? Optional.empty() : Optional.of(Comparison.of(measured)));
    }

    static Map<String, TraitWords> voices(VoiceRow r) {
        Map<String, TraitWords> all = new LinkedHashMap<>();
        r.heard()
                .forEach((t, h) -> all.put(
                        t.words(),
                        new TraitWords(
                                words(h.label()),
                                words(h.pigments()),
                                words(h.paper()),
                                words(h.verdict()),
                                h.disagree())));
        return all;
    }

    private static @Nullable String words(Optional<Grade> grade) {
        return grade.map(Grade::words).orElse(null);
    }

    static String hex(Lab lab) {
        return Srgb.ofLab(lab).hex();
    }

    private static List<String> hex(List<Lab> labs) {
        return labs.stream().map(CompareController::hex).toList();
    }

    // ---- printed ----------------------------------------------------------------------------------------------------

    private ComparisonSheet sheet(Collector me, List<Long> paints) {
        Compared c = compared(me, paints);
        return new ComparisonSheet(
                c.rows.stream()
                        .map(r -> {
                            Optional<Integer> place = c.measured.stream()
                                    .filter(s -> s.paint() == r.id())
                                    .map(c.measured::indexOf)
                                    .findFirst();
                            Map<Trait, String> said = new LinkedHashMap<>();
                            r.heard()
                                    .forEach((t, h) -> h.verdict()
                                            .ifPresent(
                                                    g -> said.put(t, g.words() + (h.disagree() ? ", disputed" : ""))));
                            return new ComparisonSheet.Line(
                                    r.name(),
                                    r.maker(),
                                    r.recipe().isEmpty() ? "no pigments known" : r.recipe(),
                                    place.map(p -> hex(c.comparison
                                                    .orElseThrow()
                                                    .strips()
                                                    .get(p)))
                                            .orElse(List.of()),
                                    r.strip().map(Strip::grain).orElse(0.0),
                                    r.overBlack().map(CompareController::hex),
                                    said);
                        })
                        .toList(),
                c.comparison.map(CompareController::pairs).orElse(List.of()).stream()
                        .map(p -> name(c.rows, p.one) + " and " + name(c.rows, p.other)
                                + String.format(
                                        java.util.Locale.ROOT, ", %.1f / %.1f / %.1f: ", p.full, p.middle, p.tint)
                                + p.said)
                        .toList());
    }

    private static String name(List<VoiceRow> rows, long id) {
        return rows.stream().filter(r -> r.id() == id).findFirst().orElseThrow().name();
    }

    @GetMapping(path = "/api/compare.pdf", produces = "application/pdf")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> pdf(Collector me, @RequestParam List<Long> paints) {
        ComparisonSheet sheet = sheet(me, paints);
        return drawn(
                "application/pdf", "molvet-comparison.pdf", ComparisonSheet.A4.pdf(1, (pen, page) -> sheet.draw(pen)));
    }

    @GetMapping(path = "/api/compare.svg", produces = "image/svg+xml")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> svg(Collector me, @RequestParam List<Long> paints) {
        ComparisonSheet sheet = sheet(me, paints);
        return drawn(
                "image/svg+xml", "molvet-comparison.svg", ComparisonSheet.A4.svg(1, (pen, page) -> sheet.draw(pen)));
    }

    /** @param dpi 20 to 342: 4,000 pixels of A4 */
    @GetMapping(path = "/api/compare.png", produces = "image/png")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> png(
            Collector me, @RequestParam List<Long> paints, @RequestParam(defaultValue = "150") int dpi) {
        ComparisonSheet sheet = sheet(me, paints);
        return drawn(
                "image/png",
                "molvet-comparison.png",
                ComparisonSheet.A4.png(1, Math.max(20, Math.min(MOST_DPI, dpi)), (pen, page) -> sheet.draw(pen)));
    }

    static ResponseEntity<byte[]> drawn(String type, String name, byte[] bytes) {
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf(type))
                .header("Content-Disposition", "inline; filename=\"" + name + "\"")
                .cacheControl(CacheControl.maxAge(Duration.ZERO).cachePrivate())
                .body(bytes);
    }

    // ---- what is worth comparing ------------------------------------------------------------------------------------

    record LikeGroup(String words, List<Long> paints) {}

    record LikeGroups(List<LikeGroup> groups) {}

    /** What a paint is worth comparing with: of its name, of its pigments, of its colour. */
    @GetMapping("/api/compare/like")
    @Transactional(readOnly = true)
    public LikeGroups like(Collector me, @RequestParam long paint) {
        List<VoiceRow> all = store.all(me);
        VoiceRow own = all.stream()
                .filter(r -> r.id() == paint)
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no paint " + paint + " in your collection."));
        String name = Words.folded(own.name());
        List<LikeGroup> groups = new ArrayList<>();
        group(
                groups,
                "the same name, from whoever makes it",
                own,
                all.stream().filter(r -> Words.folded(r.name()).equals(name)).toList());
        if (!own.pigments().isEmpty()) {
            group(
                    groups,
                    "the same pigments, " + own.recipe(),
                    own,
                    all.stream()
                            .filter(r -> r.pigments()
                                    .fingerprint()
                                    .equals(own.pigments().fingerprint()))
                            .toList());
        }
        if (own.pigments().isMixture()) {
            group(
                    groups,
                    "of nearly the same pigments, one more or less",
                    own,
                    all.stream()
                            .filter(r -> isOneApart(own.pigments(), r.pigments()))
                            .toList());
        }
        own.massTone()
                .ifPresent(m -> group(
                        groups,
                        "of like colour, whatever they are called",
                        own,
                        all.stream()
                                .filter(r -> r.massTone().isPresent()
                                        && r.massTone().get().differenceFrom(m) <= LIKE)
                                .sorted(Comparator.comparingDouble(
                                        r -> r.massTone().get().differenceFrom(m)))
                                .toList()));
        return new LikeGroups(groups);
    }

    /** Whether one recipe holds all of the other and one pigment more, and both are mixtures. */
    private static boolean isOneApart(Recipe one, Recipe other) {
        boolean more = one.pigments().size() > other.pigments().size();
        Recipe small = more ? other : one;
        Recipe large = more ? one : other;
        return small.isMixture()
                && large.pigments().size() == small.pigments().size() + 1
                && large.pigments().containsAll(small.pigments());
    }

    private static void group(List<LikeGroup> groups, String words, VoiceRow own, List<VoiceRow> rows) {
        List<Long> ids =
                rows.stream().map(VoiceRow::id).filter(id -> id != own.id()).collect(Collectors.toList());
        if (ids.isEmpty()) return;
        ids.add(0, own.id());
        groups.add(new LikeGroup(words, ids.subList(0, Math.min(MOST, ids.size()))));
    }
}
