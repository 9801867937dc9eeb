package molvet.server.palette;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.collection.Redundancy;
import molvet.core.collection.Sample;
import molvet.core.collection.Standing;
import molvet.core.colour.Srgb;
import molvet.core.colour.WashRun;
import molvet.core.measure.DayInWords;
import molvet.core.palette.Arrangement;
import molvet.core.palette.Box;
import molvet.core.palette.Differences;
import molvet.core.palette.Lacks;
import molvet.core.palette.Lying;
import molvet.core.palette.PaletteUse;
import molvet.core.palette.Wells;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.palette.PaletteStore.VersionRow;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is judged of a palette: how smooth it lies, what it lacks and has twice, what is used of it, what the half-yearly look proposes. */
@Service
class PaletteJudgement {
    /** Nearer than this at three strengths, two paints of a palette stand in for each other. */
    private static final double STANDS_IN = 4;

    private static final int LOW = 25;

    private final PaletteStore store;
    private final Palettes palettes;
    private final PaletteOrders orders;
    private final PaletteViews views;
    private final VoiceStore voices;
    private final PigmentReference reference;

    PaletteJudgement(
            PaletteStore store,
            Palettes palettes,
            PaletteOrders orders,
            PaletteViews views,
            VoiceStore voices,
            PigmentReference reference) {
        this.store = store;
        this.palettes = palettes;
        this.orders = orders;
        this.views = views;
        this.voices = voices;
        this.reference = reference;
    }

    /** @param better the well it would change places with */
    record JarView(int well, double apart, int better, double saved, String said) {}

    record FlowView(
            double roughness,
            double bound,
            int guessed,
            int without,
            @Nullable JarView jar,
            String said) {}

    /** @param colour of the mixture at full strength, #rrggbb, as a film model foresees it */
    record MixView(int one, int other, String colour, String said) {}

    record LackView(
            String said, List<PaintEntry> filling, @Nullable MixView mixed) {}

    /** @param widest ΔE00 at the strength where they differ most */
    record TwiceView(int one, int other, double widest, String said, List<String> losses) {}

    record UseView(
            long paint,
            int well,
            String name,
            int in,
            int of,
            @Nullable String last,
            @OneOf(PaletteUse.Degree.class) String degree,
            String said) {}

    record ProposalView(
            long paint,
            int well,
            String name,
            @OneOf(Palettes.Why.class) String why,
            String said) {}

    /** @param due whether the newest version is half a year old */
    record ReviewView(boolean due, List<ProposalView> proposals, String said) {}

    /**
     * @param lacksSaid why nothing is said of what it lacks, or null
     * @param paintings how many of the latest are looked at
     */
    record JudgedPalette(
            FlowView flow,
            List<LackView> lacks,
            @Nullable String lacksSaid,
            List<TwiceView> twice,
            List<UseView> uses,
            int paintings,
            @Nullable String usesSaid,
            ReviewView review) {}

    @Transactional(readOnly = true)
    public JudgedPalette judged(Collector me, long id) {
        palettes.palette(me, id);
        VersionRow draft = palettes.draft(me, id);
        Box box = palettes.box(draft);
        List<WellRow> lying = store.wells(me, draft.id()).stream()
                .filter(w -> w.paintId() != null)
                .toList();
        Map<Long, VoiceRow> rows = new LinkedHashMap<>();
        voices.all(me).forEach(r -> rows.put(r.id(), r));
        List<Lying> palette = lying(lying, rows);
        List<TwiceView> twice = twice(palette);
        boolean told = Lacks.isTold(palette);
        List<LackView> lacks = told ? lacks(me, palette, rows) : List.of();
        PaletteUse use = use(me, id, lying);
        return new JudgedPalette(
                flow(me, box, draft, lying),
                lacks,
                palette.size() < 3
                        ? "With fewer than three paints nothing is said of what it lacks."
                        : !told
                                ? "Most of it is not measured yet: what it lacks is not said."
                                : lacks.isEmpty() ? "Every place on the wheel is filled, dark and bright." : null,
                twice,
                uses(use, lying),
                use.paintings(),
                use.paintings() == 0
                        ? "No painting is noted yet: nothing is said of what is used."
                        : use.paintings() < PaletteUse.LEAST_TOLD
                                ? "Of " + use.paintings() + (use.paintings() == 1 ? " painting" : " paintings")
                                        + " nothing is said of what is hardly used yet."
                                : null,
                review(me, id, lying, rows, use, twice));
    }

    private List<Lying> lying(List<WellRow> wells, Map<Long, VoiceRow> rows) {
        List<Lying> all = new ArrayList<>();
        for (WellRow w : wells) {
            VoiceRow r = rows.get(w.paintId());
            if (r == null) continue;
            r.sample()
                    .map(s -> new Lying(w.well(), s, false))
                    .or(() -> guessed(r).map(s -> new Lying(w.well(), s, true)))
                    .ifPresent(all::add);
        }
        return all;
    }

