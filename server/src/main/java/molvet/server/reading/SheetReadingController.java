package molvet.server.reading;

import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Reading the paper: pictures of sheets, read one after the other and proposed. */
@RestController
class SheetReadingController {
    private final SheetReadings scans;
    private final SheetReadingViews views;
    private final SheetReadingStore store;
    private final Standins standins;

    SheetReadingController(SheetReadings scans, SheetReadingViews views, SheetReadingStore store, Standins standins) {
        this.scans = scans;
        this.views = views;
        this.store = store;
        this.standins = standins;
    }

    record Queued(
            long reading,

            @OneOf(words = {"QUEUED", "READING", "PROPOSED", "ACCEPTED", "FAILED", "STOPPED"})
            String state) {}

    record LeftOut(boolean out) {}

    record SwappedCells(int cell, int other) {}

    /**
     * Puts a picture of a printed and painted sheet in the queue: PNG, JPEG or TIFF of at most 90 MB and 60 million pixels.
     *
     * @param chart the chart it shows; left out, the code on the page says
     * @param stage DRY, WET, or LIFTED: after a part was lifted
     * @param takenWith the name of the device, where the file does not tell it
     */
    @PostMapping(path = "/api/readings", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ResponseEntity<Queued> add(
            Collector me,
            @RequestPart("picture") MultipartFile picture,
            @RequestParam(required = false) @Nullable Long chart,
            @RequestParam(required = false) @Nullable String stage,
            @RequestParam(required = false) @Nullable String takenWith)
            throws IOException {
        return queued(scans.add(me, picture.getOriginalFilename(), picture.getBytes(), chart, stage, takenWith));
    }

    /** Lets a simulated device look at a sheet that a simulated hand has painted, and queues the picture. */
    @PostMapping("/api/charts/{chart}/standin")
    @ResponseStatus(HttpStatus.ACCEPTED)
    ResponseEntity<Queued> standin(Collector me, @PathVariable long chart, @RequestBody Standins.Simulated asked) {
        return queued(standins.look(me, chart, asked));
    }

    /** Lets a simulated colour meter measure a page that a simulated hand has painted: the file it writes, with spectra. */
    @GetMapping(path = "/api/charts/{chart}/standin.cgats", produces = "text/plain")
    String meter(Collector me, @PathVariable long chart, @RequestParam(defaultValue = "1") int page) {
        return standins.measured(me, chart, page);
    }

    private static ResponseEntity<Queued> queued(long id) {
        return ResponseEntity.accepted()
                .location(URI.create("/api/readings/" + id))
                .body(new Queued(id, "QUEUED"));
    }

    /** The latest hundred. */
    @GetMapping("/api/readings")
    SheetReadingViews.ScanList list(Collector me) {
        return views.list(me);
    }

    @GetMapping("/api/readings/{scan}")
    SheetReadingViews.ScanView one(Collector me, @PathVariable long scan) {
        return views.view(me, scan);
    }

    /** What a cell looks like in the picture, set straight and in the light the reading stands on. */
    @GetMapping(path = "/api/readings/{scan}/cells/{cell}/crop", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> crop(Collector me, @PathVariable long scan, @PathVariable int cell) {
        byte[] bytes =
                store.crop(me, scan, cell).orElseThrow(() -> new NotFound("There is no cell " + (cell + 1) + "."));
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.maxAge(Duration.ofMinutes(5)).cachePrivate())
                .body(bytes);
    }

    @PostMapping("/api/readings/{scan}/cells/{cell}/left-out")
    SheetReadingViews.ScanView leaveOut(
            Collector me, @PathVariable long scan, @PathVariable int cell, @RequestBody LeftOut typed) {
        scans.leaveOut(me, scan, cell, typed.out());
        return views.view(me, scan);
    }

    @PostMapping("/api/readings/{scan}/swap")
    SheetReadingViews.ScanView swap(Collector me, @PathVariable long scan, @RequestBody SwappedCells typed) {
        scans.swap(me, scan, typed.cell(), typed.other());
        return views.view(me, scan);
    }

    /** Takes what is read into the collection, in one act. */
    @PostMapping("/api/readings/{scan}/accept")
    SheetReadingViews.ScanView accept(Collector me, @PathVariable long scan) {
        scans.accept(me, scan);
        return views.view(me, scan);
    }

    @PostMapping("/api/readings/{scan}/stop")
    SheetReadingViews.ScanView stop(Collector me, @PathVariable long scan) {
        scans.stop(me, scan);
        return views.view(me, scan);
    }

    /** Reads the picture once more: as another chart, by corners dragged by hand, or with newer arithmetic. */
    @PostMapping("/api/readings/{scan}/again")
    @ResponseStatus(HttpStatus.ACCEPTED)
    SheetReadingViews.ScanView again(
            Collector me, @PathVariable long scan, @RequestBody SheetReadings.ReadAgain asked) {
        scans.again(me, scan, asked);
        return views.view(me, scan);
    }

    /** Deletes a reading that was not accepted, with its picture. */
    @DeleteMapping("/api/readings/{scan}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long scan) {
        scans.delete(me, scan);
    }
}
