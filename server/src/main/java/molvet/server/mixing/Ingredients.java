package molvet.server.mixing;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.colour.FittedFilm;
import molvet.core.colour.WashRun;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Learning;
import molvet.core.mixing.Pantry;
import molvet.core.mixing.Seen;
import molvet.core.mixing.Target;
import molvet.core.mixing.Traits;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import molvet.core.pigment.UsualColour;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.mixing.MixStore.MixRow;
import molvet.server.mixing.MixStore.PartRow;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** From paints of the collection to what can be mixed: their films, taught by every mixture of theirs that was painted. */
@Component
public class Ingredients {
    /** A film that is known well takes 12 kB. */
    private static final int MOST_FILMS = 2_000;

    private static final int MOST_COLLECTORS = 50;

    private final VoiceStore voices;
    private final MixStore store;
    private final PigmentReference reference;
    private final Map<Seen, FittedFilm> films = new Lru<>(MOST_FILMS);
    private final Map<Long, Taught> taught = new Lru<>(MOST_COLLECTORS);
    /** Some 3 MB each. */
    private final Map<Long, Kept> pantries = new Lru<>(8);

    Ingredients(VoiceStore voices, MixStore store, PigmentReference reference) {
        this.voices = voices;
        this.store = store;
        this.reference = reference;
    }

    private record Kept(List<Object> from, Pantry pantry) {}

    private record Taught(MixStore.Stamp stamp, Map<Long, Seen> from, Map<Long, Learning.Learnt> learnt) {}

    private static final class Lru<K, V> extends LinkedHashMap<K, V> {
        private static final long serialVersionUID = 1;
        private final int most;

        Lru(int most) {
            super(16, 0.75f, true);
            this.most = most;
        }

