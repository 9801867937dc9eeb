package molvet.core.palette;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * How much each paint of a palette is used: told by paintings and by nothing else.
 *
 * @param paintings how many are looked at, the latest
 * @param uses of each paint that lies in it now, least used first
 */
public record PaletteUse(int paintings, List<Use> uses) {
    /** So many of the latest are looked at. */
    public static final int LATEST = 20;
    /** With fewer nothing is said to be hardly used. */
    public static final int LEAST_TOLD = 4;
    /** In no more of all paintings than this, a paint is hardly used. */
    private static final double HARDLY = 0.1;

    private static final double OFTEN = 0.6;

    /** How much. */
    public enum Degree {
        /** It came after the latest paintings: nothing is known yet. */
        NEW,
        NEVER,
        HARDLY,
        SOMETIMES,
        OFTEN
    }

    /**
     * @param of how many of the paintings it could have been in, since it lies there; {@code in} how many it was in
     * @param last when it was used last
     */
    public record Use(long paint, int in, int of, Optional<LocalDate> last, Degree degree) {
        public String said() {
            return switch (degree) {
                case NEW -> "new: " + (of == 0 ? "no painting since" : "in " + in + " of " + of + " since");
                case NEVER -> "never used in " + of + (of == 1 ? " painting" : " paintings");
                default -> "in " + in + " of " + of;
            };
        }
    }

    /** One day’s work. */
    public record Painting(LocalDate on, List<Long> paints) {}

    /**
     * @param since from which day each paint lies in it
     * @param paintings of the palette
     */
    public static PaletteUse of(Map<Long, LocalDate> since, List<Painting> paintings) {
        List<Painting> latest = paintings.stream()
                .sorted(Comparator.comparing(Painting::on).reversed())
                .limit(LATEST)
                .toList();
        Map<Long, LocalDate> last = new HashMap<>();
        paintings.forEach(p -> p.paints.forEach(x -> last.merge(x, p.on, (a, b) -> a.isAfter(b) ? a : b)));
        List<Use> uses = new ArrayList<>();
        since.forEach((paint, day) -> {
            List<Painting> could =
                    latest.stream().filter(p -> !p.on.isBefore(day)).toList();
            int in = (int) could.stream().filter(p -> p.paints.contains(paint)).count();
            uses.add(new Use(paint, in, could.size(), Optional.ofNullable(last.get(paint)), degree(in, could.size())));
        });
        uses.sort(Comparator.comparingInt((Use u) -> u.degree.ordinal() == 0 ? 9 : u.degree.ordinal())
                .thenComparingDouble(u -> u.of == 0 ? 0 : (double) u.in / u.of)
                .thenComparingLong(Use::paint));
        return new PaletteUse(latest.size(), List.copyOf(uses));
    }

    private static Degree degree(int in, int of) {
        if (of < LEAST_TOLD) return Degree.NEW;
        if (in == 0) return Degree.NEVER;
        double share = (double) in / of;
        return share <= HARDLY ? Degree.HARDLY : share >= OFTEN ? Degree.OFTEN : Degree.SOMETIMES;
    }
}
