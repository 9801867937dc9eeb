package molvet.core.palette;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import molvet.core.measure.Rect;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Pans in boxes against every way of laying them, on a grid of whole millimetres, and against packings that are perfect by
 * construction: boxes cut apart at random.
 */
class PackingTest {
    private static Packing.Pans pans(String id, double width, double height, int count) {
        return new Packing.Pans(id, width, height, count);
    }

    private static void assertSound(Packing p, double width, double height, double between) {
        Rect inside = new Rect(0, 0, width, height);
        for (int i = 0; i < p.placed().size(); i++) {
            Rect one = p.placed().get(i).box();
            assertThat(one.isWithin(inside)).isTrue();
            Rect room = new Rect(one.x(), one.y(), one.width() + between, one.height() + between);
            for (int j = 0; j < p.placed().size(); j++) {
                if (i == j) continue;
                Rect other = p.placed().get(j).box();
                boolean after = other.x() >= one.x() - 1e-6 || other.y() >= one.y() - 1e-6;
                if (after)
                    assertThat(room.overlaps(other)).as(one + " and " + other).isFalse();
            }
        }
    }

    /** Every way on whole millimetres. */
    private static boolean fits(int width, int height, List<int[]> pans, boolean[][] taken, int next) {
        if (next == pans.size()) return true;
        int[] pan = pans.get(next);
        for (int turn = 0; turn < 2; turn++) {
            int w = pan[turn];
            int h = pan[1 - turn];
            for (int y = 0; y + h <= height; y++) {
                for (int x = 0; x + w <= width; x++) {
                    if (!isFree(taken, x, y, w, h)) continue;
                    set(taken, x, y, w, h, true);
                    boolean all = fits(width, height, pans, taken, next + 1);
                    set(taken, x, y, w, h, false);
                    if (all) return true;
                }
            }
        }
        return false;
    }

    private static boolean isFree(boolean[][] taken, int x, int y, int w, int h) {
        for (int i = y; i < y + h; i++) for (int j = x; j < x + w; j++) if (taken[i][j]) return false;
        return true;
    }

    private static void set(boolean[][] taken, int x, int y, int w, int h, boolean to) {
        for (int i = y; i < y + h; i++) for (int j = x; j < x + w; j++) taken[i][j] = to;
    }

    @Property(tries = 60)
    void saysTheSameAsEveryWayOfSmallBoxes(@ForAll @IntRange(max = 100_000) int seed) {
        Random random = new Random(seed);
        int width = 6 + random.nextInt(6);
        int height = 6 + random.nextInt(6);
        List<int[]> all = new ArrayList<>();
        List<Packing.Pans> sorts = new ArrayList<>();
        int sort = 1 + random.nextInt(2);
        for (int s = 0; s < sort; s++) {
            int w = 2 + random.nextInt(4);
            int h = 2 + random.nextInt(4);
            int count = 1 + random.nextInt(3);
            sorts.add(pans("s" + s, w, h, count));
            for (int i = 0; i < count; i++) all.add(new int[] {w, h});
        }
        Packing found = Packing.of(width, height, 0, sorts);
        boolean fits = fits(width, height, all, new boolean[height][width], 0);
        assertThat(found.fits()).as(width + " × " + height + " " + sorts).isEqualTo(fits);
        assertThat(found.proof()).isNotEqualTo(Packing.Proof.NOT_FOUND);
        assertSound(found, width, height, 0);
    }

    /** A box cut in two, and its pieces again: they fill it without a millimetre left. */
    @Property(tries = 40)
    void findsPackingsThatArePerfectByConstruction(@ForAll @IntRange(max = 100_000) int seed) {
        Random random = new Random(seed);
        List<Rect> pieces = new ArrayList<>(List.of(new Rect(0, 0, 60, 40)));
        while (pieces.size() < 5) {
            Rect r = pieces.remove(random.nextInt(pieces.size()));
            boolean upright = r.width() >= r.height();
            double side = upright ? r.width() : r.height();
            double at = Math.max(5, Math.min(side - 5, Math.rint(side * (0.3 + 0.4 * random.nextDouble()))));
            if (upright) {
                pieces.add(new Rect(r.x(), r.y(), at, r.height()));
                pieces.add(new Rect(r.x() + at, r.y(), r.width() - at, r.height()));
            } else {
                pieces.add(new Rect(r.x(), r.y(), r.width(), at));
                pieces.add(new Rect(r.x(), r.y() + at, r.width(), r.height() - at));
            }
        }
        List<Packing.Pans> sorts = new ArrayList<>();
        for (Rect r : pieces) sorts.add(pans("p" + sorts.size(), r.width(), r.height(), 1));
        Packing found = Packing.of(60, 40, 0, sorts);
        assertThat(found.fits()).as(sorts.toString()).isTrue();
        assertThat(found.bare(60, 40)).isLessThan(1e-9);
    }

    /** Five pieces round a middle, which no straight cut parts: the smallest packing that is not cut from edge to edge. */
    @Test
    void findsTheWindmill() {
        Packing found = Packing.of(5, 5, 0, List.of(pans("a", 3, 2, 4)));
        assertThat(found.fits()).isTrue();
        assertSound(found, 5, 5, 0);
    }

