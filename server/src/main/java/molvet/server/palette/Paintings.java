package molvet.server.palette;

import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.collection.OrderStore;
import molvet.server.palette.PaletteStore.PaintingRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.reading.Readings;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Paintings: a day’s work in one line, with the wells the brush went to. */
@Service
public class Paintings {
    private static final int MOST_PAINTS = 200;
    private static final int MOST_TAPS = 999;

    private final PaletteStore store;
    private final Palettes palettes;
    private final OrderStore orders;
    private final Readings readings;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    Paintings(
            PaletteStore store,
            Palettes palettes,
            OrderStore orders,
            Readings readings,
            Acts acts,
            Rows rows,
            Clock clock) {
        this.store = store;
        this.palettes = palettes;
        this.orders = orders;
        this.readings = readings;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    /** @param taps how often the brush went to it; left out, once */
    public record UsedPaint(long paint, @Nullable Integer taps) {}

    public record NewPainting(
            @Nullable String title,
            @Nullable String on,
            @Nullable String note,
            @Nullable List<UsedPaint> paints,
            @Nullable Integer version) {}

    private record PaintingPaintRow(long paintingId, long paintId, int taps) {}

    PaintingRow painting(Collector me, long id) {
        return store.painting(me, id).orElseThrow(() -> new NotFound("There is no such painting."));
    }

    @Transactional
    public void add(Collector me, long palette, NewPainting typed) {
        PaletteStore.PaletteRow p = palettes.palette(me, palette);
        Map<String, Object> row = row(typed);
        row.put("palette_id", palette);
        Map<Long, Integer> used = used(me, typed);
        acts.act(me, () -> "Noted the painting " + row.get("title") + " with " + p.name(), () -> {
            long id = rows.add(me, "painting", row);
            used.forEach((paint, taps) -> rows.add(me, "painting_paint", new PaintingPaintRow(id, paint, taps)));
        });
    }

    private Map<String, Object> row(NewPainting typed) {
        LocalDate today = LocalDate.now(clock);
        LocalDate on = Fields.day("on", typed.on(), today);
        if (on.isAfter(today.plusDays(1))) {
            throw Refusal.of("on", on + " has not come yet.", "Write the day it was painted.");
        }
        String title = Words.line("title", Fields.text(typed.title()), 160);
        Map<String, Object> row = new HashMap<>();
        row.put("title", title.isBlank() ? "Painting of " + on : title);
        row.put("painted_on", on);
        row.put("note", Words.lines("note", Fields.text(typed.note()), 1000));
        return row;
    }

    private Map<Long, Integer> used(Collector me, NewPainting typed) {
        List<UsedPaint> paints = typed.paints() == null ? List.of() : typed.paints();
        if (paints.isEmpty()) {
            throw Refusal.of("paints", "No well was tapped.", "Tap each well the brush went to.");
        }
        if (paints.size() > MOST_PAINTS) {
            throw Refusal.of("paints", "More than " + MOST_PAINTS + " paints in one painting.", "Note fewer.");
        }
        Map<Long, Integer> used = new LinkedHashMap<>();
        for (UsedPaint u : paints) {
            if (u == null) continue;
            int taps = u.taps() == null ? 1 : u.taps();
            if (taps < 1 || taps > MOST_TAPS) {
                throw Refusal.of("taps", taps + " taps cannot be noted.", "Between 1 and " + MOST_TAPS + ".");
            }
            used.merge(u.paint(), taps, (a, b) -> Math.min(MOST_TAPS, a + b));
        }
        if (orders.cards(me, used.keySet()).size() < used.size()) {
            throw new NotFound("One of these paints is not in your collection. Nothing was noted.");
        }
        return used;
    }

    /** @return the palette it was painted with; 0 where that is gone */
    @Transactional
    public long change(Collector me, long id, NewPainting typed) {
        PaintingRow p = painting(me, id);
        Map<String, Object> row = row(typed);
        Map<Long, Integer> used = used(me, typed);
        acts.act(me, () -> "Changed the painting " + row.get("title"), () -> {
            rows.change(me, "painting", id, row, typed.version(), () -> painting(me, id));
            rows.ids(me, "painting_paint", Map.of("painting_id", id))
                    .forEach(t -> rows.remove(me, "painting_paint", t));
            used.forEach((paint, taps) -> rows.add(me, "painting_paint", new PaintingPaintRow(id, paint, taps)));
        });
        return p.paletteId() == null ? 0 : p.paletteId();
    }

    @Transactional
    public void delete(Collector me, long id) {
        String title = painting(me, id).title();
        acts.act(me, () -> "Deleted the painting " + title, () -> rows.remove(me, "painting", id));
    }

    /** A picture of it; one that was there gives way. @return the palette it was painted with; 0 where that is gone */
    @Transactional
    public long picture(Collector me, long id, @Nullable String fileName, byte[] bytes) {
        PaintingRow p = painting(me, id);
        acts.act(me, () -> "Put a picture to the painting " + p.title(), () -> {
            long picture = readings.addSheet(me, fileName, bytes);
            rows.change(me, "painting", id, Map.of("picture_id", picture));
        });
        return p.paletteId() == null ? 0 : p.paletteId();
    }
}
