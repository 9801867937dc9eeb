package molvet.core.palette;

import java.util.ArrayList;
import java.util.List;

/**
 * Which wells lie beside each other.
 *
 * @param count wells are numbered from 0
 * @param pairs neighbours, the smaller number first, each once
 * @param sweep the wells in an order in which few of those passed have a neighbour still to come
 * @param quarter wells to one of which every other is mirrored; all of them where the box has no such symmetry
 */
public record Wells(int count, List<Pair> pairs, List<Integer> sweep, List<Integer> quarter) {
    /** Two wells beside each other. */
    public record Pair(int one, int other) {}

    public Wells {
        pairs = List.copyOf(pairs);
        sweep = List.copyOf(sweep);
        quarter = List.copyOf(quarter);
    }

    /** Without symmetry, swept as they are numbered. */
    public static Wells of(int count, List<Pair> pairs, List<Integer> sweep) {
        return new Wells(count, pairs, sweep, sweep);
    }

    /** Rows and columns, numbered along the rows; neighbours are those across and down. */
    public static Wells grid(int rows, int columns) {
        List<Pair> pairs = new ArrayList<>();
        List<Integer> sweep = new ArrayList<>();
        List<Integer> quarter = new ArrayList<>();
        for (int r = 0; r < rows; r++) {
            for (int c = 0; c < columns; c++) {
                int w = r * columns + c;
                if (c + 1 < columns) pairs.add(new Pair(w, w + 1));
                if (r + 1 < rows) pairs.add(new Pair(w, w + columns));
                if (2 * r < rows && 2 * c < columns) quarter.add(w);
                sweep.add(rows < columns ? (sweep.size() % rows) * columns + sweep.size() / rows : w);
            }
        }
        return new Wells(rows * columns, pairs, sweep, quarter);
    }

    /** The neighbours of each well. */
    public int[][] beside() {
        int[] degree = new int[count];
        for (Pair p : pairs) {
            degree[p.one]++;
            degree[p.other]++;
        }
        int[][] all = new int[count][];
        for (int w = 0; w < count; w++) all[w] = new int[degree[w]];
        for (Pair p : pairs) {
            all[p.one][--degree[p.one]] = p.other;
            all[p.other][--degree[p.other]] = p.one;
        }
        return all;
    }
}
