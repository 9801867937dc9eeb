package molvet.server.reading;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.reading.CellReading;
import molvet.core.reading.SwatchReading;
import molvet.server.colour.Runs;

/** A reading on its way into its row: what was measured, of which swatch, and from where. */
final class NewReading {
    private final Map<String, Object> row = new HashMap<>();

    private NewReading(Lab massTone, Lab tint, double granulation, int arithmetic) {
        lab("mass", massTone);
        lab("tint", tint);
        row.put("granulation", granulation);
        row.put("arithmetic", arithmetic);
        row.put("picks", "{}");
    }

    /** Measured at spots picked by hand. */
    static NewReading of(SwatchReading r) {
        NewReading made = new NewReading(r.massTone(), r.tint(), r.granulation(), SwatchReading.ARITHMETIC);
        made.row.put("covering", r.covering().orElse(null));
        made.ran(r.run());
        made.notes(r.notes());
        return made;
    }

    /** Measured as an area. */
    static NewReading of(CellReading c) {
        NewReading made = new NewReading(c.massTone(), c.tint(), c.grain(), CellReading.ARITHMETIC);
        made.row.put("covering", c.covering().orElse(null));
        made.row.put("variation", c.granulation().orElse(null));
        made.ran(c.run());
        made.row.put("spread", c.margins().massTone());
        made.row.put("tint_spread", c.margins().tint());
        made.row.put("variation_spread", c.margins().granulation().orElse(null));
        made.row.put("covering_spread", c.margins().covering().orElse(null));
        made.row.put("separation", c.separation());
        made.row.put("confidence", c.confidence());
        c.overBlack().ifPresent(black -> made.lab("black", black));
        made.notes(c.notes());
        return made;
    }

    /** Measured with a colour meter, without a picture. */
    static NewReading metered(Lab full, Lab tint) {
        NewReading made = new NewReading(full, tint, 0, 0);
        made.row.put("source", "METER");
        return made;
    }

    NewReading onto(long swatch, Instant at) {
        row.put("swatch_id", swatch);
        row.put("at", at);
        return this;
    }

    /** From spots or a rectangle marked on a picture. @param spots where full strength and palest lie in it, as JSON */
    NewReading picked(long picture, String spots) {
        row.put("source", "PICKED");
        row.put("picture_id", picture);
        row.put("picks", spots);
        return this;
    }

    /** From a cell of a sheet. */
    NewReading read(SheetReadingStore.ScanRow sheet, int cell) {
        row.put("source", "SHEET");
        row.put("picture_id", sheet.pictureId());
        row.put("scan_id", sheet.id());
        row.put("cell", cell);
        row.put("stage", sheet.stage());
        return this;
    }

    Map<String, Object> row() {
        return row;
    }

    private void ran(WashRun run) {
        row.put("curve", Runs.kept(run));
        row.put("modelled", !run.measured());
    }

    private void lab(String name, Lab lab) {
        row.put(name + "_l", lab.l());
        row.put(name + "_a", lab.a());
        row.put(name + "_b", lab.b());
    }

    private void notes(List<String> notes) {
        String all = String.join("\n", notes);
        row.put("notes", all.length() > 1000 ? all.substring(0, 1000) : all);
    }
}
