package molvet.server.arrival;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.arrival.Pour;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.collection.Paints;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import molvet.server.platform.Stale;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tubes poured into pans: the pans become holdings, and what is left in the tube goes down by what was poured. */
@Service
public class Pours {
    private static final BigDecimal HUNDRED = new BigDecimal(100);

    private final PourStore store;
    private final Paints paints;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    Pours(PourStore store, Paints paints, Acts acts, Clock clock, Rows rows) {
        this.rows = rows;
        this.store = store;
        this.paints = paints;
        this.acts = acts;
        this.clock = clock;
    }

    /** @param pans as many as it fills if left out; {@code panVolume} ml, what is usual if left out */
    public record NewPour(
            @OneOf(HoldingForm.class) String form,
            @Nullable Integer pans,
            @Nullable String panVolume,
            @Nullable Boolean secondPour,
            @Nullable String on,
            @Nullable String keptWhere,
            @OneOf(Pour.Seen.class) @Nullable List<String> seen,
            @Nullable String note) {}

    /**
     * What became of a pour; {@code secondOn} pours the second time. {@code of}: how many of its pans it is said of, all if left
     * out; those become a pour of their own.
     */
    public record ChangedPour(
            @Nullable Integer of,
            @Nullable String secondOn,
            @Nullable String hardOn,
            @Nullable String boxedOn,
            @Nullable String keptWhere,
            @OneOf(Pour.Seen.class) @Nullable List<String> seen,
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
        Map<String, Object> row = new HashMap<>();
        row.put("paint_id", t.paintId());
        row.put("holding_id", holding);
        row.put("form", form);
        row.put("pans", plan.pans());
        row.put("each_ml", plan.eachFirst());
        row.put("second_ml", plan.eachSecond());
        row.put("poured_on", on);
        row.put("kept_where", where);
        row.put("seen", seen);
        row.put("note", note);
        return acts.act(
                me,
                () -> "Poured " + plan.pans() + " " + form.words() + (plan.pans() == 1 ? "" : "s") + " of " + t.paint(),
                () -> {
                    long pour = rows.add(me, "pour", row);
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
                                        null));
                        rows.change(me, "holding", pan, Map.of("pour_id", pour));
                    }
                    takeFromTube(me, t, plan.usedFirst());
                    return pour;
                });
    }

    /** What so much of a tube's paint cost, to the cent; empty where the tube has no price. */
    static Optional<BigDecimal> cost(PourStore.Tube t, BigDecimal ml) {
        return t.price() == null || t.volume() == null
                ? Optional.empty()
                : Optional.of(t.price().multiply(ml).divide(t.volume(), 2, RoundingMode.HALF_UP));
    }

    /**
     * Squeezes some paint out of a tube, as into a well. Part of the act under way.
     *
     * @throws Refusal if less is left
     */
    public void squeeze(Collector me, long holding, BigDecimal ml) {
        PourStore.Tube t = tube(me, holding);
        if (ml.signum() <= 0 || ml.compareTo(left(t)) > 0) {
            throw Refusal.of(
                    "ml",
                    "The tube holds " + left(t).stripTrailingZeros().toPlainString() + " ml; "
                            + ml.stripTrailingZeros().toPlainString() + " cannot be squeezed from it.",
                    "Squeeze less, or take another tube.");
        }
        takeFromTube(me, t, ml);
    }

    /** The pans a pour filled. */
    public List<Long> pansOf(Collector me, long pour) {
        return store.pansOf(me, pour);
    }

    private void takeFromTube(Collector me, PourStore.Tube t, BigDecimal ml) {
        BigDecimal rest = left(t).subtract(ml).max(BigDecimal.ZERO);
        int percent = rest.multiply(HUNDRED)
                .divide(t.volume(), 0, RoundingMode.HALF_UP)
                .intValue();
        rows.change(
                me, "holding", t.id(), Map.of("left_percent", percent, "state", percent == 0 ? "USED_UP" : t.state()));
    }

    /** Many tubes poured alike, in one act. */
    public record NewPours(List<Long> holdings, NewPour pour) {}

    @Transactional
    public void pourAll(Collector me, NewPours typed) {
        List<Long> tubes = typed.holdings() == null
                ? List.of()
                : typed.holdings().stream().distinct().toList();
        if (tubes.isEmpty() || tubes.size() > MOST_TUBES) {
            throw Refusal.of("holdings", "Choose between 1 and " + MOST_TUBES + " tubes.", "Tick those you pour.");
        }
        if (typed.pour() == null) {
            throw Refusal.of("pour", "It is not said what is poured.", "Say into what, and how many.");
        }
        acts.act(
                me,
                () -> "Poured " + tubes.size() + (tubes.size() == 1 ? " tube" : " tubes"),
                () -> tubes.forEach(t -> pour(me, t, typed.pour())));
    }

    private static final int MOST_TUBES = 200;

    /** @return the pour that was changed: itself, or the one that was split off */
    @Transactional
    public long change(Collector me, long id, ChangedPour typed) {
        PourStore.PourRow all = store.pour(me, id).orElseThrow(() -> new NotFound("There is no such pour."));
        int of = typed.of() == null ? all.pans() : typed.of();
        if (of < 1 || of > all.pans()) {
            throw Refusal.of(
                    "of", "There are " + all.pans() + " pans of it, not " + of + ".", "Write how many of them.");
        }
        if (of == all.pans()) return changeAll(me, all, typed, typed.version());
        if (typed.version() != null && typed.version() != all.version()) {
            throw new Stale("It was changed in another window since you opened it. Nothing was changed.", all.id());
        }
        return acts.act(me, () -> "Changed " + of + " of the pans of " + all.paint(), () -> {
            long part = split(me, all, of);
            return changeAll(me, store.pour(me, part).orElseThrow(), typed, null);
        });
    }

    /** Some pans of a pour become a pour of their own. */
    private long split(Collector me, PourStore.PourRow p, int pans) {
        Map<String, Object> row = new HashMap<>();
        row.put("paint_id", p.paintId());
        row.put("holding_id", p.holdingId());
        row.put("form", p.form());
        row.put("pans", pans);
        row.put("each_ml", p.eachMl());
        row.put("second_ml", p.secondMl());
        row.put("poured_on", p.pouredOn());
        row.put("second_on", p.secondOn());
        row.put("hard_on", p.hardOn());
        row.put("boxed_on", p.boxedOn());
        row.put("kept_where", p.keptWhere());
        row.put("seen", p.seen());
        row.put("note", p.note());
        long part = rows.add(me, "pour", row);
        rows.change(me, "pour", p.id(), Map.of("pans", p.pans() - pans));
        List<Long> holdings = store.pansOf(me, p.id());
        holdings.subList(Math.max(0, holdings.size() - pans), holdings.size())
                .forEach(h -> rows.change(me, "holding", h, Map.of("pour_id", part)));
        return part;
    }

    private long changeAll(Collector me, PourStore.PourRow p, ChangedPour typed, @Nullable Integer read) {
        long id = p.id();
        LocalDate second = day("secondOn", typed.secondOn(), p.pouredOn());
        LocalDate hard = day("hardOn", typed.hardOn(), p.pouredOn());
        LocalDate boxed = day("boxedOn", typed.boxedOn(), p.pouredOn());
        boolean poursAgain = second != null && p.secondOn() == null;
        Optional<PourStore.Tube> tube = Optional.ofNullable(p.holdingId()).flatMap(h -> store.tube(me, h));
        BigDecimal each = p.secondMl().signum() > 0 ? p.secondMl() : p.eachMl().multiply(Pour.SHRINKS);
        BigDecimal needed = each.multiply(BigDecimal.valueOf(p.pans()));
        if (poursAgain && tube.isPresent()) {
            if (left(tube.get()).compareTo(needed) < 0) {
                throw Refusal.of(
                        "secondOn",
                        "The tube holds "
                                + left(tube.get()).stripTrailingZeros().toPlainString() + " ml; the second pour takes "
                                + needed.stripTrailingZeros().toPlainString() + ".",
                        "Pour the rest by hand and note it.");
            }
        }
        Map<String, Object> row = new HashMap<>();
        row.put("second_ml", poursAgain ? each : p.secondMl());
        row.put("second_on", second);
        row.put("hard_on", hard);
        row.put("boxed_on", boxed);
        if (typed.keptWhere() != null) row.put("kept_where", Words.line("kept where", typed.keptWhere(), 160));
        if (typed.seen() != null) row.put("seen", seen(typed.seen()));
        if (typed.note() != null) row.put("note", Words.lines("note", typed.note(), 1000));
        acts.act(me, () -> said(p, poursAgain, hard, boxed), () -> {
            if (poursAgain && tube.isPresent()) takeFromTube(me, tube.get(), needed);
            rows.change(me, "pour", id, row, read == null ? p.version() : read, () -> p.id());
        });
        return id;
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
