package molvet.server.palette;

import java.util.Collections;
import java.util.List;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.palette.Box;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;

/**
 * A box as it is measured, in mm: inside, and wells in rows, round a ring, or loose.
 *
 * @param rows wells in each row; left out, {@code rowCount} rows of {@code columns}
 * @param between two wells of a row, and two rows
 * @param ring wells round it, {@code outside} in its corners, {@code well} how wide each is
 * @param loose where each pan lies
 */
public record BoxShape(
        @OneOf(Box.Kind.class) @Nullable String kind,
        @Nullable Double width,
        @Nullable Double height,
        @Nullable List<Integer> rows,
        @Nullable Integer rowCount,
        @Nullable Integer columns,
        @Nullable Double between,
        @Nullable Integer ring,
        @Nullable Integer outside,
        @Nullable Double well,
        @Nullable List<Rect> loose) {
    /** By five numbers: inside, rows and columns, and what lies between them. */
    public static BoxShape inRows(double width, double height, int rows, int columns, double between) {
        return of(Box.rows(width, height, Collections.nCopies(rows, columns), between));
    }

    static BoxShape of(Box b) {
        return new BoxShape(
                b.kind().name(),
                b.width(),
                b.height(),
                b.rows(),
                null,
                null,
                b.between(),
                b.ring(),
                b.outside(),
                b.well(),
                b.loose());
    }

    /** @throws Refusal for a box that cannot be */
    Box box() {
        Box.Kind of = Fields.one("kind", kind, Box.Kind.ROWS, Box.Kind.values());
        if (width == null || height == null) {
            throw Refusal.of("width", "The inside is not measured.", "Measure its width and height in mm.");
        }
        double gap = between == null ? 0 : between;
        return switch (of) {
            case ROWS -> Box.rows(width, height, inRows(), gap);
            case RING ->
                Box.ring(
                        width,
                        height,
                        ring == null ? 24 : ring,
                        outside == null ? 8 : outside,
                        well == null ? 0 : well);
            case LOOSE -> Box.loose(width, height, loose == null ? List.of() : loose);
        };
    }

    private List<Integer> inRows() {
        if (rows != null && !rows.isEmpty()) {
            if (rows.size() > Box.MOST_WELLS || rows.stream().anyMatch(r -> r == null || r > Box.MOST_WELLS)) {
                throw Refusal.of("rows", "So many wells are more than one box has.", "Up to " + Box.MOST_WELLS + ".");
            }
            return rows;
        }
        int many = rowCount == null ? 0 : rowCount;
        int across = columns == null ? 0 : columns;
        if (many < 1 || across < 1) {
            throw Refusal.of("rows", "A box without a well holds no paint.", "Write how many rows and columns it has.");
        }
        if (many > Box.MOST_WELLS || across > Box.MOST_WELLS) {
            throw Refusal.of(
                    "rows",
                    (long) many * across + " wells are more than one box has.",
                    "Up to " + Box.MOST_WELLS + "; or take two boxes.");
        }
        return Collections.nCopies(many, across);
    }
}
