package molvet.server.pigment;

import java.util.Map;
import molvet.server.platform.Collector;

/** How many paints of a collection hold each pigment, by code; told by the room that holds them. */
public interface PigmentUse {
    Map<String, Integer> holding(Collector me);
}