    /** As its recipe usually comes out; what it does on paper is not known. */
    private Optional<Sample> guessed(VoiceRow r) {
        return UsualColour.of(r.pigments(), reference)
                .map(u -> new Sample(
                        r.id(),
                        r.name(),
                        r.pigments(),
                        WashRun.ofFull(u.massTone()),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty(),
                        Optional.empty()));
    }

    private FlowView flow(Collector me, Box box, VersionRow draft, List<WellRow> lying) {
        List<@Nullable Long> in = new ArrayList<>(Collections.nCopies(box.count(), null));
        lying.forEach(w -> in.set(w.well(), w.paintId()));
        PaletteOrders.Coloured coloured =
                orders.coloured(me, in.stream().filter(Objects::nonNull).toList());
        Differences d = coloured.differences();
        Wells wells = box.wells();
        List<Integer> numbers = coloured.lying(in);
        double roughness = d.roughness(wells, numbers);
        Set<Integer> locked = Set.copyOf(palettes.locked(draft));
        Set<Integer> empty = orders.staysEmpty(in, locked);
        double bound = Arrangement.bound(wells, d, empty, roughness);
        Optional<JarView> jar = Arrangement.jarring(wells, d, numbers, locked)
                .map(j -> new JarView(
                        j.well(),
                        j.apart(),
                        j.better(),
                        j.saved(),
                        String.format(
                                Locale.ROOT,
                                "Well %d jars: ΔE %.0f from its neighbours. Changing places with well %d takes %.0f off.",
                                j.well() + 1,
                                j.apart(),
                                j.better() + 1,
                                j.saved())));
        String said = String.format(
                        Locale.ROOT,
                        "Roughness %.0f; %snone can be under %.0f.",
                        roughness,
                        empty.isEmpty() ? "" : "with its free wells where they are, ",
                        bound)
                + (coloured.guessed().isEmpty()
                        ? ""
                        : " " + coloured.guessed().size()
                                + (coloured.guessed().size() == 1 ? " colour is" : " colours are")
                                + " guessed by recipe.")
                + (coloured.without().isEmpty()
                        ? ""
                        : " " + coloured.without().size()
                                + (coloured.without().size() == 1 ? " paint has" : " paints have")
                                + " no known colour and count for nothing.");
        return new FlowView(
                roughness, bound, coloured.guessed().size(), coloured.without().size(), jar.orElse(null), said);
    }

