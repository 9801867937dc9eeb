package molvet.server.palette;

import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.palette.PaletteChange;
import molvet.server.palette.PaletteStore.PaletteRow;
import molvet.server.palette.PaletteStore.VersionRow;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.palette.Palettes.WellHolds;
import molvet.server.palette.Palettes.Why;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Versions of palettes: what lay in one is kept with a day and a word why, and can be laid again. One act, one transaction. */
@Service
public class PaletteVersions {
    private static final int MOST_VERSIONS = 500;

    public record LeftFor(
            long paint, @OneOf(Why.class) @Nullable String why) {}

    /** @param version the draft’s, as it was read */
    public record Keeping(
            @Nullable String since,
            @Nullable String why,
            @Nullable List<LeftFor> left,
            @Nullable Integer version) {}

    private final Palettes palettes;
    private final PaletteStore store;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    PaletteVersions(Palettes palettes, PaletteStore store, Acts acts, Rows rows, Clock clock) {
        this.palettes = palettes;
        this.store = store;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    /** The draft becomes a version with a day and a word why. @return its number */
    @Transactional
    public int keep(Collector me, long id, Keeping typed) {
        PaletteRow p = palettes.palette(me, id);
        VersionRow draft = palettes.held(me, id, typed.version());
        List<VersionRow> all = store.versions(me, id);
        VersionRow newest = all.get(all.size() - 1);
        boolean first = newest.number() == PaletteStore.DRAFT;
        List<WellRow> wells = store.wells(me, draft.id());
        if (wells.isEmpty()) throw Refusal.of("wells", "Nothing lies in it yet.", "Fill a well first.");
        PaletteChange change = PaletteChange.between(
                first ? List.of() : Palettes.filled(store.wells(me, newest.id())), Palettes.filled(wells));
        if (!first && change.isEmpty() && newest.shape().equals(draft.shape())) {
            throw Refusal.of(
                    "wells",
                    "Nothing changed since version " + newest.number() + ".",
                    "Change it first, then keep it.");
        }
        if (all.size() > MOST_VERSIONS)
            throw Refusal.of("version", "It has " + MOST_VERSIONS + " versions already.", "Begin a new palette.");
        LocalDate since = Fields.day("since", typed.since(), LocalDate.now(clock));
        if (!first && since.isBefore(newest.since())) {
            throw Refusal.of(
                    "since",
                    since + " lies before version " + newest.number() + ", which is of " + newest.since() + ".",
                    "Write a day from " + newest.since() + " on.");
        }
        if (since.isAfter(LocalDate.now(clock).plusDays(1))) {
            throw Refusal.of("since", since + " has not come yet.", "Keep it on the day it lies in the box.");
        }
        String why = Words.line("why", Fields.text(typed.why()), 300);
        Map<Long, Why> left = new HashMap<>();
        if (typed.left() != null) {
            for (LeftFor l : typed.left()) {
                if (l != null && !Fields.text(l.why()).isBlank())
                    left.put(l.paint(), Fields.one("why", l.why(), Why.values()));
            }
        }
        int number = newest.number() + 1;
        acts.act(me, () -> "Kept version " + number + " of " + p.name(), () -> {
            Map<String, Object> row = new HashMap<>();
            row.put("palette_id", id);
            row.put("number", number);
            row.put("since", since);
            row.put("why", why);
            row.put("shape", draft.shape());
            row.put("locked", draft.locked());
            long version = rows.add(me, "palette_version", row);
            wells.forEach(w -> rows.add(
                    me,
                    "palette_well",
                    new WellRow(0, version, w.well(), w.paintId(), w.paintName(), w.holdingId(), w.squeezed())));
            for (PaletteChange.Change c : change.out()) {
                Map<String, Object> leaving = new HashMap<>();
                leaving.put("palette_version_id", version);
                leaving.put("paint_id", c.paint() > 0 ? c.paint() : null);
                leaving.put("paint_name", c.name());
                leaving.put("why", left.getOrDefault(c.paint(), Why.OTHER));
                rows.add(me, "palette_leaving", leaving);
            }
            // So that a window that still shows the draft as it was cannot keep it once more.
            rows.change(me, "palette_version", draft.id(), Map.of("why", ""));
        });
        return number;
    }

    /** The draft becomes what a version was; the version stays as it is. */
    @Transactional
    public void takeBack(Collector me, long id, int number, @Nullable Integer read) {
        PaletteRow p = palettes.palette(me, id);
        VersionRow draft = palettes.held(me, id, read);
        VersionRow from = palettes.version(me, id, number);
        Map<Integer, WellHolds> wanted = Palettes.holds(store.wells(me, from.id()));
        acts.act(me, () -> "Laid " + p.name() + " as in version " + number, () -> {
            if (!from.shape().equals(draft.shape())) {
                rows.change(me, "palette_version", draft.id(), Map.of("shape", from.shape()));
            }
            palettes.write(me, p, draft, wanted, palettes.locked(from));
        });
    }
}
