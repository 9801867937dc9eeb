package molvet.server.choosing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.choosing.TrialMark;
import molvet.core.colour.Lab;
import molvet.core.maker.Sizes;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Refusal;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.UsualColour;
import molvet.server.choosing.ShortlistStore.CandidateRow;
import molvet.server.choosing.ShortlistStore.MarkRow;
import molvet.server.choosing.ShortlistStore.NoteRow;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.platform.Collector;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The candidates of a shortlist with all that weighs: colour, marks, notes, liking, and what each would cost. */
@Component
class KnownCandidates {
    private final ShortlistStore store;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final PigmentReference reference;

    KnownCandidates(ShortlistStore store, PaintViews paints, VoiceStore voices, PigmentReference reference) {
        this.store = store;
        this.paints = paints;
        this.voices = voices;
        this.reference = reference;
    }

    /** A candidate with what is known of it. */
    record One(
            CandidateRow row,
            VoiceRow paint,
            PaintEntry entry,
            Optional<Lab> lab,
            List<MarkRow> marks,
            List<NoteRow> notes,
            Price price,
            boolean loved) {
        Optional<TrialMark> mark() {
            return marks.stream().findFirst().map(m -> TrialMark.valueOf(m.mark()));
        }

        /** Whether its colour is the usual one of its recipe. */
        boolean guessed() {
            return paint.massTone().isEmpty() && lab.isPresent();
        }

        boolean taken() {
            return row.must() || row.byHand().equals(Shortlists.ByHand.TAKEN.name());
        }

        boolean left() {
            return row.byHand().equals(Shortlists.ByHand.LEFT.name());
        }

        /** One that was marked no is weighed no more, unless it must stay. */
        boolean weighed() {
            return taken() || mark().filter(m -> m == TrialMark.NO).isEmpty();
        }

        double counts() {
            if (row.liking() != null) return row.liking();
            return mark().map(TrialMark::counts).orElse(1.0) + (loved ? 1 : 0);
        }

        String countsBecause() {
            if (row.liking() != null) return "as you said";
            List<String> said = new ArrayList<>();
            said.add(mark().map(m -> "marked " + m.words()).orElse("not marked yet"));
            if (loved) said.add("loved");
            return String.join(", ", said);
        }

        Lab half() {
            return paint.run().map(r -> r.half()).orElseGet(lab::orElseThrow);
        }
    }

    /** What it costs: in cents where it is known, and from what. */
    record Price(OptionalLong cents, String from) {}

    record Known(ShortlistRow shortlist, List<One> all) {}

    Known known(Collector me, ShortlistRow s) {
        List<CandidateRow> rows = store.candidates(me, s.id());
        List<Long> ids = rows.stream().map(CandidateRow::paintId).toList();
        Map<Long, VoiceRow> by = voices.some(me, ids).stream().collect(Collectors.toMap(VoiceRow::id, r -> r));
        Map<Long, PaintEntry> entries =
                paints.entries(me, ids).stream().collect(Collectors.toMap(PaintEntry::id, e -> e));
        Map<Long, List<MarkRow>> marks = store.marks(me, s.id());
        Map<Long, List<NoteRow>> notes = store.notes(me);
        Map<Long, Integer> liking = voices.liking(me);
        Map<Long, ShortlistStore.OwnedRow> owned = store.owned(me);
        Map<Long, String> charts = store.chartSizes(me);
        return new Known(
                s,
                rows.stream()
                        .filter(c -> by.containsKey(c.paintId()) && entries.containsKey(c.paintId()))
                        .map(c -> {
                            VoiceRow p = by.get(c.paintId());
                            List<NoteRow> said = notes.getOrDefault(c.paintId(), List.of());
                            return new One(
                                    c,
                                    p,
                                    entries.get(c.paintId()),
                                    p.massTone()
                                            .or(() -> UsualColour.of(p.pigments(), reference)
                                                    .map(UsualColour::massTone)),
                                    marks.getOrDefault(c.id(), List.of()),
                                    said,
                                    price(s, c, p, said, owned.get(c.paintId()), charts.get(c.paintId())),
                                    liking.getOrDefault(c.paintId(), 0) == 2);
                        })
                        .toList());
    }

    private static Price price(
            ShortlistRow s,
            CandidateRow c,
            VoiceRow p,
            List<NoteRow> notes,
            ShortlistStore.@Nullable OwnedRow last,
            @Nullable String sizes) {
        if (p.standing().equals("OWNED")) return new Price(OptionalLong.of(0), "you own it");
        CurrencyUnit unit = CurrencyUnit.of(s.currency());
        if (c.price() != null) return new Price(OptionalLong.of(cents(c.price(), unit)), "as you said");
        Set<String> others = new HashSet<>();
        for (NoteRow n : notes) {
            if (n.price() == null) continue;
            if (!s.currency().equals(n.currency())) {
                others.add(n.currency());
                continue;
            }
            return new Price(
                    OptionalLong.of(cents(n.price(), unit)),
                    "seen " + (n.readWhere().isEmpty() ? "" : "at " + n.readWhere() + " ") + "on "
                            + DayInWords.of(n.notedOn()));
        }
        Optional<Sizes.Size> chart = smallest(sizes);
        if (chart.isPresent()) {
            Money m = chart.get().price().orElseThrow();
            if (m.getCurrencyUnit().equals(unit)) {
                return new Price(
                        OptionalLong.of(cents(m.getAmount(), unit)),
                        "its maker's chart, " + chart.get().volume());
            }
            others.add(m.getCurrencyUnit().getCode());
        }
        if (last != null && last.price() != null) {
            if (s.currency().equals(last.currency())) {
                return new Price(OptionalLong.of(cents(last.price(), unit)), "what you paid last");
            }
            others.add(last.currency());
        }
        return new Price(
                OptionalLong.empty(),
                others.isEmpty()
                        ? "no price is known"
                        : "priced in " + String.join(", ", others) + " only, and the budget is in " + s.currency());
    }

    private static Optional<Sizes.Size> smallest(@Nullable String sizes) {
        if (sizes == null || sizes.isEmpty()) return Optional.empty();
        try {
            return Sizes.parse(sizes, "EUR").all().stream()
                    .filter(z -> z.price().isPresent())
                    .min(Comparator.comparing(z -> z.price().orElseThrow().getAmount()));
        } catch (Refusal wordsOnly) {
            return Optional.empty();
        }
    }

    static long cents(BigDecimal amount, CurrencyUnit unit) {
        return amount.setScale(unit.getDecimalPlaces(), RoundingMode.HALF_UP)
                .unscaledValue()
                .longValueExact();
    }

    static String money(long cents, String currency) {
        return BigDecimal.valueOf(cents, CurrencyUnit.of(currency).getDecimalPlaces())
                .toPlainString();
    }
}
