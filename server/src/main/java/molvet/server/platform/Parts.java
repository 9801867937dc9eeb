package molvet.server.platform;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;

/** Row numbers in parts that a statement can ask for at once. */
public final class Parts {
    /** A statement holds 65,535 values at most. */
    private static final int MOST = 4_096;

    private Parts() {}

    /**
     * Parts of at most 4,096 different numbers. Each is filled up to a power of two with its last, so that a page of paints is asked
     * for by one of a dozen statements, which the database keeps ready, and not by another for each number of paints.
     */
    public static List<List<Long>> of(Collection<Long> ids) {
        List<Long> all = ids.stream().distinct().toList();
        List<List<Long>> parts = new ArrayList<>();
        for (int from = 0; from < all.size(); from += MOST) {
            List<Long> part = new ArrayList<>(all.subList(from, Math.min(all.size(), from + MOST)));
            int full = part.size() == 1 ? 1 : Integer.highestOneBit(part.size() - 1) * 2;
            part.addAll(Collections.nCopies(full - part.size(), part.get(part.size() - 1)));
            parts.add(part);
        }
        return parts;
    }
}
