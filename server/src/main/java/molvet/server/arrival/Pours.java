package molvet.server.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.arrival.Pour;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.account.Acts;
import molvet.server.account.Collector;
import molvet.server.account.Fields;
import molvet.server.account.NotFound;
import molvet.server.account.Stale;
import molvet.server.collection.PaintFacts;
import molvet.server.collection.Paints;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tubes poured into pans: the pans become holdings, and what is left in the tube goes down by what was poured. */
@Service
public class Pours {
    private static final BigDecimal HUNDRED = new BigDecimal(100);

    private final PourStore store;
    private final Paints paints;
    private final PaintFacts facts;
    private final Acts acts;
    private final Clock clock;

    Pours(PourStore store, Paints paints, PaintFacts facts, Acts acts, Clock clock) {
        this.store = store;
        this.paints = paints;
        this.facts = facts;
        this.acts = acts;
        this.clock = clock;
    }

    /** @param pans as many as it fills if left out; {@code panVolume} ml, what is usual if left out */
    public record NewPour(
            String form,
            @Nullable Integer pans,
            @Nullable String panVolume,
            @Nullable Boolean secondPour,
            @Nullable String on,
            @Nullable String keptWhere,
            @Nullable List<String> seen,
            @Nullable String note) {}

    /** What became of a pour; {@code secondOn} pours the second time. */
    public record ChangedPour(
            @Nullable String secondOn,
            @Nullable String hardOn,
            @Nullable String boxedOn,
            @Nullable String keptWhere,
            @Nullable List<String> seen,
            @Nullable String note,
            @Nullable Integer version) {}

    PourStore.Tube tube(Collector me, long holding) {
        PourStore.Tube t = store.tube(me, holding).orElseThrow(() -> new NotFound("There is no such holding."));
        if (!List.of("TUBE", "BOTTLE").contains(t.form())) {
            throw Refusal.of("holding", "Only tubes and bottles are poured.", "Choose the tube it comes from.");
        }
        if (t.volume() == null) {
            throw Refusal.of("volume", "How much the tube held is not known.", "Write its volume first, then pour.");
        }
        return t;
    }

    static BigDecimal left(PourStore.Tube t) {
        return t.volume().multiply(BigDecimal.valueOf(t.leftPercent())).divide(HUNDRED);
    }

    @Transactional
    public long pour(Collector me, long holding, NewPour typed) {
        PourStore.Tube t = tube(me, holding);
        HoldingForm form = Fields.one("form", typed.form(), HoldingForm.values());
        BigDecimal usual = Pour.usual(form);
        BigDecimal each = Fields.text(typed.panVolume()).isBlank()
                ? usual
                : Decimals.parse("panVolume", Fields.text(typed.panVolume()));
        if (typed.pans() != null && typed.pans() < 1) {
            throw Refusal.of("pans", typed.pans() + " pans cannot be poured.", "Write 1 or more.");
        }
        Pour.Plan plan =
                Pour.plan(left(t), each, Boolean.TRUE.equals(typed.secondPour()), Optional.ofNullable(typed.pans()));
        if (typed.pans() != null && plan.pans() < typed.pans()) {
            throw Refusal.of(
                    "pans",
                    "The " + left(t).stripTrailingZeros().toPlainString() + " ml left fill " + plan.pans()
                            + " pans, not " + typed.pans() + ".",
                    "Pour fewer, or into smaller pans.");
        }
        LocalDate on = Fields.day("on", typed.on(), LocalDate.now(clock));
        String where = Words.line("kept where", typed.keptWhere(), 160);
        String seen = seen(typed.seen());
        String note = Words.lines("note", typed.note(), 1000);
        long id = acts.act(
                me,
                () -> "Poured " + plan.pans() + " " + form.words() + (plan.pans() == 1 ? "" : "s") + " of " + t.paint(),
                List.of(new Acts.Row("holding", holding)),
                made -> {
                    long pour = made.row(
                            "pour",
                            store.add(
                                    me,
                                    new PourStore.PourRow(
                                            0,
                                            t.paintId(),
                                            holding,
                                            form.name(),
                                            plan.pans(),
                                            plan.eachFirst(),
                                            plan.eachSecond(),
                                            on,
                                            null,
                                            null,
                                            null,
                                            where,
                                            seen,
                                            note,
                                            1,
                                            0,
                                            "",
                                            "",
                                            false)));
                    for (int i = 0; i < plan.pans(); i++) {
                        long pan = paints.hold(
                                me,
                                t.paintId(),
                                new Paints.NewHolding(
                                        form.name(),
                                        plan.eachFirst().toPlainString(),
                                        100,
                                        null,
                                        where,
                                        "poured from a tube",
                                        on.toString(),
                                        cost(t, plan.eachFirst().add(plan.eachSecond()))
                                                .map(BigDecimal::toPlainString)
                                                .orElse(null),
                                        t.currency(),
                                        null,
                                        null),
                                made);
                        store.panOf(me, pan, pour);
                    }
                    takeFromTube(me, t, plan.usedFirst());
                    return pour;
                });
        facts.refresh(me, t.paintId());
        return id;
    }

