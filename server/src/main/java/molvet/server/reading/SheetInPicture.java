package molvet.server.reading;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import molvet.core.chart.ChartForm;
import molvet.core.chart.PageMarks;
import molvet.core.chart.Plan;
import molvet.core.chart.SheetSize;
import molvet.core.measure.Refusal;
import molvet.core.reading.Checker;
import molvet.core.reading.CheckerFinder;
import molvet.core.reading.DeviceEye;
import molvet.core.reading.Light;
import molvet.core.reading.PageMap;
import molvet.core.reading.PageReading;
import molvet.core.reading.SheetReader;

/** A page looked for and read in one picture. */
public final class SheetInPicture {
    private SheetInPicture() {}

    /**
     * A page as it is ruled.
     *
     * @param marks as printed on it; empty where it is printed without
     */
    public record Ruled(Plan.Page page, SheetSize paper, Optional<PageMarks> marks, ChartForm form) {
        SheetReader reader() {
            return new SheetReader(page, paper, marks, form);
        }
    }

    /** A page before this share of the picture leaves no room for a colour-checker beside it. */
    private static final double FULL = 0.85;

    /** Finds the page by its marks and reads it. @throws Refusal saying why it could not be found */
    public static PageReading read(byte[] file, Ruled ruled) {
        return read(file, ruled, Optional.empty());
    }

    /** The same with what is known of the device. */
    public static PageReading read(byte[] file, Ruled ruled, Optional<DeviceEye> known) {
        Picture picture = Picture.of(file);
        Light light = picture.light();
        Marks found = Marks.in(light);
        return read(light, mapped(light, found, ruled), ruled, known, picture.isOfCamera(), share -> true);
    }

    static PageReading read(
            Light light, PageMap map, Ruled ruled, Optional<DeviceEye> known, boolean camera, Predicate<Double> goOn) {
        double mm = map.pixelsPerMm(ruled.paper.width() / 2, ruled.paper.height() / 2);
        double page = ruled.paper.width() * ruled.paper.height() * mm * mm;
        Optional<Checker.Place> checker = camera || page < FULL * light.width() * light.height()
                ? CheckerFinder.find(light, map, ruled.paper.width(), ruled.paper.height())
                : Optional.empty();
        return ruled.reader().read(light, map, checker, known, camera, goOn);
    }

    /** @throws Refusal with what was found instead, and what to do */
    static PageMap mapped(Light light, Marks found, Ruled ruled) {
        PageMarks printed = ruled.marks.orElseThrow(() -> Refusal.of(
                "picture", "This chart is printed without marks.", "Drag the four corners of the sheet by hand."));
        if (found.mirrored()) {
            throw Refusal.of(
                    "picture",
                    "The picture is a mirror image.",
                    "Turn mirroring off in the camera or scanner, and take it again.");
        }
        long kinds = found.markers().stream().map(Marks.Found::id).distinct().count();
        if (kinds < found.markers().size()) {
            throw Refusal.of(
                    "picture",
                    "There is more than one page in this picture: a corner marker is there twice.",
                    "Cut the picture to one page, or take each by itself.");
        }
        if (kinds < 2) {
            throw Refusal.of(
                    "picture",
                    kinds == 0
                            ? "No corner marker was found in the picture."
                            : "Only one of the four corner markers was found.",
                    "Take the whole page with at least three corners, sharp, at 150 dpi or more; or drag its corners by hand.");
        }
        List<PageMap.Tie> ties = Registration.ties(found, printed);
        PageMap map = ruled.reader().mapped(light, ties);
        if (map.residualMm() > 1.5) {
            throw Refusal.of(
                    "picture",
                    String.format(
                            java.util.Locale.ROOT,
                            "The marks lie %.1f mm from where they are printed: this is another sheet, or it is crumpled.",
                            map.residualMm()),
                    "Choose the chart it shows, or drag its corners by hand.");
        }
        return ruled.reader().judged(light, ties, map);
    }
}
