package molvet.core.choosing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Staining;

/**
 * What fills a shortlist from the record (common practice, no published source): what is mixed most, and is there one tube for it;
 * what is loved and runs short; what is used most, and how it could be better. Each answer carries its evidence. Colours are
 * compared half washed out, since full strength is too thick to tell.
 */
public final class ThreeQuestions {
    /** A tube stands for a mixture within this, ΔE00. */
    static final double ONE_TUBE = Difference.PLAIN;
    /** Something better may lie this far off and still do the same work, ΔE00. */
    static final double SAME_WORK = 8;

    private static final int MOST_MIXTURES = 8;
    private static final int MOST_USED = 6;
    private static final int MOST_LOVED = 12;
    private static final int MOST_BETTER = 4;
    private static final int LITTLE_LEFT = 30;

    private ThreeQuestions() {}

    public enum Question {
        MIXED_MOST,
        LOVED,
        USED_MOST
    }

    /**
     * A paint of the record.
     *
     * @param had whether it is in the house, as a tube or as a dot; the others are wished for or gone
     * @param liking 2 loved, 1 liked, 0 nothing said, −1 not liked
     * @param taps how often the brush went to it, in {@code paintings} paintings
     * @param left percent of the fullest tube or pan that is owned
     * @param perMl what a millilitre cost last, in one currency for all
     */
    public record Known(
            long paint,
            String name,
            boolean owned,
            boolean had,
            Recipe recipe,
            Optional<WashRun> run,
            Optional<Lightfastness> lasts,
            Optional<Staining> stains,
            Optional<Granulation> grain,
            int liking,
            int taps,
            int paintings,
            OptionalInt left,
            Optional<BigDecimal> perMl) {}

    /** A mixture on paper, as it looks half washed out. */
    public record Painted(String code, Set<Long> paints, Lab half, boolean liked) {
        public Painted {
            paints = Set.copyOf(paints);
        }
    }

    /** A colour of a maker's chart that is not in the collection. */
    public record Listed(long colour, String name, String maker, Recipe recipe) {}

    /** Exactly one of {@code paint} and {@code colour} is not 0. */
    public record Suggestion(long paint, long colour, String because) {}

    /** @param silence why there is nothing, or nothing more; empty where there is no need to say */
    public record Answer(Question question, List<Suggestion> suggestions, String silence) {
        public Answer {
            suggestions = List.copyOf(suggestions);
        }
    }

    /**
     * @param paintings which paints each painting used
     * @return one answer a question, in their order; no paint is suggested twice by the same question
     */
    public static List<Answer> answered(
            Collection<Known> paints,
            Collection<Painted> mixtures,
            Collection<Set<Long>> paintings,
            List<Listed> charts) {
        return List.of(
                mixedMost(paints, mixtures, paintings, charts), loved(paints, paintings.size()), usedMost(paints));
    }

    private record Pairing(Set<Long> of, List<Painted> on, int together) {
        int weight() {
            return on.size()
                    + together
                    + (int) on.stream().filter(Painted::liked).count() * 3;
        }
    }

    private static Answer mixedMost(
            Collection<Known> paints,
            Collection<Painted> mixtures,
            Collection<Set<Long>> paintings,
            List<Listed> charts) {
        Map<Long, Known> by = new LinkedHashMap<>();
        paints.forEach(p -> by.put(p.paint, p));
        Map<Set<Long>, List<Painted>> groups = new LinkedHashMap<>();
        mixtures.stream()
                .filter(m -> m.paints.size() > 1 && by.keySet().containsAll(m.paints))
                .forEach(m ->
                        groups.computeIfAbsent(m.paints, k -> new ArrayList<>()).add(m));
        List<Pairing> most = groups.entrySet().stream()
                .map(g -> new Pairing(g.getKey(), g.getValue(), (int) paintings.stream()
                        .filter(p -> p.containsAll(g.getKey()))
                        .count()))
                .sorted(Comparator.comparingInt((Pairing p) -> -p.weight())
                        .thenComparing(p -> new TreeSet<>(p.of).first()))
                .limit(MOST_MIXTURES)
                .toList();
        Map<String, Suggestion> all = new LinkedHashMap<>();
        int without = 0;
        for (Pairing p : most) {
            Optional<Suggestion> tube = oneTube(p, by).or(() -> listed(p, by, charts));
            if (tube.isEmpty()) without++;
            tube.ifPresent(s -> all.putIfAbsent(s.paint + "/" + s.colour, s));
        }
        String silence = most.isEmpty()
                ? "No mixture was painted and read yet, so it cannot be said what you mix most."
                : without == 0
                        ? ""
                        : without + " of the " + most.size() + " most painted mixtures "
                                + (without == 1 ? "has" : "have")
                                + " no one tube within ΔE " + whole(ONE_TUBE)
                                + " among what you own or sampled, and no maker's chart"
                                + " you keep lists the same pigments.";
        return new Answer(Question.MIXED_MOST, List.copyOf(all.values()), silence);
    }

