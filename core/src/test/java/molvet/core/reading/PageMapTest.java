package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import molvet.core.measure.Refusal;
import org.junit.jupiter.api.Test;

class PageMapTest {
    private static final int WIDTH = 3000;
    private static final int HEIGHT = 4000;
    /** A sheet seen aslant. */
    private static final PageMap ASLANT =
            new PageMap(List.of(11.0, 0.8, 300.0, -0.6, 12.0, 220.0, 0.0002, 0.0004), 0, 1500, 2000, 2500, 0);

    private static PageMap bulged(double k) {
        return new PageMap(ASLANT.h(), k, 1500, 2000, 2500, 0);
    }

    private static List<PageMap.Tie> ties(PageMap map, double[][] at, double noise, Random random) {
        List<PageMap.Tie> ties = new ArrayList<>();
        for (double[] p : at) {
            PageMap.Point q = map.at(p[0], p[1]);
            ties.add(PageMap.Tie.of(
                    p[0], p[1], q.x() + noise * random.nextGaussian(), q.y() + noise * random.nextGaussian()));
        }
        return ties;
    }

    private static double[][] corners() {
        List<double[]> all = new ArrayList<>();
        for (double x : new double[] {5, 13, 197, 205})
            for (double y : new double[] {5, 13, 284, 292}) all.add(new double[] {x, y});
        return all.toArray(double[][]::new);
    }

    private static double worst(PageMap one, PageMap other) {
        double worst = 0;
        for (double y = 0; y <= 297; y += 27) {
            for (double x = 0; x <= 210; x += 30) {
                PageMap.Point a = one.at(x, y);
                PageMap.Point b = other.at(x, y);
                worst = Math.max(worst, Math.hypot(a.x() - b.x(), a.y() - b.y()) / one.pixelsPerMm(x, y));
            }
        }
        return worst;
    }

    @Test
    void aHomographyIsFoundAgainFromFourPointsAndFromMany() {
        double[][] four = {{5, 5}, {205, 5}, {205, 292}, {5, 292}};
        PageMap exact = PageMap.fit(ties(ASLANT, four, 0, new Random(1)), WIDTH, HEIGHT, false);
        assertThat(worst(ASLANT, exact)).isLessThan(1e-5);
        PageMap noisy = PageMap.fit(ties(ASLANT, corners(), 0.3, new Random(2)), WIDTH, HEIGHT, false);
        assertThat(worst(ASLANT, noisy)).isLessThan(0.08);
        assertThat(noisy.residualMm()).isBetween(0.005, 0.06);
    }

    @Test
    void aBulgingLensIsFoundAgain() {
        for (double k : new double[] {-0.04, -0.01, 0.02, 0.06}) {
            List<double[]> at = new ArrayList<>(List.of(corners()));
            for (double y = 40; y < 270; y += 40) for (double x = 30; x < 190; x += 40) at.add(new double[] {x, y});
            PageMap found =
                    PageMap.fit(ties(bulged(k), at.toArray(double[][]::new), 0.2, new Random(3)), WIDTH, HEIGHT, true);
            assertThat(found.k()).isCloseTo(k, within(0.002));
            assertThat(worst(bulged(k), found)).isLessThan(0.08);
        }
    }

    @Test
    void tiltTellsAScanFromAPhotograph() {
        PageMap scan = new PageMap(List.of(11.8, 0.1, 40.0, -0.1, 11.8, 50.0, 0.0, 0.0), 0, 1500, 2000, 2500, 0);
        assertThat(scan.tilt(210, 297)).isLessThan(1e-6);
        assertThat(ASLANT.tilt(210, 297)).isGreaterThan(3);
    }

    @Test
    void fourCornersGoRoundClockwiseOrAreRefused() {
        List<PageMap.Point> page = List.of(point(0, 0), point(100, 0), point(100, 80), point(0, 80));
        List<PageMap.Point> seen = List.of(point(110, 90), point(910, 130), point(880, 760), point(140, 740));
        PageMap map = PageMap.ofCorners(page, seen, 1000, 800);
        for (int i = 0; i < 4; i++) {
            PageMap.Point p = map.at(page.get(i).x(), page.get(i).y());
            assertThat(p.x()).isCloseTo(seen.get(i).x(), within(1e-3));
            assertThat(p.y()).isCloseTo(seen.get(i).y(), within(1e-3));
        }
        List<PageMap.Point> mirrored = List.of(seen.get(0), seen.get(3), seen.get(2), seen.get(1));
        assertThatThrownBy(() -> PageMap.ofCorners(page, mirrored, 1000, 800))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("mirror");
        List<PageMap.Point> crossed = List.of(seen.get(0), seen.get(2), seen.get(1), seen.get(3));
        assertThatThrownBy(() -> PageMap.ofCorners(page, crossed, 1000, 800)).isInstanceOf(Refusal.class);
        List<PageMap.Point> inARow = List.of(point(1, 1), point(2, 2), point(3, 3), point(4, 4));
        assertThatThrownBy(() -> PageMap.ofCorners(page, inARow, 1000, 800)).isInstanceOf(Refusal.class);
    }

    @Test
    void tooFewTiesAreRefused() {
        assertThatThrownBy(() -> PageMap.fit(List.of(), 10, 10, false)).isInstanceOf(Refusal.class);
    }

    private static PageMap.Point point(double x, double y) {
        return new PageMap.Point(x, y);
    }

    /** Four marks hold a page exactly: a mark that is off by itself shows in the marks left out, and not in those fitted. */
    @Test
    void aMarkThatIsOffShowsWhereItIsLeftOut() {
        double[][] marks = {{5, 5}, {195, 5}, {195, 280}, {5, 280}};
        List<PageMap.Tie> ties = new ArrayList<>();
        for (int m = 0; m < 4; m++) {
            for (double[] c : new double[][] {{0, 0}, {10, 0}, {10, 10}, {0, 10}}) {
                double x = marks[m][0] + c[0];
                double y = marks[m][1] + c[1];
                PageMap.Point p = ASLANT.at(x + (m == 2 ? 1.0 : 0), y);
                ties.add(PageMap.Tie.of(x, y, p.x(), p.y()));
            }
        }
        PageMap fitted = PageMap.fit(ties, WIDTH, HEIGHT, false);
        assertThat(fitted.residualMm()).isLessThan(0.1);
        // Of four marks one is off by one mm: half a mm in the root of the mean square.
        List<List<PageMap.Tie>> byMark =
                List.of(ties.subList(0, 4), ties.subList(4, 8), ties.subList(8, 12), ties.subList(12, 16));
        assertThat(PageMap.errorOfAMark(byMark, WIDTH, HEIGHT)).isBetween(0.2, 0.9);
    }
}