        @Override
        protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
            return size() > most;
        }
    }

    /** By paint, in the order asked for; those that were not measured and have no recipe are left out. */
    Map<Long, Ingredient> of(Collector me, Collection<Long> ids) {
        List<VoiceRow> rows = voices.some(me, List.copyOf(new LinkedHashSet<>(ids)));
        Map<Long, Learning.Learnt> learnt = learnt(me);
        Map<Long, Ingredient> all = new LinkedHashMap<>();
        for (VoiceRow r : rows) {
            seen(r).ifPresent(s -> all.put(
                    r.id(),
                    new Ingredient(
                            r.id(),
                            r.name(),
                            r.pigments(),
                            s.run(),
                            Optional.ofNullable(learnt.get(r.id()))
                                    .map(Learning.Learnt::film)
                                    .orElseGet(() -> film(s)),
                            r.massL() == null,
                            traits(r))));
        }
        return all;
    }

    /** What there is to mix from in the house: owned and measured, those that differ most where there are many. */
    public Pantry pantry(Collector me, List<VoiceRow> rows) {
        List<VoiceRow> here = rows.stream()
                .filter(r -> r.standing().equals("OWNED") && r.massL() != null)
                .toList();
        List<Long> ids = Pantry.spread(
                        here.stream().map(r -> r.massTone().orElseThrow()).toList())
                .stream()
                .map(i -> here.get(i).id())
                .toList();
        Map<Long, Ingredient> of = of(me, ids);
        List<Object> key = List.copyOf(of.values());
        synchronized (pantries) {
            Kept kept = pantries.get(me.id());
            if (kept != null && kept.from.equals(key)) return kept.pantry;
        }
        Pantry made = new Pantry(List.copyOf(of.values()));
        synchronized (pantries) {
            pantries.put(me.id(), new Kept(key, made));
        }
        return made;
    }

    private Optional<Seen> seen(VoiceRow r) {
        Recipe recipe = r.pigments();
        Traits usual = traits(r);
        Optional<WashRun> run =
                r.run().or(() -> UsualColour.of(recipe, reference).map(u -> new WashRun(List.of(u.massTone()), false)));
        OptionalDouble covering = r.covering() == null || r.massL() == null
                ? OptionalDouble.empty()
                : OptionalDouble.of(Math.max(0, Math.min(0.97, r.covering())));
        return run.map(w -> new Seen(w, covering, usual.transparency(), usual.strength()));
    }

    private Traits traits(VoiceRow r) {
        return Traits.usual(r.pigments(), reference)
                .but(
                        verdict(r, Trait.GRANULATION).map(Granulation.class::cast),
                        verdict(r, Trait.TRANSPARENCY).map(Transparency.class::cast),
                        verdict(r, Trait.STAINING).map(Staining.class::cast),
                        verdict(r, Trait.LIGHTFASTNESS).map(Lightfastness.class::cast));
    }

    private static Optional<Grade> verdict(VoiceRow r, Trait trait) {
        return r.heard().get(trait).verdict();
    }

    /** Plain values, as a script sends them. */
    Ingredient plain(Object id, String name, Recipe recipe, Seen seen, Optional<Granulation> granulation) {
        Traits traits =
                Traits.usual(recipe, reference).but(granulation, Optional.empty(), Optional.empty(), Optional.empty());
        Seen known = seen.with(traits.transparency(), traits.strength());
        return new Ingredient(id, name, recipe, known.run(), film(known), false, traits);
    }

    /** A paint as it is to be stood in for; empty if it was not measured. */
    Optional<Target> target(Collector me, long paint) {
        return voices.some(me, List.of(paint)).stream()
                .findFirst()
                .flatMap(r -> r.run().map(run -> {
                    Traits traits = traits(r);
                    return new Target(r.name(), run, traits.granulation(), traits.lightfastness());
                }));
    }

    /** Whether it is in the collection at all. */
    boolean isOwn(Collector me, long paint) {
        return !voices.some(me, List.of(paint)).isEmpty();
    }

    private FittedFilm film(Seen seen) {
        synchronized (films) {
            FittedFilm known = films.get(seen);
            if (known != null) return known;
        }
        FittedFilm found = seen.film();
        synchronized (films) {
            films.put(seen, found);
        }
        return found;
    }

    /** What all painted mixtures of a collector teach, by paint; worked out anew when one of them or a swatch has changed. */
    Map<Long, Learning.Learnt> learnt(Collector me) {
        MixStore.Stamp stamp = store.stamp(me);
        if (stamp.many() == 0) return Map.of();
        Map<Long, List<PartRow>> parts = store.parts(me);
        List<MixRow> painted =
                store.all(me).stream().filter(m -> m.massTone().isPresent()).toList();
        Set<Long> in = painted.stream()
                .flatMap(m -> parts.getOrDefault(m.id(), List.of()).stream())
                .map(PartRow::paintId)
                .collect(Collectors.toSet());
        Map<Long, Seen> from = new HashMap<>();
        voices.some(me, List.copyOf(in)).stream()
                .filter(r -> r.massL() != null)
                .forEach(r -> seen(r).ifPresent(s -> from.put(r.id(), s)));
        synchronized (taught) {
            Taught before = taught.get(me.id());
            if (before != null && before.stamp.equals(stamp) && before.from.equals(from)) return before.learnt;
        }
        List<Learning.Painted> all = painted.stream()
                .map(m -> painted(m, parts.getOrDefault(m.id(), List.of())))
                .filter(Objects::nonNull)
                .toList();
        Map<Long, Learning.Learnt> learnt = Learning.of(from, all);
        synchronized (taught) {
            taught.put(me.id(), new Taught(stamp, from, learnt));
        }
        return learnt;
    }

    private static Learning.Painted painted(MixRow m, List<PartRow> parts) {
        double whole = parts.stream().mapToDouble(PartRow::part).sum();
        Map<Long, Double> shares = new HashMap<>();
        parts.forEach(p -> shares.put(p.paintId(), p.part() / whole));
        return new Learning.Painted(shares, m.strength(), m.massTone().orElseThrow(), m.tint());
    }
}
