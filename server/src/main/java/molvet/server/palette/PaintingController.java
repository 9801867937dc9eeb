package molvet.server.palette;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
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

/** Paintings noted for a palette. */
@RestController
class PaintingController {
    private final PaletteStore store;
    private final Paintings paintings;
    private final PaletteViews views;

    PaintingController(PaletteStore store, Paintings paintings, PaletteViews views) {
        this.store = store;
        this.paintings = paintings;
        this.views = views;
    }

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
    PaintingList add(Collector me, @PathVariable long palette, @RequestBody Paintings.NewPainting typed) {
        paintings.add(me, palette, typed);
        return list(me, palette);
    }

    @PutMapping("/api/paintings/{painting}")
    PaintingList change(Collector me, @PathVariable long painting, @RequestBody Paintings.NewPainting typed) {
        return list(me, paintings.change(me, painting, typed));
    }

    @DeleteMapping("/api/paintings/{painting}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long painting) {
        paintings.delete(me, painting);
    }

    /** A picture of it; one that was there gives way. */
    @PostMapping(path = "/api/paintings/{painting}/picture", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    PaintingList picture(Collector me, @PathVariable long painting, @RequestPart("picture") MultipartFile picture)
            throws IOException {
        return list(me, paintings.picture(me, painting, picture.getOriginalFilename(), picture.getBytes()));
    }
}
