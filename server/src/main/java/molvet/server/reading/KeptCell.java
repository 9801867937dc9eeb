package molvet.server.reading;

import java.util.List;
import java.util.Optional;
import molvet.core.reading.CellReading;
import molvet.server.colour.LabValue;
import org.jspecify.annotations.Nullable;

/** A cell’s reading as it is kept beside its picture. */
record KeptCell(
        int cell,
        LabValue massTone,
        LabValue tint,
        List<LabValue> curve,
        double spread,
        @Nullable Double granulation,
        double grain,
        @Nullable Double covering,
        double separation,
        double confidence,
        boolean bare,
        List<String> notes) {
    static KeptCell of(CellReading c) {
        return new KeptCell(
                c.cell(),
                LabValue.of(c.massTone()),
                LabValue.of(c.tint()),
                c.curve().stream().map(LabValue::of).toList(),
                c.spread(),
                c.granulation().orElse(null),
                c.grain(),
                c.covering().orElse(null),
                c.separation(),
                c.confidence(),
                c.bare(),
                c.notes());
    }

    CellReading reading() {
        return new CellReading(
                cell,
                massTone.lab(),
                tint.lab(),
                curve.stream().map(LabValue::lab).toList(),
                spread,
                Optional.ofNullable(granulation),
                grain,
                Optional.ofNullable(covering),
                separation,
                confidence,
                bare,
                notes);
    }
}
