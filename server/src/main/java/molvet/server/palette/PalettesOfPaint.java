package molvet.server.palette;

import java.util.List;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** In which palettes a paint lies now, for rooms above. */
@Component
public class PalettesOfPaint {
    private final PaletteStore store;

    PalettesOfPaint(PaletteStore store) {
        this.store = store;
    }

    /** A palette by number and name. */
    public record Lies(long id, String name) {}

    /** By name: in their newest versions, or in drafts that have none yet. */
    public List<Lies> of(Collector me, long paint) {
        return store.lies(me, paint);
    }
}
