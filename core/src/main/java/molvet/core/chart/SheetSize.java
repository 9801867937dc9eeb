package molvet.core.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.measure.Refusal;

/**
 * The size of a piece of paper in mm.
 *
 * <p>Named sizes: the A and B series of ISO 216:2007, of which each is the one before halved across and rounded down to a
 * whole millimetre; imperial watercolour paper, 22 × 30 in, and its parts (common practice, no published source).
 */
public record SheetSize(double width, double height) {
    public static final double INCH = 25.4;
    public static final double LEAST = 20;
    public static final double MOST = 2500;

    private static final List<Named> NAMED = named();

    /** A size people call by name. */
    public record Named(String name, SheetSize size) {}

    /** @throws Refusal if a side is not between 20 mm and 2.5 m */
    public SheetSize {
        if (!(width >= LEAST && width <= MOST && height >= LEAST && height <= MOST)) {
            throw Refusal.of(
                    "paper",
                    "Paper of " + Mm.of(width) + " × " + Mm.of(height) + " mm cannot be ruled.",
                    "A side is between 20 mm and 2500 mm. A4 is 210 × 297; full imperial 558.8 × 762.");
        }
    }

    public static SheetSize ofInches(double width, double height) {
        return new SheetSize(width * INCH, height * INCH);
    }

    /** All sizes that have a name, upright, largest first within each kind. */
    public static List<Named> allNamed() {
        return NAMED;
    }

    /** By name, whatever its case: {@code a4}, {@code eighth imperial}. */
    public static Optional<SheetSize> named(String name) {
        String wanted = name.strip().toLowerCase(Locale.ROOT);
        return NAMED.stream()
                .filter(n -> n.name().toLowerCase(Locale.ROOT).equals(wanted))
                .map(Named::size)
                .findFirst();
    }

    public SheetSize turned() {
        return new SheetSize(height, width);
    }

    public double area() {
        return width * height;
    }

    /** Whether a piece of this size goes into a pocket or onto a page, turned if need be. */
    public boolean fitsIn(SheetSize other) {
        return Math.min(width, height) <= Math.min(other.width, other.height) + 1e-6
                && Math.max(width, height) <= Math.max(other.width, other.height) + 1e-6;
    }

    /** Its name if it has one, else its measures. */
    public String words() {
        return NAMED.stream()
                .filter(n -> n.size().fitsIn(this) && fitsIn(n.size()))
                .map(Named::name)
                .findFirst()
                .orElse(Mm.of(width) + " × " + Mm.of(height) + " mm");
    }

    private static List<Named> named() {
        List<Named> all = new ArrayList<>();
        series(all, "A", 841, 1189);
        series(all, "B", 1000, 1414);
        all.add(new Named("Full imperial", ofInches(22, 30)));
        all.add(new Named("Half imperial", ofInches(15, 22)));
        all.add(new Named("Quarter imperial", ofInches(11, 15)));
        all.add(new Named("Eighth imperial", ofInches(7.5, 11)));
        all.add(new Named("Sixteenth imperial", ofInches(5.5, 7.5)));
        all.add(new Named("Letter", ofInches(8.5, 11)));
        all.add(new Named("Card 2 × 4 in", ofInches(2, 4)));
        return List.copyOf(all);
    }

    private static void series(List<Named> all, String letter, int width, int height) {
        int w = width;
        int h = height;
        for (int n = 0; n <= 7; n++) {
            all.add(new Named(letter + n, new SheetSize(w, h)));
            int half = h / 2;
            h = w;
            w = half;
        }
    }
}