    /**
     * Boxes for pans of one size at which searches fall short: what is known to be the most, of E. G. Birgin, R. D. Lobato and R.
     * Morabito, J. Oper. Res. Soc. 61 (2010) 306–320 and the papers it names (from memory).
     */
    @ParameterizedTest
    @CsvSource({
        "43, 26, 7, 3, 53",
        "49, 28, 8, 3, 57",
        "57, 34, 7, 4, 69",
        "63, 44, 8, 5, 69",
        "61, 35, 10, 3, 71",
        "67, 37, 11, 3, 75",
        "67, 40, 11, 3, 81",
        "74, 49, 11, 4, 82",
        "93, 46, 13, 4, 82",
        "106, 59, 13, 5, 96",
        "141, 71, 13, 8, 96",
        "74, 46, 7, 5, 97",
        "86, 52, 9, 5, 99"
    })
    void ofOneSizeAtMostOneIsMissedOfTheMostThatIsKnown(int width, int height, int w, int h, int most) {
        Packing found = Packing.of(width, height, 0, List.of(pans("p", w, h, most + 1)));
        assertSound(found, width, height, 0);
        assertThat(found.placed()).hasSizeBetween(most - 1, most);
    }

    @Property(tries = 60)
    void ofOneSizeNoMoreLieThanCanAndNoFewerThanInPlainRows(@ForAll @IntRange(max = 100_000) int seed) {
        Random random = new Random(seed);
        int width = 40 + random.nextInt(160);
        int height = 40 + random.nextInt(100);
        int w = 12 + random.nextInt(10);
        int h = 12 + random.nextInt(20);
        double between = random.nextInt(3) / 2.0;
        Packing found = Packing.of(width, height, between, List.of(pans("p", w, h, 150)));
        assertSound(found, width, height, between);
        int upright = (int) ((width + between) / (w + between)) * (int) ((height + between) / (h + between));
        int lying = (int) ((width + between) / (h + between)) * (int) ((height + between) / (w + between));
        assertThat(found.placed())
                .hasSizeBetween(
                        Math.min(150, Math.max(upright, lying)),
                        Blocks.most(width + between, height + between, w + between, h + between));
    }

    /** 94 were laid in blocks by another program, 90 in rows. */
    @Test
    void halfPansLieCloserInBlocksThanInRows() {
        Packing found = Packing.of(207, 140, 0, List.of(pans("half", 16, 19, 94)));
        assertThat(found.fits()).isTrue();
        assertSound(found, 207, 140, 0);
    }

    /** Thirds of a millimetre, as inches leave them, are no reason to overlap or to lie turned. */
    @Test
    void sizesThatAreNoWholeTenthsLieSoundInBlocksToo() {
        Packing found = Packing.of(211.33333, 142.66667, 0.33333, List.of(pans("half", 16.33333, 19.66667, 120)));
        assertSound(found, 211.33333, 142.66667, 0.33333);
        assertThat(found.placed())
                .hasSizeGreaterThan(80)
                .allMatch(p -> p.box().width() == (p.turned() ? 19.66667 : 16.33333));
    }

    /** 18 half pans of 16 × 19 in a tin of three by six (common practice, no published source). */
    @Test
    void eighteenHalfPansGoIntoTheTinAndTwentyTwoProvablyDoNot() {
        assertThat(Packing.of(117, 60, 0, List.of(pans("half", 16, 19, 18))).fits())
                .isTrue();
        Packing more = Packing.of(117, 60, 0, List.of(pans("half", 16, 19, 22)));
        assertThat(more.fits()).isFalse();
        assertThat(more.proof()).isIn(Packing.Proof.AREA, Packing.Proof.ROWS, Packing.Proof.WASTE);
        assertThat(more.left()).containsExactly(new Packing.Left("half", 1));
        assertThat(more.said()).contains("1 has no place").contains("However they are laid");
    }

    @Test
    void halfAndFullPansOfTwoSetsGoIntoOneStudioBox() {
        Packing found = Packing.of(236, 80, 0, List.of(pans("half", 16, 19, 24), pans("full", 19, 30, 12)));
        assertThat(found.fits()).isTrue();
        assertThat(found.count("full")).isEqualTo(12);
        assertSound(found, 236, 80, 0);
    }

    @Test
    void betweenPansStaysWhatWasAsked() {
        Packing found = Packing.of(100, 60, 2, List.of(pans("half", 16, 19, 12)));
        assertThat(found.fits()).isTrue();
        assertSound(found, 100, 60, 2);
    }

    @Test
    void aPanLargerThanTheBoxIsProvenNotToFit() {
        Packing found = Packing.of(50, 20, 0, List.of(pans("long", 60, 10, 1)));
        assertThat(found.fits()).isFalse();
        assertThat(found.proof()).isNotEqualTo(Packing.Proof.NOT_FOUND);
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> Packing.of(0, 60, 0, List.of())).hasMessageContaining("not made");
        assertThatThrownBy(() -> pans("x", 16, 19, 500)).hasMessageContaining("500 pans");
        assertThatThrownBy(() -> pans("x", Double.NaN, 19, 5)).hasMessageContaining("not made");
    }
}