    private List<LackView> lacks(Collector me, List<Lying> palette, Map<Long, VoiceRow> rows) {
        Set<Long> in = palette.stream().map(l -> l.paint().paint()).collect(Collectors.toSet());
        Map<Long, Integer> liking = voices.liking(me);
        List<List<Sample>> others = List.of(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
        rows.values().stream()
                .filter(r -> !in.contains(r.id()) && liking.getOrDefault(r.id(), 0) >= 0 && lasts(r))
                .sorted(Comparator.comparingInt(r -> -liking.getOrDefault(r.id(), 0)))
                .forEach(r -> {
                    int at = switch (Standing.valueOf(r.standing())) {
                        case OWNED -> 0;
                        case SAMPLED -> 1;
                        case WISHED -> 2;
                        case GONE -> -1;
                    };
                    if (at >= 0) r.sample().ifPresent(others.get(at)::add);
                });
        List<Lacks.Lack> all = Lacks.of(palette, others);
        Map<Long, PaintEntry> entries = views.entries(
                me,
                all.stream()
                        .flatMap(l -> l.filling().stream())
                        .map(Sample::paint)
                        .toList());
        return all.stream()
                .map(l -> new LackView(
                        l.said(),
                        l.filling().stream()
                                .map(s -> entries.get(s.paint()))
                                .filter(Objects::nonNull)
                                .toList(),
                        l.mixed()
                                .map(m -> new MixView(
                                        m.one().well(),
                                        m.other().well(),
                                        Srgb.ofLab(m.strongest()).hex(),
                                        m.words() + " come near it, as a film model foresees."))
                                .orElse(null)))
                .toList();
    }

    private static List<TwiceView> twice(List<Lying> palette) {
        List<Lying> measured = palette.stream().filter(l -> !l.guessed()).toList();
        List<TwiceView> all = new ArrayList<>();
        for (int i = 0; i < measured.size(); i++) {
            for (int j = i + 1; j < measured.size(); j++) {
                Lying one = measured.get(i);
                Lying other = measured.get(j);
                if (one.paint().paint() == other.paint().paint()) continue;
                new Redundancy(STANDS_IN)
                        .groups(List.of(one.paint(), other.paint())).stream()
                                .findFirst()
                                .ifPresent(g -> all.add(new TwiceView(
                                        one.well(),
                                        other.well(),
                                        g.widest(),
                                        String.format(
                                                Locale.ROOT,
                                                "%s (well %d) and %s (well %d) stand in for each other: at no strength are they further apart than ΔE %.1f.",
                                                one.paint().name(),
                                                one.well() + 1,
                                                other.paint().name(),
                                                other.well() + 1,
                                                g.widest()),
                                        g.losses())));
            }
        }
        return all;
    }

    /** By paintings noted for the palette; a paint that is only in the draft has no day yet and is new. */
    private PaletteUse use(Collector me, long id, List<WellRow> lying) {
        List<VersionRow> kept = palettes.kept(me, id);
        Map<Long, LocalDate> since = PaletteViews.since(kept, store.allWells(me, id));
        Map<Long, LocalDate> of = new LinkedHashMap<>();
        lying.forEach(w -> of.put(w.paintId(), since.getOrDefault(w.paintId(), LocalDate.MAX)));
        Map<Long, List<PaletteStore.TapRow>> taps = store.taps(me);
        return PaletteUse.of(
                of,
                store.paintings(me, id).stream()
                        .map(p -> new PaletteUse.Painting(
                                p.paintedOn(),
                                taps.getOrDefault(p.id(), List.of()).stream()
                                        .map(PaletteStore.TapRow::paintId)
                                        .toList()))
                        .toList());
    }

    private static List<UseView> uses(PaletteUse use, List<WellRow> lying) {
        Map<Long, WellRow> by = new HashMap<>();
        lying.forEach(w -> by.putIfAbsent(w.paintId(), w));
        return use.uses().stream()
                .map(u -> new UseView(
                        u.paint(),
                        by.get(u.paint()).well(),
                        by.get(u.paint()).paintName(),
                        u.in(),
                        u.of(),
                        u.last().map(LocalDate::toString).orElse(null),
                        u.degree().name(),
                        u.said()))
                .toList();
    }

    private ReviewView review(
            Collector me,
            long id,
            List<WellRow> lying,
            Map<Long, VoiceRow> rows,
            PaletteUse use,
            List<TwiceView> twice) {
        List<VersionRow> kept = palettes.kept(me, id);
        Map<Long, PaletteUse.Use> used =
                use.uses().stream().collect(Collectors.toMap(PaletteUse.Use::paint, Function.identity()));
        Map<Long, List<PaletteStore.PanRow>> pans =
                store.pans(me, lying.stream().map(WellRow::paintId).toList()).stream()
                        .collect(Collectors.groupingBy(PaletteStore.PanRow::paintId));
        List<ProposalView> all = new ArrayList<>();
        for (WellRow w : lying) {
            VoiceRow r = rows.get(w.paintId());
            if (r == null) continue;
            lasting(r)
                    .filter(l -> l == Lightfastness.FUGITIVE || l == Lightfastness.POOR)
                    .ifPresent(l -> all.add(proposal(
                            w,
                            Palettes.Why.FUGITIVE,
                            l == Lightfastness.POOR ? "its lightfastness is poor" : "it is fugitive")));
            PaletteUse.Use u = used.get(w.paintId());
            if (u != null && (u.degree() == PaletteUse.Degree.NEVER || u.degree() == PaletteUse.Degree.HARDLY)) {
                all.add(proposal(w, Palettes.Why.NEVER_USED, u.said()));
            }
            List<PaletteStore.PanRow> own = pans.getOrDefault(w.paintId(), List.of());
            if (!own.isEmpty() && own.stream().allMatch(h -> h.leftPercent() <= LOW)) {
                all.add(proposal(w, Palettes.Why.OLD_STOCK_USED_UP, "no lot of it is more than a quarter full"));
            }
        }
        for (TwiceView t : twice) {
            WellRow w = lying.stream()
                    .filter(x -> x.well() == t.other())
                    .findFirst()
                    .orElseThrow();
            WellRow one =
                    lying.stream().filter(x -> x.well() == t.one()).findFirst().orElseThrow();
            all.add(proposal(w, Palettes.Why.NO_ROOM, "it stands in for " + one.paintName()));
        }
        boolean due = !kept.isEmpty() && views.due(kept.get(kept.size() - 1));
        String said = "No version is kept yet.";
        if (!kept.isEmpty()) {
            LocalDate since = kept.get(kept.size() - 1).since();
            said = due
                    ? "Its newest version is of " + DayInWords.of(since) + ", more than half a year ago."
                    : "Next to be looked through on "
                            + DayInWords.of(since.plusMonths(PaletteViews.REVIEWED_AFTER_MONTHS)) + ".";
        }
        return new ReviewView(due, all, said);
    }

    private static Optional<Lightfastness> lasting(VoiceRow r) {
        return Optional.ofNullable(r.heard().get(Trait.LIGHTFASTNESS))
                .flatMap(h -> h.verdict())
                .map(Lightfastness.class::cast);
    }

    /** Nothing that fades is proposed. */
    private static boolean lasts(VoiceRow r) {
        return lasting(r)
                .filter(l -> l == Lightfastness.FUGITIVE || l == Lightfastness.POOR)
                .isEmpty();
    }

    private static ProposalView proposal(WellRow w, Palettes.Why why, String said) {
        return new ProposalView(w.paintId(), w.well(), w.paintName(), why.name(), said);
    }
}
