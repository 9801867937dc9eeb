package molvet.server.collection;

import java.util.List;
import molvet.server.account.Collector;

/** What a room above this one adds to the export of the whole collection, under a name of its own. */
public interface Exported {
    String name();

    List<?> of(Collector me);
}
