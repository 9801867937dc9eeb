package molvet.core.palette;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.BooleanSupplier;
import java.util.stream.DoubleStream;
import molvet.core.measure.Rect;

/**
 * As many pans of one size as can be found room for: the box is parted into two, or into five with one in the middle and four
 * round it, each part again, down to blocks of pans that all lie one way (R. Morabito and S. Morales, J. Oper. Res. Soc. 49 (1998)
 * 819–828, from memory). Parts end only where sides of pans add up to, or to what is left beside such (raster points).
 *
 * <p>Parting into five goes one level deeper at a time, until as many lie as can at most, or so much was tried: a level takes
 * the fourth power of the number of raster points, four levels some tenths of a second.
 */
final class Blocks {
    private static final double UNITS = 1e4;
    /** What arithmetic in doubles is off by, in units. */
    private static final double HAIR = 1e-3;
    /** More places than these along a side, and blocks are not looked for: rows do as well in a box that large. */
    private static final int MOST_PLACES = 500;

    private static final int LEVELS = 4;
    private static final long MOST_TRIED = 30_000_000;
    private static final int[] WHOLE = {};

    private final double w;
    private final double h;
    private final long a;
    private final long b;
    /** What sides of pans add up to, from 0. */
    private final long[] places;

    private final int n;
    /** By place and place: the last place that is left of the one when the other is taken. */
    private final int[] left;
    /** By place: the places within it at which parts end. */
    private final int[][] raster;
    /** By level, and by place and place: the most that lie there, or -1, and how it is parted. */
    private final int[][] most = new int[LEVELS + 1][];

    private final int[][][] parted = new int[LEVELS + 1][][];
    private final BooleanSupplier goOn;
    private long tried;
    private boolean over;

    private Blocks(double w, double h, long a, long b, long[] places, BooleanSupplier goOn) {
        this.w = w;
        this.h = h;
        this.a = a;
        this.b = b;
        this.places = places;
        this.goOn = goOn;
        n = places.length;
        left = new int[n * n];
        raster = new int[n][];
        for (int i = 0; i < n; i++) {
            TreeSet<Integer> ends = new TreeSet<>();
            for (int k = 0; k <= i; k++) {
                left[i * n + k] = last(places[i] - places[k]);
                ends.add(left[i * n + k]);
            }
            raster[i] = ends.stream().mapToInt(Integer::intValue).toArray();
        }
        for (int level = 0; level <= LEVELS; level++) {
            most[level] = new int[n * n];
            Arrays.fill(most[level], -1);
            parted[level] = new int[n * n][];
        }
    }

    /**
     * @param width and {@code height} of the box, {@code w} and {@code h} of a pan, in mm, gaps added to all four
     * @return where pans lie, each as {@code w} × {@code h} or turned; empty where the box is too large for it
     */
    static Optional<List<Rect>> lay(double width, double height, double w, double h, BooleanSupplier goOn) {
        // Pans a hair too large and the box a hair too small, so that what lies in it does.
        long a = (long) Math.ceil(w * UNITS - HAIR);
        long b = (long) Math.ceil(h * UNITS - HAIR);
        long l = (long) Math.floor(width * UNITS + HAIR);
        long m = (long) Math.floor(height * UNITS + HAIR);
        TreeSet<Long> sums = new TreeSet<>();
        for (long x = 0; x <= Math.max(l, m); x += a) {
            for (long y = x; y <= Math.max(l, m); y += b) {
                sums.add(y);
                if (sums.size() > MOST_PLACES) return Optional.empty();
            }
        }
        Blocks blocks =
                new Blocks(w, h, a, b, sums.stream().mapToLong(Long::longValue).toArray(), goOn);
        int across = blocks.last(l);
        int down = blocks.last(m);
        int bound = most(width, height, w, h);
        int level = 0;
        int found = blocks.most(0, across, down);
        int best = 0;
        while (found < bound && level < LEVELS && !blocks.over) {
            level++;
            int now = blocks.most(level, across, down);
            if (now > found) best = level;
            found = Math.max(found, now);
        }
        List<Rect> all = new ArrayList<>();
        blocks.collect(best, across, down, 0, 0, all);
        return Optional.of(List.copyOf(all));
    }

    /**
     * No more than so many lie in the box: of its area something stays empty at least, and all that is empty is the area less
     * whole pans (F. W. Barnes, Discrete Math. 26 (1979) 93–100, from memory).
     */
    static int most(double width, double height, double w, double h) {
        int byArea = (int) (width * height / (w * h) + 1e-9);
        // It holds for whole units only: a hair more or less leaves another rest.
        if (!DoubleStream.of(width, height, w, h).allMatch(Blocks::isWhole)) return byArea;
        long l = units(width);
        long m = units(height);
        long a = units(w);
        long b = units(h);
        long least = Math.max(empty(l, m, a), empty(l, m, b));
        return (int) Math.min(byArea, (l * m - least) / (a * b));
    }

    private static boolean isWhole(double mm) {
        return Math.abs(mm * UNITS - units(mm)) < HAIR;
    }