    private static String often(Pairing p, Map<Long, Known> by) {
        String names = p.of.stream().map(id -> by.get(id).name).sorted().collect(Collectors.joining(" + "));
        List<String> counts = new ArrayList<>();
        counts.add("painted " + times(p.on.size()));
        if (p.together > 0) counts.add("both in " + p.together + (p.together == 1 ? " painting" : " paintings"));
        if (p.on.stream().anyMatch(Painted::liked)) counts.add("liked");
        return names + " (" + String.join(", ", counts) + ")";
    }

    /**
     * The tube that stands for most of its squares, and of those the nearest. A square that looks like one of its own parts asks for
     * no other tube.
     */
    private static Optional<Suggestion> oneTube(Pairing p, Map<Long, Known> by) {
        List<Painted> asking = p.on.stream()
                .filter(m -> p.of.stream()
                        .flatMap(id -> by.get(id).run.stream())
                        .noneMatch(part -> DeltaE.ciede2000(part.half(), m.half) <= ONE_TUBE))
                .toList();
        record Tube(Known tube, Painted nearest, double e, int squares) {}
        return by.values().stream()
                .filter(k -> k.had && k.run.isPresent() && !p.of.contains(k.paint))
                .flatMap(k -> {
                    Lab half = k.run.get().half();
                    return asking.stream()
                            .min(Comparator.comparingDouble(m -> DeltaE.ciede2000(half, m.half)))
                            .map(m -> new Tube(k, m, DeltaE.ciede2000(half, m.half), (int) asking.stream()
                                    .filter(o -> DeltaE.ciede2000(half, o.half) <= ONE_TUBE)
                                    .count()))
                            .stream();
                })
                .filter(t -> t.squares > 0)
                .min(Comparator.comparingInt((Tube t) -> -t.squares).thenComparingDouble(Tube::e))
                .map(t -> new Suggestion(
                        t.tube.paint,
                        0,
                        "One tube for " + often(p, by) + ": within ΔE " + one(t.e) + " of " + t.nearest.code
                                + " half washed out"
                                + (asking.size() > 1
                                        ? ", within " + whole(ONE_TUBE) + " of " + t.squares + " of its "
                                                + asking.size() + " squares"
                                        : "")
                                + (t.tube.owned ? "; you own it." : "; on a dot or sample.")));
    }

    private static Optional<Suggestion> listed(Pairing p, Map<Long, Known> by, List<Listed> charts) {
        Set<Object> wanted = new HashSet<>();
        for (long id : p.of) {
            if (by.get(id).recipe.isEmpty()) return Optional.empty();
            wanted.addAll(by.get(id).recipe.pigments());
        }
        return charts.stream()
                .filter(c -> new HashSet<Object>(c.recipe.pigments()).equals(wanted))
                .findFirst()
                .map(c -> new Suggestion(
                        0,
                        c.colour,
                        "One tube for " + often(p, by) + ": " + c.maker
                                + " lists it from the same pigments. Its colour is not" + " measured here."));
    }

    private static Answer loved(Collection<Known> paints, int paintings) {
        List<Suggestion> all = paints.stream()
                .filter(p -> p.liking == 2)
                .sorted(Comparator.comparing((Known p) -> p.left.orElse(p.owned ? 100 : 0) > LITTLE_LEFT)
                        .thenComparing(p -> -p.taps)
                        .thenComparing(Known::paint))
                .limit(MOST_LOVED)
                .map(p -> new Suggestion(p.paint, 0, lovedBecause(p, paintings)))
                .toList();
        return new Answer(
                Question.LOVED,
                all,
                all.isEmpty() ? "Nothing is marked as loved. Say it on a paint's page, or while painting out." : "");
    }

