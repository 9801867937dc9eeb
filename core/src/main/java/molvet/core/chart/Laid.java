package molvet.core.chart;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * Cells that lie where something else says: a swatch where each well of a box is. In mm from the top left of the page.
 *
 * @param cut along which the card is cut
 * @param cells one for each paint, in their order
 * @param bare places that hold no paint
 * @param film how far a protecting film reaches beyond the card; 0 for none
 */
public record Laid(Rect cut, List<Rect> cells, List<Rect> bare, double film) {
    private static final int MOST = 400;
    /** What a caption takes of a cell that is as small as a half pan, and what it takes of a large one. */
    private static final double OF_SMALL = 0.44;

    private static final double OF_LARGE = 0.28;
    private static final double LETTERED = 8.5;

    /** @throws Refusal if a cell lies outside the card or on another */
    public Laid {
        cells = List.copyOf(cells);
        bare = List.copyOf(bare);
        if (cells.isEmpty() || cells.size() + bare.size() > MOST) {
            throw Refusal.of("laid", "Between 1 and " + MOST + " cells are laid on a card.", "Take another box.");
        }
        if (!(film >= 0 && film <= 30)) {
            throw Refusal.of("film", "A film reaches between 0 and 30 mm beyond the card.", "3 mm is enough.");
        }
        List<Rect> all = new ArrayList<>(cells);
        all.addAll(bare);
        for (int i = 0; i < all.size(); i++) {
            if (!all.get(i).isWithin(cut)) {
                throw Refusal.of("laid", "Cell " + (i + 1) + " lies outside the card.", "Move it inside.");
            }
            for (int j = 0; j < i; j++) {
                if (all.get(i).overlaps(all.get(j))) {
                    throw Refusal.of(
                            "laid", "Cells " + (j + 1) + " and " + (i + 1) + " lie on each other.", "Move one.");
                }
            }
        }
    }

    /** All that is printed of it. */
    Rect outer() {
        return new Rect(cut.x() - film, cut.y() - film, cut.width() + 2 * film, cut.height() + 2 * film);
    }

    Plan.Cell cell(int index, boolean captions, boolean opacityLine) {
        Rect box = cells.get(index);
        double caption = captions ? Math.min(OF_SMALL * box.height(), Math.max(LETTERED, OF_LARGE * box.height())) : 0;
        Rect painted = new Rect(box.x(), box.y(), box.width(), box.height() - caption);
        List<Plan.Part> parts = new ArrayList<>(List.of(Plan.Part.of(PartKind.FIELD, painted)));
        if (opacityLine) {
            parts.add(Plan.Part.of(
                    PartKind.OPACITY_LINE,
                    new Rect(
                            box.x(),
                            box.y() + painted.height() * 0.7,
                            box.width(),
                            Math.min(2, painted.height() / 6))));
        }
        if (caption > 0) {
            parts.add(Plan.Part.of(PartKind.CAPTION, new Rect(box.x(), painted.bottom(), box.width(), caption)));
        }
        return Plan.Cell.of(index, index, box, parts);
    }
}
