package molvet.server.fading;

import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import molvet.server.platform.Collector;
import molvet.server.reading.Readings;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** What hangs in the light. */
@RestController
class ExposureController {
    private final Exposures exposures;
    private final ExposureReadings readings;
    private final ExposureViews views;
    private final Readings pictures;
    private final SimulatedExposures simulated;
    private final Clock clock;

    ExposureController(
            Exposures exposures,
            ExposureReadings readings,
            ExposureViews views,
            Readings pictures,
            SimulatedExposures simulated,
            Clock clock) {
        this.exposures = exposures;
        this.readings = readings;
        this.views = views;
        this.pictures = pictures;
        this.simulated = simulated;
        this.clock = clock;
    }

    @GetMapping("/api/exposures")
    ExposureViews.ExposureList list(Collector me) {
        return views.list(me);
    }

    /** Which paints are worth a place in the light, loved and doubtful first. */
    @GetMapping("/api/exposures/worth")
    ExposureViews.WorthList worth(Collector me) {
        return views.worth(me);
    }

    @PostMapping("/api/exposures")
    @ResponseStatus(HttpStatus.CREATED)
    ExposureViews.ExposurePage plan(Collector me, @RequestBody Exposures.NewExposure typed) {
        return views.page(me, exposures.plan(me, typed));
    }

    /** Something that hung anyway. */
    @PostMapping("/api/exposures/hung")
    @ResponseStatus(HttpStatus.CREATED)
    ExposureViews.ExposurePage hung(Collector me, @RequestBody Exposures.NewHung typed) {
        return views.page(me, exposures.hung(me, typed));
    }

    @GetMapping("/api/exposures/{exposure}")
    ExposureViews.ExposurePage page(Collector me, @PathVariable long exposure) {
        return views.page(me, exposure);
    }

    @PutMapping("/api/exposures/{exposure}")
    ExposureViews.ExposurePage change(
            Collector me, @PathVariable long exposure, @RequestBody Exposures.ChangedExposure typed) {
        exposures.change(me, exposure, typed);
        return views.page(me, exposure);
    }

    @DeleteMapping("/api/exposures/{exposure}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long exposure) {
        exposures.delete(me, exposure);
    }

    /** Hung up, moved, or taken into the dark. */
    @PostMapping("/api/exposures/{exposure}/places")
    ExposureViews.ExposurePage hang(Collector me, @PathVariable long exposure, @RequestBody Exposures.NewPlace typed) {
        exposures.hang(me, exposure, typed);
        return views.page(me, exposure);
    }

    @DeleteMapping("/api/exposure-places/{exposure_place}")
    ExposureViews.ExposurePage removePlace(Collector me, @PathVariable("exposure_place") long place) {
        return views.page(me, exposures.removePlace(me, place));
    }

    @PostMapping("/api/exposures/{exposure}/accidents")
    ExposureViews.ExposurePage happened(
            Collector me, @PathVariable long exposure, @RequestBody Exposures.NewAccident typed) {
        exposures.happened(me, exposure, typed);
        return views.page(me, exposure);
    }

    @DeleteMapping("/api/exposure-accidents/{exposure_accident}")
    ExposureViews.ExposurePage removeAccident(Collector me, @PathVariable("exposure_accident") long accident) {
        return views.page(me, exposures.removeAccident(me, accident));
    }

    /**
     * A picture of the printed sheet, flap folded back; it is read in the queue and taken over like any sheet.
     *
     * @param on the day it was taken; left out, today
     * @param twin whether it is the twin from the dark
     */
    @PostMapping(path = "/api/exposures/{exposure}/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    ExposureViews.ExposurePage picture(
            Collector me,
            @PathVariable long exposure,
            @RequestPart("picture") MultipartFile picture,
            @RequestParam(required = false) @Nullable String on,
            @RequestParam(defaultValue = "false") boolean twin)
            throws IOException {
        readings.picture(me, exposure, picture.getOriginalFilename(), picture.getBytes(), on, twin);
        return views.page(me, exposure);
    }

    /** The sheet as a simulated device sees it on a day, after the light of a made-up island. */
    @PostMapping("/api/exposures/{exposure}/simulated")
    @ResponseStatus(HttpStatus.ACCEPTED)
    ExposureViews.ExposurePage simulated(
            Collector me, @PathVariable long exposure, @RequestBody SimulatedExposures.SimulatedDay asked) {
        simulated.look(me, exposure, asked, null);
        return views.page(me, exposure);
    }

    @PutMapping("/api/exposure-readings/{exposure_reading}")
    ExposureViews.ExposurePage changeReading(
            Collector me,
            @PathVariable("exposure_reading") long reading,
            @RequestBody ExposureReadings.ChangedReading typed) {
        return views.page(me, readings.changeReading(me, reading, typed));
    }

    @DeleteMapping("/api/exposure-readings/{exposure_reading}")
    ExposureViews.ExposurePage removeReading(Collector me, @PathVariable("exposure_reading") long reading) {
        return views.page(me, readings.removeReading(me, reading));
    }

    record HungPicture(long picture) {}

    /** A picture of something that hung; spots are marked on it next. */
    @PostMapping(path = "/api/exposures/{exposure}/hung-pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    HungPicture hungPicture(Collector me, @PathVariable long exposure, @RequestPart("picture") MultipartFile picture)
            throws IOException {
        exposures.loaded(me, exposure);
        return new HungPicture(pictures.addSheet(me, picture.getOriginalFilename(), picture.getBytes()));
    }

    /** Covered and bare spots of paints, marked on one picture. */
    @PostMapping("/api/exposures/{exposure}/marked")
    ExposureViews.ExposurePage marked(
            Collector me, @PathVariable long exposure, @RequestBody ExposureReadings.MarkedPicture typed) {
        readings.marked(me, exposure, typed);
        return views.page(me, exposure);
    }

    @GetMapping("/api/paints/{paint}/light")
    ExposureViews.PaintInLightList ofPaint(Collector me, @PathVariable long paint) {
        return views.paint(me, paint);
    }

    /** The record for the binder’s page, A4. */
    @GetMapping(path = "/api/exposures/{exposure}/record.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> record(Collector me, @PathVariable long exposure) {
        ExposureViews.ExposurePage page = views.page(me, exposure);
        ExposureRecord sheet = new ExposureRecord(page, LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-light-test.pdf\"")
                .body(ExposureRecord.A4.pdf(sheet.pages(), sheet::draw));
    }
}
