package molvet.server.mixing;

import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.chart.SmallestParts;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Mixture;
import molvet.core.mixing.Prediction;
import molvet.core.mixing.Unforeseen;
import molvet.core.reading.Suspicion;
import molvet.server.chart.Sheets;
import molvet.server.chart.Sheets.Square.Portion;
import molvet.server.colour.Runs;
import molvet.server.mixing.MixStore.MixRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.reading.MixtureSquares;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Mixtures that are kept: noted by hand, or painted on a sheet and read. One act, one transaction. */
@Service
public class Mixes implements MixtureSquares {
    private static final int MOST_KEPT = 5_000;
    private static final int MOST_NAME = 120;
    /** Hands measure parts by eye: no mixture need lie nearer to what is foreseen, in ΔE00. */
    private static final double LEAST_SPREAD = 4;

    private final MixStore store;
    private final Ingredients ingredients;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    Mixes(MixStore store, Ingredients ingredients, Acts acts, Rows rows, Clock clock) {
        this.store = store;
        this.ingredients = ingredients;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    public record KeptPart(long paint, @Nullable Double part) {}

    public record NewMix(
            @Nullable String name,
            @Nullable String note,
            @Nullable List<KeptPart> parts) {}

    public record ChangedMix(
            @Nullable String name,
            @Nullable String note,
            @Nullable Boolean liked,
            @Nullable Integer version) {}

    private record MixPartRow(long mixId, long paintId, double part) {}

    MixRow mix(Collector me, long id) {
        return store.mix(me, id).orElseThrow(() -> new NotFound("There is no such mixture."));
    }

    /** Keeps one that is only foreseen so far. @return its number in the database */
    @Transactional
    public long keep(Collector me, NewMix typed) {
        List<KeptPart> parts = typed.parts() == null ? List.of() : typed.parts();
        Map<Long, Ingredient> of =
                ingredients.of(me, parts.stream().map(KeptPart::paint).toList());
        Mixture mixture = Mixture.of(parts.stream()
                .map(p -> new Mixture.Part(
                        Optional.ofNullable(of.get(p.paint()))
                                .orElseThrow(() -> new NotFound(
                                        "One of these paints is not in your collection. Nothing was kept.")),
                        p.part() == null ? 1 : p.part()))
                .toList());
        if (mixture.parts().size() < 2) {
            throw Refusal.of("parts", "One paint by itself is no mixture.", "Take two or more.");
        }
        if (store.count(me) >= MOST_KEPT) {
            throw Refusal.of("parts", MOST_KEPT + " mixtures are kept already.", "Delete some first.");
        }
        String name = Words.line("name", Fields.text(typed.name()), MOST_NAME);
        Map<String, Object> row = new HashMap<>();
        row.put("name", name);
        row.put("note", Words.lines("note", Fields.text(typed.note()), 1000));
        row.put("liked", true);
        return acts.act(
                me,
                () -> "Kept the mixture " + (name.isBlank() ? words(mixture) : name),
                () -> add(me, row, shares(mixture), clock.instant()));
    }

    /**
     * A mixture that was painted on a chart.
     *
     * @param parts by paint, in the order they are named in
     * @param colours from full strength to palest, for the screen; one where it was painted in one strength only
     */
    public record OnChart(Map<Long, Double> parts, double strength, List<String> colours) {}

    /** In the order of the cells. */
    @Transactional(readOnly = true)
    public List<OnChart> onChart(Collector me, long chart) {
        Map<Long, List<MixStore.PartRow>> parts = store.parts(me);
        return store.all(me).stream()
                .filter(m -> Long.valueOf(chart).equals(m.chartId()) && m.position() != null)
                .filter(m -> m.run().isPresent())
                // Of paints that are gone nothing can be named.
                .filter(m -> parts.getOrDefault(m.id(), List.of()).size() > 1)
                .sorted(Comparator.comparing(MixStore.MixRow::position))
                .map(m -> {
                    Map<Long, Double> of = new LinkedHashMap<>();
                    parts.get(m.id()).forEach(p -> of.put(p.paintId(), p.part()));
                    List<Lab> drawn = m.tint().isPresent()
                            ? m.run().orElseThrow().drawn()
                            : List.of(m.massTone().orElseThrow());
                    return new OnChart(
                            of,
                            m.strength(),
                            drawn.stream().map(c -> Srgb.ofLab(c).hex()).toList());
                })
                .toList();
    }

    private static Map<Long, Double> shares(Mixture mixture) {
        Map<Long, Double> all = new LinkedHashMap<>();
        mixture.parts().forEach(p -> all.put((Long) p.of().id(), p.part()));
        return all;
    }

    private static String words(Mixture mixture) {
        return String.join(
                " and ", mixture.parts().stream().map(p -> p.of().name()).toList());
    }

    private long add(Collector me, Map<String, Object> row, Map<Long, Double> parts, Instant at) {
        acts.oneAtATime(me);
        row.put("number", store.nextNumber(me));
        row.put("made_at", at);
        long id = rows.add(me, "mix", row);
        parts.forEach((paint, part) -> rows.add(me, "mix_part", new MixPartRow(id, paint, part)));
        return id;
    }

    @Transactional
    public void change(Collector me, long id, ChangedMix typed) {
        MixRow m = mix(me, id);
        Map<String, Object> row = new HashMap<>();
        row.put("name", typed.name() == null ? m.name() : Words.line("name", typed.name(), MOST_NAME));
        row.put("note", typed.note() == null ? m.note() : Words.lines("note", typed.note(), 1000));
        row.put("liked", typed.liked() == null ? m.liked() : typed.liked());
        acts.act(
                me,
                () -> "Changed the mixture " + m.code(),
                () -> rows.change(me, "mix", id, row, typed.version(), () -> mix(me, id)));
    }

    @Transactional
    public void delete(Collector me, long id) {
        MixRow m = mix(me, id);
        acts.act(me, () -> "Deleted the mixture " + m.code(), () -> rows.remove(me, "mix", id));
    }

    /** Each square is a mixture of its own; one that was read before is what this reading says. */
    @Override
    public void read(Collector me, @Nullable Long scan, List<MixtureRead> squares, Instant at) {
        Map<Long, Ingredient> of =
                of(me, squares.stream().map(MixtureRead::square).toList());
        for (MixtureRead q : squares) {
            Map<String, Object> row = measured(q);
            row.put("scan_id", scan);
            Optional<Long> before = store.ofCell(me, q.square().row());
            if (before.isPresent()) {
                rows.change(me, "mix", before.get(), row);
                continue;
            }
            foreseen(of, q.square()).ifPresent(p -> {
                row.put("foreseen_l", p.colour().l());
                row.put("foreseen_a", p.colour().a());
                row.put("foreseen_b", p.colour().b());
                row.put("foreseen_off", p.off());
            });
            row.put("chart_cell_id", q.square().row());
            add(me, row, parts(q.square()), at);
        }
    }

    @Override
    public Map<Integer, Suspicion.Expected> expected(Collector me, List<Sheets.Square> squares) {
        Map<Long, Ingredient> of = of(me, squares);
        Map<Integer, Suspicion.Expected> all = new HashMap<>();
        for (Sheets.Square q : squares) {
            foreseen(of, q)
                    .ifPresent(p -> all.put(
                            q.cell(),
                            new Suspicion.Expected(
                                    p.colour(), Math.max(LEAST_SPREAD, p.off()), "the foreseen mixture")));
        }
        return all;
    }

    private Map<Long, Ingredient> of(Collector me, List<Sheets.Square> squares) {
        return ingredients.of(
                me, squares.stream().flatMap(Sheets.Square::paints).toList());
    }

    private static Map<Long, Double> parts(Sheets.Square q) {
        Map<Long, Double> parts = new LinkedHashMap<>();
        List<Integer> smallest =
                SmallestParts.of(q.holds().stream().map(Portion::parts).toList());
        for (int i = 0; i < smallest.size(); i++) {
            parts.put(q.holds().get(i).paint(), smallest.get(i).doubleValue());
        }
        return parts;
    }

    /** @param off ΔE00 within which nine of ten lie */
    private record Foreseen(Lab colour, double off) {}

    /** What is expected of a square, as strong as it is; empty where a part of it cannot be foreseen. */
    private static Optional<Foreseen> foreseen(Map<Long, Ingredient> of, Sheets.Square q) {
        Map<Long, Double> parts = parts(q);
        List<Mixture.Part> known = parts.entrySet().stream()
                .filter(p -> of.containsKey(p.getKey()))
                .map(p -> new Mixture.Part(of.get(p.getKey()), p.getValue()))
                .filter(p -> Unforeseen.why(p.of()).isEmpty())
                .toList();
        if (known.size() < parts.size()) return Optional.empty();
        Prediction p = Prediction.of(Mixture.of(known));
        return Optional.of(new Foreseen(p.at(q.strength()), p.uncertaintyAt(q.strength())));
    }

    private static Map<String, Object> measured(MixtureRead q) {
        Map<String, Object> row = new HashMap<>();
        row.put("mass_l", q.reading().massTone().l());
        row.put("mass_a", q.reading().massTone().a());
        row.put("mass_b", q.reading().massTone().b());
        // A square painted evenly shows one strength of it, and says nothing of others.
        boolean even = q.reading().tint().equals(q.reading().massTone());
        row.put("strength", q.square().strength());
        row.put("tint_l", even ? null : q.reading().tint().l());
        row.put("tint_a", even ? null : q.reading().tint().a());
        row.put("tint_b", even ? null : q.reading().tint().b());
        row.put("curve", even ? null : Runs.kept(q.reading().run()));
        row.put("modelled", !q.reading().run().measured());
        row.put("granulation", q.reading().granulation().orElse(null));
        row.put("separation", q.reading().separation());
        return row;
    }
}
