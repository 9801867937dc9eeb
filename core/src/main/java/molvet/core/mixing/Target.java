package molvet.core.mixing;

import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;

/**
 * What a mixture is looked for: a paint, or a colour that was measured.
 *
 * @param name such as “Harbour Dusk”; of a bare colour “it”
 * @param run of one colour where no wash of it is known
 */
public record Target(
        String name, WashRun run, Optional<Granulation> granulation, Optional<Lightfastness> lightfastness) {

    public Lab massTone() {
        return run.full();
    }

    public boolean hasTint() {
        return run.palest().l() - run.full().l() >= 2;
    }

    boolean granulates() {
        return granulation.filter(g -> g.compareTo(Granulation.MODERATE) >= 0).isPresent();
    }
}
