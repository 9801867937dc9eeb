package molvet.server.collection;

import java.util.List;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;

/** Finds paints in the find language, for the rooms below the one that answers it. */
public interface Finder {
    /** What was found, yellow first, and no more than so many ids. */
    List<Long> ids(Collector me, String find, int most);

    /** @param after for the page that follows, as the page before it gave it */
    PaintViews.PaintList list(Collector me, String find, String order, int limit, @Nullable String after);
}