    private static String lovedBecause(Known p, int paintings) {
        List<String> said = new ArrayList<>();
        said.add("Loved");
        if (p.paintings > 0) said.add("in " + p.paintings + " of " + paintings + " paintings");
        if (!p.owned) said.add(p.had ? "and only a dot or sample of it is here" : "and none of it is here");
        else if (p.left.isPresent() && p.left.getAsInt() <= LITTLE_LEFT) {
            said.add("and " + p.left.getAsInt() + " % is left of its fullest tube or pan");
        }
        return String.join(", ", said) + ".";
    }

    private static Answer usedMost(Collection<Known> paints) {
        List<Known> most = paints.stream()
                .filter(p -> p.taps > 0)
                .sorted(Comparator.comparingInt((Known p) -> -p.paintings)
                        .thenComparingInt(p -> -p.taps)
                        .thenComparing(Known::paint))
                .limit(MOST_USED)
                .toList();
        Map<Long, Suggestion> all = new LinkedHashMap<>();
        for (Known used : most) {
            all.putIfAbsent(
                    used.paint,
                    new Suggestion(
                            used.paint,
                            0,
                            "Used in " + used.paintings + (used.paintings == 1 ? " painting" : " paintings") + ", "
                                    + times(used.taps) + "."));
            better(used, paints).forEach(s -> all.putIfAbsent(s.paint, s));
        }
        return new Answer(
                Question.USED_MOST,
                List.copyOf(all.values()),
                most.isEmpty() ? "No painting is noted yet, so it cannot be said what you use most." : "");
    }

    private static List<Suggestion> better(Known used, Collection<Known> paints) {
        if (used.run.isEmpty()) return List.of();
        record Other(Known paint, double e, List<String> how) {}
        Lab half = used.run.get().half();
        return paints.stream()
                .filter(p -> p.paint != used.paint && p.run.isPresent())
                // Granulation cannot be had from a smooth paint: what takes it away is no better.
                .filter(p -> used.grain.map(Granulation::ordinal).orElse(0) < 2
                        || p.grain.map(Granulation::ordinal).orElse(0) >= 2)
                .map(p -> new Other(p, DeltaE.ciede2000(half, p.run.get().half()), how(used, p)))
                .filter(o -> o.e <= SAME_WORK && !o.how.isEmpty())
                .sorted(Comparator.comparingInt((Other o) -> -o.how.size()).thenComparingDouble(Other::e))
                .limit(MOST_BETTER)
                .map(o -> new Suggestion(
                        o.paint.paint,
                        0,
                        "For " + used.name + ": " + String.join(", ", o.how) + "; ΔE " + one(o.e)
                                + " from it half washed out, "
                                + Difference.how(half, o.paint.run.get().half()) + "."))
                .toList();
    }

    /** In what the other is better, in words with both sides. */
    private static List<String> how(Known used, Known other) {
        List<String> how = new ArrayList<>();
        if (used.lasts.isPresent()
                && other.lasts.isPresent()
                && used.lasts.get() != Lightfastness.UNTESTED
                && other.lasts.get() != Lightfastness.UNTESTED
                && other.lasts.get().ordinal() < used.lasts.get().ordinal()) {
            how.add("more lasting (" + other.lasts.get().words() + " against "
                    + used.lasts.get().words() + ")");
        }
        if (used.recipe.pigments().size() > 1 && other.recipe.pigments().size() == 1)
            how.add("one pigment instead of " + used.recipe.pigments().size());
        if (used.stains.isPresent()
                && other.stains.isPresent()
                && other.stains.get().ordinal() < used.stains.get().ordinal()) {
            how.add("less staining (" + other.stains.get().words() + " against "
                    + used.stains.get().words() + ")");
        }
        double darker = used.run.get().full().l() - other.run.get().full().l();
        if (darker >= 5) how.add("darker at full strength by " + whole(darker) + " L*");
        if (used.perMl.isPresent()
                && other.perMl.isPresent()
                && other.perMl.get().compareTo(used.perMl.get().multiply(new BigDecimal("0.9"))) < 0) {
            how.add("cheaper (" + other.perMl.get().setScale(2, RoundingMode.HALF_UP) + " against "
                    + used.perMl.get().setScale(2, RoundingMode.HALF_UP) + " a ml)");
        }
        return how;
    }

    private static String times(int n) {
        return n == 1 ? "once" : n == 2 ? "twice" : n + " times";
    }

    private static String one(double e) {
        return String.format(Locale.ROOT, "%.1f", e);
    }

    private static String whole(double e) {
        return String.format(Locale.ROOT, "%.0f", e);
    }
}
