package molvet.server.reading;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.reading.CellReading;
import molvet.server.colour.LabValue;
import org.jspecify.annotations.Nullable;

/** A cell’s reading as it is kept beside its picture. */
record KeptCell(
        int cell,
        LabValue massTone,
        LabValue tint,
        List<LabValue> curve,
        @Nullable Boolean modelled,
        @Nullable Double granulation,
        double grain,
        @Nullable Double covering,
        @Nullable LabValue overBlack,
        double separation,
        @Nullable KeptMargins margins,
        double confidence,
        boolean bare,
        List<String> notes) {
    /** See {@link CellReading.Margins}. */
    record KeptMargins(
            double massTone,
            double tint,
            @Nullable Double granulation,
            @Nullable Double covering) {
        static KeptMargins of(CellReading.Margins m) {
            return new KeptMargins(
                    m.massTone(),
                    m.tint(),
                    m.granulation().orElse(null),
                    m.covering().orElse(null));
        }

        CellReading.Margins margins() {
            return new CellReading.Margins(
                    massTone, tint, Optional.ofNullable(granulation), Optional.ofNullable(covering));
        }
    }

    static KeptCell of(CellReading c) {
        return new KeptCell(
                c.cell(),
                LabValue.of(c.massTone()),
                LabValue.of(c.tint()),
                c.run().colours().stream().map(LabValue::of).toList(),
                !c.run().measured(),
                c.granulation().orElse(null),
                c.grain(),
                c.covering().orElse(null),
                c.overBlack().map(LabValue::of).orElse(null),
                c.separation(),
                KeptMargins.of(c.margins()),
                c.confidence(),
                c.bare(),
                c.notes());
    }

    /** Sheets read before keep what was seen of a wash, which may be its two ends. */
    private WashRun run() {
        List<Lab> colours = curve.stream().map(LabValue::lab).toList();
        if (colours.isEmpty()) return new WashRun(List.of(massTone.lab()), true);
        return Boolean.TRUE.equals(modelled) ? new WashRun(colours, false) : WashRun.of(colours);
    }

    CellReading reading() {
        return new CellReading(
                cell,
                massTone.lab(),
                tint.lab(),
                run(),
                Optional.ofNullable(granulation),
                grain,
                Optional.ofNullable(covering),
                Optional.ofNullable(overBlack).map(LabValue::lab),
                separation,
                margins == null ? CellReading.Margins.NONE : margins.margins(),
                confidence,
                bare,
                notes);
    }
}
