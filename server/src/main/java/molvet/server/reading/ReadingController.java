package molvet.server.reading;

import java.io.IOException;
import java.time.Duration;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.shelf.ShelfStore;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Pictures of swatches and their readings. */
@RestController
class ReadingController {
    private final Readings readings;
    private final ReadingStore store;
    private final ShelfStore shelf;
    private final PaintViews views;

    private final Allowance allowance;

    ReadingController(Readings readings, ReadingStore store, ShelfStore shelf, PaintViews views, Allowance allowance) {
        this.allowance = allowance;
        this.readings = readings;
        this.store = store;
        this.shelf = shelf;
        this.views = views;
    }

    /** {@code said}: what is kept and how much may be; {@code nearly}: the room is nearly used up. */
    record RoomForPictures(String said, boolean nearly) {}

    @GetMapping("/api/room-for-pictures")
    RoomForPictures room(Collector me) {
        Allowance.Used used = allowance.used(me);
        return new RoomForPictures(used.said(), used.nearly());
    }

    record Added(long picture, PaintViews.PaintPage paint) {}

    /** Attaches a JPEG, PNG or TIFF of at most 90 MB. */
    @PostMapping(path = "/api/swatches/{swatch}/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    Added add(Collector me, @PathVariable long swatch, @RequestPart("picture") MultipartFile picture)
            throws IOException {
        long id = readings.addPicture(me, swatch, picture.getOriginalFilename(), picture.getBytes());
        return new Added(
                id, views.page(me, shelf.swatch(me, swatch).orElseThrow().paintId()));
    }

    /** The picture upright, in sRGB, at most 1600 pixels a side. */
    @GetMapping(path = "/api/pictures/{picture}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> preview(Collector me, @PathVariable long picture) {
        return jpeg(store.preview(me, picture)
                .orElseThrow(() -> new NotFound("There is no such picture."))
                .bytes());
    }

    /** The file as it came. */
    @GetMapping("/api/pictures/{picture}/original")
    ResponseEntity<byte[]> original(Collector me, @PathVariable long picture) {
        ReadingStore.File file =
                store.original(me, picture).orElseThrow(() -> new NotFound("There is no such picture."));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(file.mediaType()))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(file.fileName(), java.nio.charset.StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(file.bytes());
    }

    @PostMapping("/api/pictures/{picture}/readings")
    @ResponseStatus(HttpStatus.CREATED)
    PaintViews.PaintPage measure(Collector me, @PathVariable long picture, @RequestBody Readings.Spots spots) {
        readings.measure(me, picture, spots);
        long swatch = store.picture(me, picture).orElseThrow().swatchId();
        return views.page(me, shelf.swatch(me, swatch).orElseThrow().paintId());
    }

    /** A loose card, or a swatch ruled by hand: the rectangle it fills, marked in its picture. */
    @PostMapping("/api/pictures/{picture}/rectangle")
    @ResponseStatus(HttpStatus.CREATED)
    PaintViews.PaintPage rectangle(Collector me, @PathVariable long picture, @RequestBody Readings.Rectangle marked) {
        readings.measure(me, picture, marked);
        long swatch = store.picture(me, picture).orElseThrow().swatchId();
        return views.page(me, shelf.swatch(me, swatch).orElseThrow().paintId());
    }

    /** Where the edges of the paint are found in a picture of a loose card, to begin marking from. */
    @GetMapping("/api/pictures/{picture}/edges")
    Readings.Rectangle edges(Collector me, @PathVariable long picture) {
        return readings.edges(me, picture);
    }

    /** The strip and the paper’s voice stand on this reading from now on. */
    @PostMapping("/api/swatch-readings/{reading}/count")
    PaintViews.PaintPage count(Collector me, @PathVariable long reading) {
        return views.page(me, readings.count(me, reading));
    }

    @DeleteMapping("/api/swatch-readings/{reading}")
    PaintViews.PaintPage delete(Collector me, @PathVariable long reading) {
        return views.page(me, readings.deleteReading(me, reading));
    }

    /** The real paint beside which the strip is drawn. */
    @GetMapping(path = "/api/swatch-readings/{reading}/crop", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> crop(Collector me, @PathVariable long reading) {
        return jpeg(readings.crop(me, reading));
    }

    private static ResponseEntity<byte[]> jpeg(byte[] bytes) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(bytes);
    }
}