    /** What so much of a tube's paint cost, to the cent; empty where the tube has no price. */
    static Optional<BigDecimal> cost(PourStore.Tube t, BigDecimal ml) {
        return t.price() == null || t.volume() == null
                ? Optional.empty()
                : Optional.of(t.price().multiply(ml).divide(t.volume(), 2, RoundingMode.HALF_UP));
    }

    private void takeFromTube(Collector me, PourStore.Tube t, BigDecimal ml) {
        BigDecimal rest = left(t).subtract(ml).max(BigDecimal.ZERO);
        int percent = rest.multiply(HUNDRED)
                .divide(t.volume(), 0, RoundingMode.HALF_UP)
                .intValue();
        store.tubeHolds(me, t.id(), percent, percent == 0 ? "USED_UP" : t.state());
    }

    @Transactional
    public void change(Collector me, long id, ChangedPour typed) {
        PourStore.PourRow p = store.pour(me, id).orElseThrow(() -> new NotFound("There is no such pour."));
        LocalDate second = day("secondOn", typed.secondOn(), p.pouredOn());
        LocalDate hard = day("hardOn", typed.hardOn(), p.pouredOn());
        LocalDate boxed = day("boxedOn", typed.boxedOn(), p.pouredOn());
        boolean poursAgain = second != null && p.secondOn() == null;
        Optional<PourStore.Tube> tube = Optional.ofNullable(p.holdingId()).flatMap(h -> store.tube(me, h));
        BigDecimal each = p.secondMl().signum() > 0 ? p.secondMl() : p.eachMl().multiply(Pour.SHRINKS);
        BigDecimal needed = each.multiply(BigDecimal.valueOf(p.pans()));
        List<Acts.Row> rows = new ArrayList<>(List.of(new Acts.Row("pour", id)));
        if (poursAgain && tube.isPresent()) {
            if (left(tube.get()).compareTo(needed) < 0) {
                throw Refusal.of(
                        "secondOn",
                        "The tube holds "
                                + left(tube.get()).stripTrailingZeros().toPlainString() + " ml; the second pour takes "
                                + needed.stripTrailingZeros().toPlainString() + ".",
                        "Pour the rest by hand and note it.");
            }
            rows.add(new Acts.Row("holding", tube.get().id()));
        }
        acts.act(me, () -> said(p, poursAgain, hard, boxed), rows, made -> {
            if (poursAgain && tube.isPresent()) takeFromTube(me, tube.get(), needed);
            if (!store.change(
                    me,
                    new PourStore.PourRow(
                            id,
                            p.paintId(),
                            p.holdingId(),
                            p.form(),
                            p.pans(),
                            p.eachMl(),
                            poursAgain ? each : p.secondMl(),
                            p.pouredOn(),
                            second,
                            hard,
                            boxed,
                            Words.line(
                                    "kept where", typed.keptWhere() == null ? p.keptWhere() : typed.keptWhere(), 160),
                            typed.seen() == null ? p.seen() : seen(typed.seen()),
                            Words.lines("note", typed.note() == null ? p.note() : typed.note(), 1000),
                            typed.version() == null ? p.version() : typed.version(),
                            0,
                            "",
                            "",
                            false))) {
                throw new Stale("The pour was changed in another window since you opened it.", p.id());
            }
            return null;
        });
        facts.refresh(me, p.paintId());
    }

    private static String said(
            PourStore.PourRow p, boolean again, @Nullable LocalDate hard, @Nullable LocalDate boxed) {
        String pans = "the pans of " + p.paint();
        if (again) return "Poured " + pans + " a second time";
        if (boxed != null && p.boxedOn() == null) return "Put " + pans + " into the box";
        return hard != null && p.hardOn() == null ? "Found " + pans + " hard" : "Changed " + pans;
    }

    private static @Nullable LocalDate day(String where, @Nullable String typed, LocalDate least) {
        if (Fields.text(typed).isBlank()) return null;
        LocalDate day = Fields.day(where, typed, null);
        if (day.isBefore(least)) {
            throw Refusal.of(where, day + " lies before the pour of " + least + ".", "Write a later day.");
        }
        return day;
    }

    private static String seen(@Nullable List<String> typed) {
        return (typed == null ? List.<String>of() : typed)
                .stream()
                        .map(s -> Fields.one("seen", s, Pour.Seen.values()).name())
                        .distinct()
                        .collect(Collectors.joining(","));
    }

    static List<String> seen(String kept) {
        return kept.isEmpty() ? List.of() : Arrays.asList(kept.split(","));
    }
}
