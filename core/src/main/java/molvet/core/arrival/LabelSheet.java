package molvet.core.arrival;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Refusal;

/**
 * A sheet of pan labels in mm: bought ones in a grid, or strips that are cut along marks.
 *
 * @param left and {@code top} of the first label
 * @param gapX and {@code gapY} between labels; 0 where they touch
 * @param cut whether marks to cut by are wanted
 */
public record LabelSheet(
        double pageWidth,
        double pageHeight,
        int columns,
        int rows,
        double width,
        double height,
        double left,
        double top,
        double gapX,
        double gapY,
        boolean cut) {
    /** Strips of labels for pans, to cut: 40 × 14 mm on A4, with room for the printer’s edges. */
    public static final LabelSheet STRIPS = new LabelSheet(210, 297, 4, 18, 40, 14, 25, 20, 0, 0, true);

    /** Where a label lies, from the top left of its page, pages counted from 1. */
    public record Place(int page, double x, double y) {}

    public LabelSheet {
        List<Refusal.Fault> faults = new ArrayList<>();
        if (!(pageWidth >= 20 && pageWidth <= 1200 && pageHeight >= 20 && pageHeight <= 1200)) {
            faults.add(new Refusal.Fault("page", "The page is not between 20 and 1200 mm.", "A4 is 210 × 297."));
        }
        if (!(width >= 12 && width <= 200 && height >= 7 && height <= 200)) {
            faults.add(new Refusal.Fault(
                    "width", "A label is at least 12 × 7 mm, and at most 200 × 200.", "Pans take about 40 × 14."));
        }
        if (columns < 1 || rows < 1 || columns > 60 || rows > 100) {
            faults.add(new Refusal.Fault("columns", "There is at least one label across and down.", "Count them."));
        }
        if (!(left >= 0 && top >= 0 && gapX >= 0 && gapY >= 0)) {
            faults.add(new Refusal.Fault("left", "Margins and gaps are not below zero.", "Measure from the edge."));
        }
        if (faults.isEmpty()
                && (left + columns * width + (columns - 1) * gapX > pageWidth + 1e-6
                        || top + rows * height + (rows - 1) * gapY > pageHeight + 1e-6)) {
            faults.add(new Refusal.Fault(
                    "columns",
                    columns + " × " + rows + " labels of " + width + " × " + height + " mm do not fit on the page.",
                    "Measure the margins again, or count the labels."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
    }

    public int onAPage() {
        return columns * rows;
    }

    public int pages(int labels) {
        return Math.max(1, (labels + onAPage() - 1) / onAPage());
    }

    /** @param index from 0, used labels at the start of a begun sheet counted */
    public Place place(int index) {
        int onPage = index % onAPage();
        return new Place(
                index / onAPage() + 1,
                left + onPage % columns * (width + gapX),
                top + onPage / columns * (height + gapY));
    }
}
