package molvet.server.reading;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import molvet.core.measure.Refusal;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** A colour meter’s values in, and a chart’s measured colours out, in open formats. */
@RestController
class MeterController {
    private static final int MOST_BYTES = 4 << 20;

    private final Meter meter;

    MeterController(Meter meter) {
        this.meter = meter;
    }

    record KeptValues(int kept) {}

    record MeasuredColour(String name, LabValue lab) {}

    record MeasuredChart(String illuminant, String observer, List<MeasuredColour> colours) {}

    /** CGATS.17, CxF3, CSV, a GIMP palette, or lines of a name and L* a* b*, pasted; nothing is kept yet. */
    @PostMapping("/api/meter/read")
    Meter.MeterValues read(Collector me, @RequestBody Meter.MeterText typed) {
        return meter.read(me, checked(Fields.text(typed.text()).getBytes(StandardCharsets.UTF_8)));
    }

    /** The same from a file of at most 4 MB. */
    @PostMapping(path = "/api/meter/file", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Meter.MeterValues file(Collector me, @RequestPart("file") MultipartFile file) throws IOException {
        return meter.read(me, checked(file.getBytes()));
    }

    private static byte[] checked(byte[] bytes) {
        if (bytes.length > MOST_BYTES) {
            throw Refusal.of("file", "The file is larger than 4 MB.", "Export the values you want to keep.");
        }
        return bytes;
    }

    @PostMapping("/api/meter")
    @ResponseStatus(HttpStatus.CREATED)
    KeptValues keep(Collector me, @RequestBody Meter.MeterLines typed) {
        return new KeptValues(meter.keep(me, typed));
    }

    @GetMapping("/api/charts/{chart}/measured.json")
    MeasuredChart json(Collector me, @PathVariable long chart) {
        return new MeasuredChart(
                "D50",
                "2",
                meter.ofChart(me, chart).stream()
                        .map(n -> new MeasuredColour(n.name(), LabValue.of(n.lab())))
                        .toList());
    }

    @GetMapping(path = "/api/charts/{chart}/measured.cgats", produces = "text/plain")
    ResponseEntity<byte[]> cgats(Collector me, @PathVariable long chart) {
        return file(ColourFile.cgats(meter.ofChart(me, chart)), "text/plain", "cgats");
    }

    @GetMapping(path = "/api/charts/{chart}/measured.cxf", produces = "application/xml")
    ResponseEntity<byte[]> cxf(Collector me, @PathVariable long chart) {
        return file(ColourFile.cxf("Chart as measured", meter.ofChart(me, chart)), "application/xml", "cxf");
    }

    @GetMapping(path = "/api/charts/{chart}/measured.gpl", produces = "text/plain")
    ResponseEntity<byte[]> gpl(Collector me, @PathVariable long chart) {
        return file(ColourFile.palette("Chart as measured", meter.ofChart(me, chart)), "text/plain", "gpl");
    }

    @GetMapping(path = "/api/charts/{chart}/measured.csv", produces = "text/csv")
    ResponseEntity<byte[]> csv(Collector me, @PathVariable long chart) {
        return file(ColourFile.csv(meter.ofChart(me, chart)), "text/csv", "csv");
    }

    private static ResponseEntity<byte[]> file(String text, String type, String extension) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type + "; charset=utf-8"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("chart." + extension)
                                .build()
                                .toString())
                .body(text.getBytes(StandardCharsets.UTF_8));
    }
}
