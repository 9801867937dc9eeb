package molvet.server.platform;

import java.util.Set;

/** Told once at the end of every act and of every undoing, so that what follows from the rows is worked out anew. */
public interface Consequence {
    /** @param paints whose facts may have changed; some may be gone */
    void follows(Collector me, Set<Long> paints);
}
