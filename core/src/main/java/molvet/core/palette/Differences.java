package molvet.core.palette;

import java.util.List;
import molvet.core.colour.Lab;

/** ΔE00 between every two colours of a palette, worked out once. */
public final class Differences {
    private final double[][] between;

    private Differences(double[][] between) {
        this.between = between;
    }

    public static Differences of(List<Lab> colours) {
        int n = colours.size();
        double[][] d = new double[n][n];
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < i; j++) d[i][j] = d[j][i] = colours.get(i).differenceFrom(colours.get(j));
        }
        return new Differences(d);
    }

    public int size() {
        return between.length;
    }

    public double between(int one, int other) {
        return between[one][other];
    }

    /** The same with colours beside which everything lies for nothing, up to so many in all: empty wells. */
    double[][] withEmpty(int all) {
        double[][] d = new double[all][all];
        for (int i = 0; i < between.length; i++) System.arraycopy(between[i], 0, d[i], 0, between.length);
        return d;
    }

    /**
     * The sum of differences over neighbours.
     *
     * @param lying the colour in each well, −1 for an empty one
     */
    public double roughness(Wells wells, List<Integer> lying) {
        double sum = 0;
        for (Wells.Pair p : wells.pairs()) {
            int one = lying.get(p.one());
            int other = lying.get(p.other());
            if (one >= 0 && other >= 0) sum += between[one][other];
        }
        return sum;
    }
}
