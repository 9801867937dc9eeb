package molvet.server.mixing;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.mixing.Ingredient;
import molvet.core.mixing.Seen;
import molvet.core.mixing.Target;
import molvet.core.mixing.Unforeseen;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Recipe;
import molvet.server.collection.Finder;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a call names to be mixed or matched, found in the collection or read from plain values; refused where it cannot be. */
@Component
class AskedIngredients {
    private static final int MOST_FROM = 2_000;
    private static final int MOST_SENT = 400;

    private final Ingredients ingredients;
    private final Finder finder;
    private final LabelReader reader;

    AskedIngredients(Ingredients ingredients, Finder finder, LabelReader reader) {
        this.ingredients = ingredients;
        this.finder = finder;
        this.reader = reader;
    }

    /** A paint of the collection, or plain values; {@code part} how many parts of it, one if left out. */
    record MixedPart(
            @Nullable Long paint,
            @Nullable String name,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            @Nullable List<String> recipe,
            @OneOf(Granulation.class) @Nullable String granulation,
            @Nullable Double part) {}

    /** @param price what {@code volume} ml of it cost in {@code currency}; left out, the newest of its own holdings says it */
    record MatchTarget(
            @Nullable Long paint,
            @Nullable String name,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            @OneOf(Granulation.class) @Nullable String granulation,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String volume) {}

    static Ingredient usable(Ingredient of, String where) {
        Unforeseen.why(of).ifPresent(why -> {
            throw Refusal.of(where, why, "Leave it out, and paint that mixture once.");
        });
        return of;
    }

    Ingredient owned(Collector me, Map<Long, Ingredient> owned, long paint, String where) {
        Ingredient of = owned.get(paint);
        if (of != null) return of;
        if (ingredients.isOwn(me, paint)) {
            throw Refusal.of(
                    where + ".paint",
                    "Of this paint neither a colour nor a recipe is known.",
                    "Swatch it and read the swatch, or write the pigments of its label.");
        }
        throw new NotFound("There is no such paint in your collection.");
    }

    Ingredient plain(MixedPart p, int number, String where, Map<MixedPart, Ingredient> sent) {
        if (p.massTone == null) {
            throw Refusal.of(
                    where + ".massTone",
                    "A part has neither a paint nor a colour.",
                    "Give paint, or massTone with l, a and b.");
        }
        // The same values are the same paint, and a paint mixed with itself is that paint.
        MixedPart same = new MixedPart(null, p.name, p.massTone, p.tint, p.recipe, p.granulation, null);
        return sent.computeIfAbsent(
                same, k -> plain(number, name(p.name, number), p.massTone, p.tint, p.recipe, p.granulation, where));
    }

    private Ingredient plain(
            Object id,
            String name,
            LabValue massTone,
            @Nullable LabValue tint,
            @Nullable List<String> recipe,
            @Nullable String granulation,
            String where) {
        Lab full = colour(where + ".massTone", massTone);
        Optional<Lab> thin = Optional.ofNullable(tint).map(t -> colour(where + ".tint", t));
        return ingredients.plain(
                id,
                name,
                recipe(where + ".recipe", recipe),
                Seen.of(full, thin),
                grain(where + ".granulation", granulation));
    }

    private static Optional<Granulation> grain(String where, @Nullable String typed) {
        return typed == null ? Optional.empty() : Optional.of(Fields.one(where, typed, Granulation.values()));
    }

    private static String name(@Nullable String typed, int number) {
        String name = Words.line("name", Fields.text(typed), 120);
        return name.isBlank() ? "part " + number : name;
    }

    private Recipe recipe(String where, @Nullable List<String> codes) {
        if (codes == null || codes.isEmpty()) return Recipe.NONE;
        if (codes.size() > 20) throw Refusal.of(where, "More than 20 pigments in one paint.", "Name fewer.");
        return reader.read(Words.line(where, String.join(" ", codes), 400)).recipe();
    }

    /** @throws Refusal for what no surface has */
    private static Lab colour(String where, LabValue c) {
        boolean real = c.l() >= 0 && c.l() <= 100 && Math.abs(c.a()) <= 160 && Math.abs(c.b()) <= 160;
        if (!real) {
            throw Refusal.of(where, "No surface has this colour.", "L* lies between 0 and 100, a* and b* within 160.");
        }
        return c.lab();
    }

    Target target(Collector me, MatchTarget asked) {
        if (asked.paint != null) {
            Optional<Target> paint = ingredients.target(me, asked.paint);
            if (paint.isPresent()) return paint.get();
            if (!ingredients.isOwn(me, asked.paint)) throw new NotFound("There is no such paint in your collection.");
            throw Refusal.of(
                    "target.paint",
                    "This paint was not measured: there is no colour to match.",
                    "Swatch it and read the swatch, or give a massTone.");
        }
        if (asked.massTone == null)
            throw Refusal.of("target", "What is to be matched?", "Give a paint, or a massTone.");
        Lab full = colour("target.massTone", asked.massTone);
        Optional<Lab> tint = Optional.ofNullable(asked.tint).map(t -> colour("target.tint", t));
        String name = Words.line("target.name", Fields.text(asked.name), 120);
        return new Target(
                name.isBlank() ? "it" : name,
                tint.map(t -> WashRun.between(full, t)).orElse(new WashRun(List.of(full), false)),
                grain("target.granulation", asked.granulation),
                Optional.empty());
    }

