package molvet.server.pigment;

import molvet.server.platform.Room;
import org.springframework.stereotype.Component;

/** The reference of pigments keeps no rows of a collector. */
@Component
class PigmentRoom implements Room {
    @Override
    public String name() {
        return "pigment";
    }
}
