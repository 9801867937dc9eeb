package molvet.core.collection;

import java.util.List;

/** How a paint stands in the collection; it follows from its holdings. */
public enum Standing {
    OWNED,
    SAMPLED,
    WISHED,
    GONE;

    /**
     * Owned with any holding but a dot or sample; sampled with only those; gone when every holding is used up, given
     * away or lost, unless it is wished for again; wished for with none.
     */
    public static Standing of(List<Holding> holdings, boolean wished) {
        List<Holding> kept = holdings.stream().filter(h -> h.state().counts()).toList();
        if (kept.stream().anyMatch(h -> !h.form().isOnlyASample())) return OWNED;
        if (!kept.isEmpty()) return SAMPLED;
        return holdings.isEmpty() || wished ? WISHED : GONE;
    }
}
