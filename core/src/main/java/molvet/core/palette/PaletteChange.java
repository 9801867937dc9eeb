package molvet.core.palette;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What changed from one version of a palette to another.
 *
 * @param in paints that came, {@code out} those that left, {@code moved} those in another well now, {@code refilled} those whose pan or
 *     squeeze is another lot
 */
public record PaletteChange(List<Change> in, List<Change> out, List<Change> moved, List<Change> refilled) {
    /**
     * @param paint its number; {@code name} as it was
     * @param from the well it left, −1 if it was in none; {@code to} the one it lies in now, −1 for none
     */
    public record Change(long paint, String name, int from, int to) {}

    /**
     * One well of a version.
     *
     * @param paint its number, or the negative number of its row where the paint is gone
     * @param lot the holding it is from; 0 where none is told
     */
    public record Filled(int well, long paint, String name, long lot) {}

    /** Paints are followed one by one; of one in several wells, the wells in their order. */
    public static PaletteChange between(List<Filled> before, List<Filled> after) {
        List<Change> in = new ArrayList<>();
        List<Change> out = new ArrayList<>();
        List<Change> moved = new ArrayList<>();
        List<Change> refilled = new ArrayList<>();
        Map<Long, List<Filled>> was = by(before);
        Map<Long, List<Filled>> is = by(after);
        is.forEach((paint, now) -> {
            List<Filled> then = new ArrayList<>(was.getOrDefault(paint, List.of()));
            List<Filled> left = new ArrayList<>(now);
            for (Filled n : now) {
                then.stream().filter(t -> t.well == n.well).findFirst().ifPresent(t -> {
                    if (t.lot != n.lot && n.lot != 0) refilled.add(new Change(paint, n.name, n.well, n.well));
                    then.remove(t);
                    left.remove(n);
                });
            }
            for (Filled n : left) {
                if (then.isEmpty()) {
                    in.add(new Change(paint, n.name, -1, n.well));
                    continue;
                }
                Filled t = then.remove(0);
                moved.add(new Change(paint, n.name, t.well, n.well));
                if (t.lot != n.lot && n.lot != 0) refilled.add(new Change(paint, n.name, t.well, n.well));
            }
            then.forEach(t -> out.add(new Change(paint, t.name, t.well, -1)));
        });
        was.forEach((paint, then) -> {
            if (!is.containsKey(paint)) then.forEach(t -> out.add(new Change(paint, t.name, t.well, -1)));
        });
        return new PaletteChange(List.copyOf(in), List.copyOf(out), List.copyOf(moved), List.copyOf(refilled));
    }

    private static Map<Long, List<Filled>> by(List<Filled> wells) {
        Map<Long, List<Filled>> all = new java.util.LinkedHashMap<>();
        wells.forEach(w -> all.computeIfAbsent(w.paint, k -> new ArrayList<>()).add(w));
        return all;
    }

    public boolean isEmpty() {
        return in.isEmpty() && out.isEmpty() && moved.isEmpty() && refilled.isEmpty();
    }

    /** In a line: names while they are few, else numbers. */
    public String said() {
        List<String> all = new ArrayList<>();
        if (!in.isEmpty()) all.add("in: " + some(in));
        if (!out.isEmpty()) all.add("out: " + some(out));
        if (!moved.isEmpty()) all.add("moved: " + some(moved));
        if (!refilled.isEmpty()) all.add("refilled: " + some(refilled));
        return all.isEmpty() ? "nothing changed" : String.join("; ", all);
    }

    private static String some(List<Change> changes) {
        if (changes.size() > 3) return String.format(Locale.ROOT, "%d", changes.size());
        return changes.stream().map(Change::name).collect(Collectors.joining(", "));
    }
}