    /** What may be mixed; what cannot be foreseen is left out, and said. */
    List<Ingredient> from(Collector me, @Nullable Object asked, Set<Object> but, List<String> reasons) {
        List<Ingredient> all = new ArrayList<>();
        long unknown = 0;
        if (asked == null || asked instanceof String) {
            String find = asked == null ? "owned" : Words.line("from", (String) asked, 400);
            List<Long> ids = finder.ids(me, find, MOST_FROM + 1);
            if (ids.size() > MOST_FROM) {
                reasons.add("More than " + MOST_FROM + " paints: the first " + MOST_FROM + " were tried.");
                ids = ids.subList(0, MOST_FROM);
            }
            all.addAll(ingredients.of(me, ids).values());
            unknown = ids.size() - all.size();
        } else if (asked instanceof List<?> list) {
            all.addAll(listed(me, list));
            unknown = new HashSet<>(list).size() - all.size();
        } else {
            throw Refusal.of("from", "This is neither a find nor a list.", "Give “owned”, a find, or a list.");
        }
        List<Ingredient> usable = all.stream()
                .filter(i -> !but.contains(i.id()))
                .filter(i -> Unforeseen.why(i).isEmpty())
                .toList();
        long strange = all.stream().filter(i -> Unforeseen.why(i).isPresent()).count();
        if (strange > 0) {
            reasons.add(
                    strange + (strange == 1 ? " paint that glows or glitters was" : " paints that glow or glitter were")
                            + " left out: no mixture of it can be foreseen.");
        }
        if (unknown > 0) {
            reasons.add(unknown + (unknown == 1 ? " paint was" : " paints were")
                    + " left out: neither a colour nor a recipe of " + (unknown == 1 ? "it is" : "them is")
                    + " known.");
        }
        long guessed = usable.stream().filter(Ingredient::guessed).count();
        if (guessed > 0) {
            reasons.add(guessed + (guessed == 1 ? " paint was" : " paints were")
                    + " not measured; what the recipe usually gives stands for " + (guessed == 1 ? "it." : "them."));
        }
        return usable;
    }

    private Collection<Ingredient> listed(Collector me, List<?> list) {
        if (list.size() > MOST_SENT) {
            throw Refusal.of("from", "More than " + MOST_SENT + " paints are listed.", "List fewer, or give a find.");
        }
        Set<Long> ids = new LinkedHashSet<>();
        Map<Object, Ingredient> all = new LinkedHashMap<>();
        for (int i = 0; i < list.size(); i++) {
            String where = "from[" + i + "]";
            Object one = list.get(i);
            if (one instanceof Number n) {
                ids.add(n.longValue());
            } else if (one instanceof Map<?, ?> values) {
                Ingredient of = sent(values, where, i);
                if (all.put(of.id(), of) != null) {
                    throw Refusal.of(where + ".id", "“" + of.id() + "” is there twice.", "Give each an id of its own.");
                }
            } else {
                throw Refusal.of(
                        where, "This is neither an id nor a colour.", "Give ids, or objects with id and massTone.");
            }
        }
        Map<Long, Ingredient> owned = ingredients.of(me, ids);
        for (Long id : ids) {
            if (!owned.containsKey(id) && !ingredients.isOwn(me, id)) {
                throw new NotFound("There is no paint " + id + " in your collection.");
            }
        }
        all.putAll(owned);
        return all.values();
    }

    private Ingredient sent(Map<?, ?> values, String where, int place) {
        Object id = values.get("id");
        if (!(id instanceof String s && !s.isBlank() && s.length() <= 80) && !(id instanceof Number)) {
            throw Refusal.of(
                    where + ".id", "An id is missing here.", "Give each an id of its own: a word or a number.");
        }
        LabValue full = labValue(values.get("massTone"), where + ".massTone");
        if (full == null) {
            throw Refusal.of(where + ".massTone", "“" + id + "” has no colour.", "Give l, a and b.");
        }
        List<String> recipe = values.get("recipe") instanceof List<?> codes
                ? codes.stream().map(String::valueOf).toList()
                : List.of();
        Object granulation = values.get("granulation");
        Object name = values.get("name");
        return plain(
                id,
                name instanceof String n && !n.isBlank() ? Words.line(where + ".name", n, 120) : String.valueOf(id),
                full,
                labValue(values.get("tint"), where + ".tint"),
                recipe,
                granulation == null ? null : String.valueOf(granulation),
                where);
    }

    private static @Nullable LabValue labValue(@Nullable Object of, String where) {
        if (of == null) return null;
        if (of instanceof Map<?, ?> m
                && m.get("l") instanceof Number l
                && m.get("a") instanceof Number a
                && m.get("b") instanceof Number b) {
            return new LabValue(l.doubleValue(), a.doubleValue(), b.doubleValue());
        }
        throw Refusal.of(where, "A colour is not whole here.", "Give l, a and b as numbers.");
    }
}
