package molvet.core.mixing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Film;
import molvet.core.colour.FilmFit;
import molvet.core.colour.FittedFilm;
import molvet.core.colour.Lab;

/**
 * What painted mixtures teach of their parts: each paint’s film is found anew from its own swatch and from every mixture it is in,
 * with the others held as they are, in rounds until little changes. What a mixture tells is weighed by how well its other parts are
 * known and by how evenly hands mix.
 */
public final class Learning {
    private static final int ROUNDS = 3;
    /** How far a painted mixture lies from what its parts in truth make: a hand measures parts by eye (common practice). */
    private static final double HAND = 1.5;

    private Learning() {}

    /**
     * A mixture that was painted and read.
     *
     * @param shares of each paint, which make 1
     * @param strength at which {@code massTone} was painted: 1 is full strength
     */
    public record Painted(Map<Long, Double> shares, double strength, Lab massTone, Optional<Lab> tint) {}

    /**
     * What was learnt of one paint.
     *
     * @param strength beside what its own swatch alone says: 1.3 is a third stronger
     * @param mixtures how many taught it
     */
    public record Learnt(FittedFilm film, double strength, int mixtures) {
        private static final double HARDLY = 0.07;

        /** Such as “About 30 % stronger in mixtures than its own swatch says.” */
        public String words() {
            String by = mixtures + (mixtures == 1 ? " mixture" : " mixtures");
            if (Math.abs(strength - 1) < HARDLY) return "As strong in " + by + " as its own swatch says.";
            return strength > 1
                    ? "About " + Math.round(100 * (strength - 1)) + " % stronger in " + by
                            + " than its own swatch says."
                    : "About " + Math.round(100 * (1 - strength)) + " % weaker in " + by + " than its own swatch says.";
        }
    }

    /** @return by paint, those of {@code seen} that are in a mixture all of whose paints were seen */
    public static Map<Long, Learnt> of(Map<Long, Seen> seen, List<Painted> mixtures) {
        Map<Long, List<Painted>> in = new HashMap<>();
        for (Painted p : mixtures) {
            if (p.shares.size() < 2 || !seen.keySet().containsAll(p.shares.keySet())) continue;
            p.shares
                    .keySet()
                    .forEach(
                            id -> in.computeIfAbsent(id, k -> new ArrayList<>()).add(p));
        }
        Map<Long, FittedFilm> alone = new HashMap<>();
        in.keySet().forEach(id -> alone.put(id, seen.get(id).film()));
        Map<Long, FittedFilm> now = new HashMap<>(alone);
        List<Long> order = in.keySet().stream().sorted().toList();
        for (int round = 0; round < ROUNDS; round++) {
            for (long id : order) now.put(id, taught(id, seen.get(id), in.get(id), now));
        }
        Map<Long, Learnt> learnt = new HashMap<>();
        for (long id : order) {
            double strength = now.get(id).film().strengthBeside(alone.get(id).film());
            learnt.put(id, new Learnt(now.get(id), strength, in.get(id).size()));
        }
        return learnt;
    }

    private static FittedFilm taught(long id, Seen own, List<Painted> in, Map<Long, FittedFilm> now) {
        FilmFit fit = own.fit();
        for (Painted p : in) {
            double share = p.shares.get(id);
            List<Long> others =
                    p.shares.keySet().stream().filter(o -> o != id).sorted().toList();
            double[] parts = others.stream()
                    .mapToDouble(o -> p.shares.get(o) / (1 - share))
                    .toArray();
            List<FittedFilm> films = others.stream().map(now::get).toList();
            Film rest = Film.mixed(films.stream().map(FittedFilm::film).toList(), parts);
            double margin = Math.hypot(HAND, (1 - share) * FittedFilm.unsure(films, parts, 1));
            fit.mixed(p.massTone, p.strength, share, rest, margin);
            p.tint.ifPresent(t -> fit.mixedAndThinned(t, share, rest, margin));
        }
        return fit.fit();
    }
}
