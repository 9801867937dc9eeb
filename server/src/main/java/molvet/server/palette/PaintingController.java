package molvet.server.palette;

import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.collection.OrderStore;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.reading.Readings;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Paintings: a day’s work in one line, with the wells the brush went to. */
@RestController
class PaintingController {
    private static final int MOST_PAINTS = 200;
    private static final int MOST_TAPS = 999;

    private final PaletteStore store;
    private final Palettes palettes;
    private final PaletteViews views;
    private final OrderStore orders;
    private final Readings readings;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    PaintingController(
            PaletteStore store,
            Palettes palettes,
            PaletteViews views,
            OrderStore orders,
            Readings readings,
            Acts acts,
            Rows rows,
            Clock clock) {
        this.store = store;
        this.palettes = palettes;
        this.views = views;
        this.orders = orders;
        this.readings = readings;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    /** @param taps how often the brush went to it; left out, once */
    record UsedPaint(long paint, @Nullable Integer taps) {}

    record NewPainting(
            @Nullable String title,
            @Nullable String on,
            @Nullable String note,
            @Nullable List<UsedPaint> paints,
            @Nullable Integer version) {}

    record PaintedWith(PaintViews.PaintEntry paint, int taps) {}

    record PaintingView(
            long id,
            String title,
            String on,
            String note,
            @Nullable Long picture,
            List<PaintedWith> paints,
            int version) {}

    record PaintingList(List<PaintingView> paintings) {}

    private record PaintingPaintRow(long paintingId, long paintId, int taps) {}

    /** Newest first. */
    @GetMapping("/api/palettes/{palette}/paintings")
    @Transactional(readOnly = true)
    public PaintingList list(Collector me, @PathVariable long palette) {
        Map<Long, List<PaletteStore.TapRow>> taps = store.taps(me);
        List<PaletteStore.PaintingRow> all = store.paintings(me, palette);
        Map<Long, PaintViews.PaintEntry> entries = views.entries(
                me,
                all.stream()
                        .flatMap(p -> taps.getOrDefault(p.id(), List.of()).stream())
                        .map(PaletteStore.TapRow::paintId)
                        .toList());
        return new PaintingList(all.stream()
                .map(p -> new PaintingView(
                        p.id(),
                        p.title(),
                        p.paintedOn().toString(),
                        p.note(),
                        p.pictureId(),
                        taps.getOrDefault(p.id(), List.of()).stream()
                                .filter(t -> entries.containsKey(t.paintId()))
                                .map(t -> new PaintedWith(entries.get(t.paintId()), t.taps()))
                                .toList(),
                        p.version()))
                .toList());
    }

    @PostMapping("/api/palettes/{palette}/paintings")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public PaintingList add(Collector me, @PathVariable long palette, @RequestBody NewPainting typed) {
        PaletteStore.PaletteRow p = palettes.palette(me, palette);
        Map<String, Object> row = row(typed);
        row.put("palette_id", palette);
        Map<Long, Integer> used = used(me, typed);
        acts.act(me, () -> "Noted the painting " + row.get("title") + " with " + p.name(), () -> {
            long id = rows.add(me, "painting", row);
            used.forEach((paint, taps) -> rows.add(me, "painting_paint", new PaintingPaintRow(id, paint, taps)));
        });
        return list(me, palette);
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

    @PutMapping("/api/paintings/{painting}")
    @Transactional
    public PaintingList change(Collector me, @PathVariable long painting, @RequestBody NewPainting typed) {
        PaletteStore.PaintingRow p = painting(me, painting);
        Map<String, Object> row = row(typed);
        Map<Long, Integer> used = used(me, typed);
        acts.act(me, () -> "Changed the painting " + row.get("title"), () -> {
            rows.change(me, "painting", painting, row, typed.version(), () -> painting(me, painting));
            rows.ids(me, "painting_paint", Map.of("painting_id", painting))
                    .forEach(id -> rows.remove(me, "painting_paint", id));
            used.forEach((paint, taps) -> rows.add(me, "painting_paint", new PaintingPaintRow(painting, paint, taps)));
        });
        return p.paletteId() == null ? new PaintingList(List.of()) : list(me, p.paletteId());
    }

    private PaletteStore.PaintingRow painting(Collector me, long id) {
        return store.painting(me, id).orElseThrow(() -> new NotFound("There is no such painting."));
    }

    @DeleteMapping("/api/paintings/{painting}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void delete(Collector me, @PathVariable long painting) {
        String title = painting(me, painting).title();
        acts.act(me, () -> "Deleted the painting " + title, () -> rows.remove(me, "painting", painting));
    }

    /** A picture of it; one that was there gives way. */
    @PostMapping(path = "/api/paintings/{painting}/picture", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @Transactional
    public PaintingList picture(
            Collector me, @PathVariable long painting, @RequestPart("picture") MultipartFile picture)
            throws IOException {
        PaletteStore.PaintingRow p = painting(me, painting);
        byte[] bytes = picture.getBytes();
        acts.act(me, () -> "Put a picture to the painting " + p.title(), () -> {
            long id = readings.addSheet(me, picture.getOriginalFilename(), bytes);
            rows.change(me, "painting", painting, Map.of("picture_id", id));
        });
        return list(me, Objects.requireNonNullElse(p.paletteId(), 0L));
    }
}
