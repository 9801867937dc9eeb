package molvet.core.choosing;

import java.util.ArrayList;
import java.util.List;
import molvet.core.colour.Lab;
import molvet.core.colour.Wash;

/**
 * A paint’s run of colour from full strength to palest, told by value: what it is like where it is as light as another.
 *
 * <p>Steps of dilution differ from hand to hand; lightness does not, so that two paints are compared where their L* is equal.
 */
public record ValueRun(List<Lab> colours) {
    private static final int DRAWN = 9;

    /** @param colours full strength first; what gets darker on the way is noise, and is passed over */
    public static ValueRun of(List<Lab> colours) {
        if (colours.isEmpty()) throw new IllegalArgumentException("A run needs a colour.");
        List<Lab> rising = new ArrayList<>();
        for (Lab c : colours) {
            if (rising.isEmpty() || c.l() > rising.get(rising.size() - 1).l()) rising.add(c);
        }
        if (rising.size() == 2) return new ValueRun(Wash.between(rising.get(0), rising.get(1), DRAWN));
        return new ValueRun(List.copyOf(rising));
    }

    public Lab full() {
        return colours.get(0);
    }

    public Lab palest() {
        return colours.get(colours.size() - 1);
    }

    /** The colour where it is of this lightness; outside its run, the nearer end. */
    public Lab at(double l) {
        for (int i = 1; i < colours.size(); i++) {
            Lab a = colours.get(i - 1);
            Lab b = colours.get(i);
            if (l > b.l()) continue;
            double t = Math.max(0, (l - a.l()) / (b.l() - a.l()));
            return new Lab(a.l() + t * (b.l() - a.l()), a.a() + t * (b.a() - a.a()), a.b() + t * (b.b() - a.b()));
        }
        return palest();
    }
}