    /** The least that stays empty of a box by strips of this length, as thin as can be. */
    private static long empty(long l, long m, long strip) {
        long r = l % strip;
        long s = m % strip;
        return Math.min(r * s, (strip - r) * (strip - s));
    }

    private static long units(double mm) {
        return Math.round(mm * UNITS);
    }

    /** The last place that is not beyond a length. */
    private int last(long length) {
        int at = Arrays.binarySearch(places, length);
        return at >= 0 ? at : -at - 2;
    }

    private int most(int level, int i, int j) {
        int at = i * n + j;
        if (most[level][at] >= 0) return most[level][at];
        long l = places[i];
        long m = places[j];
        int upright = (int) ((l / a) * (m / b));
        int lying = (int) ((l / b) * (m / a));
        int best = Math.max(upright, lying);
        int[] how = WHOLE;
        int bound = (int) (l * m / (a * b));
        if (level == 0) {
            for (int x : raster[i]) {
                if (best == bound || 2 * places[x] > l) break;
                if (x == 0) continue;
                int now = most(0, x, j) + most(0, left[i * n + x], j);
                if (now > best) {
                    best = now;
                    how = new int[] {x, -1};
                }
            }
            for (int y : raster[j]) {
                if (best == bound || 2 * places[y] > m) break;
                if (y == 0) continue;
                int now = most(0, i, y) + most(0, i, left[j * n + y]);
                if (now > best) {
                    best = now;
                    how = new int[] {-1, y};
                }
            }
        } else {
            int below = most(level - 1, i, j);
            if (below >= best) {
                best = below;
                how = parted[level - 1][at];
            }
            int[] five = best < bound ? five(level - 1, i, j, best, bound) : null;
            if (five != null) {
                best = five[4];
                how = Arrays.copyOf(five, 4);
            }
        }
        most[level][at] = best;
        parted[level][at] = how;
        return best;
    }

    /** Four round one in the middle, better than what there is: two places across, two down, and how many lie then; or null. */
    private int[] five(int level, int i, int j, int than, int bound) {
        int[] best = null;
        int most = than;
        for (int x1 : raster[i]) {
            for (int x2 : raster[i]) {
                if (x1 == 0 || x2 <= x1 || x2 == i) continue;
                for (int y1 : raster[j]) {
                    if (y1 == 0) continue;
                    int corner = most(level, x1, left[j * n + y1]) + most(level, x2, y1);
                    for (int y2 : raster[j]) {
                        if (y2 <= y1 || y2 == j) continue;
                        if ((++tried & 0xffff) == 0 && !goOn.getAsBoolean() || tried > MOST_TRIED) over = true;
                        if (over) return best;
                        int now = corner
                                + most(level, left[i * n + x1], left[j * n + y2])
                                + most(level, left[x2 * n + x1], left[y2 * n + y1])
                                + most(level, left[i * n + x2], y2);
                        if (now > most) {
                            most = now;
                            best = new int[] {x1, x2, y1, y2, now};
                            if (now == bound) return best;
                        }
                    }
                }
            }
        }
        return best;
    }

    /** Puts down what lies in a part whose corner is there. */
    private void collect(int level, int i, int j, double x, double y, List<Rect> to) {
        if (most(level, i, j) == 0) return;
        int[] how = parted[level][i * n + j];
        int from = level;
        // A part that was not bettered is as the level below parted it.
        while (from > 0 && how == parted[from - 1][i * n + j]) from--;
        if (how.length == 0) {
            block(places[i], places[j], x, y, to);
        } else if (how.length == 2 && how[1] < 0) {
            collect(from, how[0], j, x, y, to);
            collect(from, left[i * n + how[0]], j, x + mm(how[0]), y, to);
        } else if (how.length == 2) {
            collect(from, i, how[1], x, y, to);
            collect(from, i, left[j * n + how[1]], x, y + mm(how[1]), to);
        } else {
            int in = from - 1;
            collect(in, how[0], left[j * n + how[2]], x, y + mm(how[2]), to);
            collect(in, left[i * n + how[0]], left[j * n + how[3]], x + mm(how[0]), y + mm(how[3]), to);
            collect(in, left[how[1] * n + how[0]], left[how[3] * n + how[2]], x + mm(how[0]), y + mm(how[2]), to);
            collect(in, how[1], how[2], x, y, to);
            collect(in, left[i * n + how[1]], how[3], x + mm(how[1]), y, to);
        }
    }

    private double mm(int place) {
        return places[place] / UNITS;
    }

    private void block(long l, long m, double x, double y, List<Rect> to) {
        boolean upright = (l / a) * (m / b) >= (l / b) * (m / a);
        long across = upright ? a : b;
        long down = upright ? b : a;
        for (long row = 0; row < m / down; row++) {
            for (long column = 0; column < l / across; column++) {
                to.add(new Rect(x + column * across / UNITS, y + row * down / UNITS, upright ? w : h, upright ? h : w));
            }
        }
    }
}
