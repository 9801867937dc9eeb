package molvet.server.choosing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.choosing.FinalCut;
import molvet.core.choosing.ThreeQuestions;
import molvet.core.choosing.TrialMark;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.server.choosing.KnownCandidates.Known;
import molvet.server.choosing.KnownCandidates.One;
import molvet.server.choosing.ShortlistStore.NoteRow;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import molvet.server.platform.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Shortlists as pages show them, and what was decided and read of a paint. */
@Component
class ShortlistViews {
    private final ShortlistStore store;
    private final KnownCandidates candidates;

    ShortlistViews(ShortlistStore store, KnownCandidates candidates) {
        this.store = store;
        this.candidates = candidates;
    }

    record ShortlistEntry(
            long id,
            String name,
            String purpose,
            int wells,
            @Nullable String budget,
            String currency,
            LocalDate begunOn,
            @Nullable LocalDate decidedOn,
            int candidates) {}

    record ShortlistList(List<ShortlistEntry> shortlists) {}

    record MarkView(@OneOf(TrialMark.class) String mark, String word, Instant at) {}

    record ResearchNote(
            long id,
            String said,
            String readWhere,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String perMl,
            LocalDate on) {}

    /** Another candidate that is like it. */
    record LikeOther(long candidate, String name, @Nullable Double deltaE, String said) {}

    /**
     * @param counts how much it counts in the final cut, and {@code countsBecause} why
     * @param price what it would cost; null where that is not known; {@code priceFrom} says from what
     * @param guessed whether its colour is the usual one of its recipe, since it was never measured
     * @param marks the latest first
     */
    record CandidateView(
            long id,
            PaintEntry paint,
            @OneOf(ThreeQuestions.Question.class) @Nullable String question,
            String reason,
            boolean must,
            @Nullable Double liking,
            double counts,
            String countsBecause,
            @Nullable String price,
            String priceFrom,
            @OneOf(Shortlists.ByHand.class) @Nullable String byHand,
            boolean guessed,
            boolean colourless,
            List<MarkView> marks,
            List<ResearchNote> notes,
            List<LikeOther> like,
            @OneOf(Shortlists.Decided.class) @Nullable String decided,
            String decidedWhy,
            int version) {}

    record ShortlistPage(
            long id,
            String name,
            String purpose,
            int wells,
            @Nullable String budget,
            String currency,
            LocalDate begunOn,
            @Nullable LocalDate decidedOn,
            List<CandidateView> candidates,
            int version) {}

    @Transactional(readOnly = true)
    public ShortlistList list(Collector me) {
        Map<Long, Integer> sizes = store.sizes(me);
        return new ShortlistList(store.shortlists(me).stream()
                .map(s -> new ShortlistEntry(
                        s.id(),
                        s.name(),
                        s.purpose(),
                        s.wells(),
                        plain(s.budget()),
                        s.currency(),
                        s.begunOn(),
                        s.decidedOn(),
                        sizes.getOrDefault(s.id(), 0)))
                .toList());
    }

    private static @Nullable String plain(@Nullable BigDecimal amount) {
        return amount == null ? null : amount.toPlainString();
    }

    @Transactional(readOnly = true)
    public ShortlistPage page(Collector me, ShortlistRow s) {
        Known known = candidates.known(me, s);
        return new ShortlistPage(
                s.id(),
                s.name(),
                s.purpose(),
                s.wells(),
                plain(s.budget()),
                s.currency(),
                s.begunOn(),
                s.decidedOn(),
                known.all().stream().map(c -> view(c, known)).toList(),
                s.version());
    }

    private static CandidateView view(One c, Known known) {
        return new CandidateView(
                c.row().id(),
                c.entry(),
                c.row().question().isEmpty() ? null : c.row().question(),
                c.row().reason(),
                c.row().must(),
                c.row().liking(),
                c.counts(),
                c.countsBecause(),
                c.price().cents().isPresent()
                        ? KnownCandidates.money(
                                c.price().cents().getAsLong(), known.shortlist().currency())
                        : null,
                c.price().from(),
                c.row().byHand().isEmpty() ? null : c.row().byHand(),
                c.guessed(),
                c.lab().isEmpty(),
                c.marks().stream()
                        .map(m -> new MarkView(m.mark(), m.word(), Utc.instant(m.markedAt())))
                        .toList(),
                c.notes().stream().map(ShortlistViews::note).toList(),
                like(c, known),
                c.row().decided().isEmpty() ? null : c.row().decided(),
                c.row().decidedWhy(),
                c.row().version());
    }

    private static ResearchNote note(NoteRow n) {
        return new ResearchNote(
                n.id(),
                n.said(),
                n.readWhere(),
                plain(n.price()),
                n.currency(),
                n.price() == null || n.volume() == null
                        ? null
                        : n.price().divide(n.volume(), 2, RoundingMode.HALF_UP).toPlainString(),
                n.notedOn());
    }

    /** The nearest that is still weighed, and those of the same recipe. */
    private static List<LikeOther> like(One c, Known known) {
        List<LikeOther> all = new ArrayList<>();
        record Near(One other, double e) {}
        if (c.paint().run().isPresent()) {
            known.all().stream()
                    .filter(o -> o != c && o.weighed() && o.paint().run().isPresent())
                    .map(o -> new Near(o, DeltaE.ciede2000(c.half(), o.half())))
                    .min(Comparator.comparingDouble(Near::e))
                    .filter(n -> n.e <= FinalCut.FAR)
                    .ifPresent(n -> all.add(new LikeOther(
                            n.other.row().id(),
                            n.other.paint().name(),
                            n.e,
                            String.format(
                                    Locale.ROOT,
                                    "nearest of those measured: ΔE %.1f half washed out, %s",
                                    n.e,
                                    Difference.how(c.half(), n.other.half())))));
        }
        Optional<String> recipe = c.paint().pigments().fingerprint();
        known.all().stream()
                .filter(o -> o != c
                        && recipe.isPresent()
                        && o.paint().pigments().fingerprint().equals(recipe))
                .limit(3)
                .forEach(o -> all.add(new LikeOther(o.row().id(), o.paint().name(), null, "the same pigments")));
        return all;
    }

    // ---- what was decided and read of a paint
    // ------------------------------------------------------------------------

    /** What was decided of a paint before. */
    record PastDecision(
            long shortlist,
            String name,
            @OneOf(Shortlists.Decided.class) @Nullable String decided,
            @Nullable LocalDate on,
            String why,
            String reason,
            List<MarkView> marks) {}

    record PaintResearch(List<PastDecision> decisions, List<ResearchNote> notes) {}

    @Transactional(readOnly = true)
    public PaintResearch research(Collector me, long paint) {
        Map<Long, ShortlistRow> lists =
                store.shortlists(me).stream().collect(Collectors.toMap(ShortlistRow::id, s -> s));
        return new PaintResearch(
                store.candidatures(me, paint).stream()
                        .map(c -> {
                            ShortlistRow s = lists.get(c.shortlistId());
                            return new PastDecision(
                                    s.id(),
                                    s.name(),
                                    c.decided().isEmpty() ? null : c.decided(),
                                    c.decided().isEmpty() ? null : s.decidedOn(),
                                    c.decidedWhy(),
                                    c.reason(),
                                    store.marks(me, s.id()).getOrDefault(c.id(), List.of()).stream()
                                            .map(m -> new MarkView(m.mark(), m.word(), Utc.instant(m.markedAt())))
                                            .toList());
                        })
                        .toList(),
                store.notes(me).getOrDefault(paint, List.of()).stream()
                        .map(ShortlistViews::note)
                        .toList());
    }
}
