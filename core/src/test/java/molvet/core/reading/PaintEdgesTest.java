package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Cards made dot by dot, so that the edges of their paint are known. */
class PaintEdgesTest {
    private static final double[] SAME = {1, 0, 0, 0, 1, 0, 0, 0, 1};
    private static final int WIDTH = 900;
    private static final int HEIGHT = 600;

    private final float[] rgb = new float[3 * WIDTH * HEIGHT];
    private final Random random = new Random(4);

    private interface Shade {
        double at(double x, double y, int channel);
    }

    private void draw(Shade shade) {
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH; x++) {
                for (int c = 0; c < 3; c++) {
                    rgb[3 * (y * WIDTH + x) + c] =
                            (float) Math.max(0, shade.at(x, y, c) * (1 + 0.01 * random.nextGaussian()));
                }
            }
        }
    }

    private List<PageMap.Point> found() {
        return PaintEdges.in(new Light(WIDTH, HEIGHT, rgb, SAME)).orElseThrow();
    }

    private static boolean inTurned(double x, double y, double degrees) {
        double r = Math.toRadians(degrees);
        double u = (x - 450) * Math.cos(r) + (y - 300) * Math.sin(r);
        double v = -(x - 450) * Math.sin(r) + (y - 300) * Math.cos(r);
        return Math.abs(u) < 250 && Math.abs(v) < 120;
    }

    private static PageMap.Point turned(double u, double v, double degrees) {
        double r = Math.toRadians(degrees);
        return new PageMap.Point(450 + u * Math.cos(r) - v * Math.sin(r), 300 + u * Math.sin(r) + v * Math.cos(r));
    }

    private static void assertNear(List<PageMap.Point> found, List<PageMap.Point> wanted) {
        assertThat(found).hasSize(4);
        for (int i = 0; i < 4; i++) {
            double away = Math.hypot(
                    found.get(i).x() - wanted.get(i).x(),
                    found.get(i).y() - wanted.get(i).y());
            assertThat(away).as("corner " + i + " at " + found.get(i)).isLessThan(9);
        }
    }

    @Test
    void aTurnedWashInUnevenLightIsFoundFromItsTopLeftRound() {
        draw((x, y, c) -> (0.9 - 0.25 * x / WIDTH) * (inTurned(x, y, 8) ? c == 2 ? 0.7 : 0.3 : 1));
        assertNear(
                found(),
                List.of(turned(-250, -120, 8), turned(250, -120, 8), turned(250, 120, 8), turned(-250, 120, 8)));
    }

    @Test
    void aRunIsFoundToItsPaleEndAndHairsAndLetteringAreNoPartOfIt() {
        draw((x, y, c) -> {
            boolean hair = Math.abs(y - 80 - x / 9.0) < 1.5;
            boolean letters = y > 530 && y < 536 && x % 14 < 3;
            double wash = inTurned(x, y, 0) ? 1 - (c == 0 ? 0.8 : 0.5) * (1 - 0.85 * (x - 200) / 500) : 1;
            return 0.85 * wash * (hair || letters ? 0.3 : 1);
        });
        assertNear(
                found(),
                List.of(turned(-250, -120, 0), turned(250, -120, 0), turned(250, 120, 0), turned(-250, 120, 0)));
    }

    @Test
    void aBlackLineLongerThanTheWashIsWideDoesNotWidenIt() {
        draw((x, y, c) -> x > 300 && x < 350 && y > 140 && y < 460 ? 0.03 : inTurned(x, y, 0) ? 0.4 : 0.9);
        assertNear(
                found(),
                List.of(turned(-250, -120, 0), turned(250, -120, 0), turned(250, 120, 0), turned(-250, 120, 0)));
    }

    @Test
    void aDarkTableRoundTheCardIsNotTheSwatch() {
        draw((x, y, c) -> x < 90 || x > 810 || y < 60 || y > 540 ? 0.05 : inTurned(x, y, 0) ? 0.3 : 0.9);
        assertNear(
                found(),
                List.of(turned(-250, -120, 0), turned(250, -120, 0), turned(250, 120, 0), turned(-250, 120, 0)));
    }

    @Test
    void barePaperHasNoEdges() {
        draw((x, y, c) -> 0.9 - 0.2 * y / HEIGHT);
        assertThat(PaintEdges.in(new Light(WIDTH, HEIGHT, rgb, SAME))).isEmpty();
    }

    /** Twelve swatches on a scrap, in three rows that are not quite level: numbered as one reads. */
    @Test
    void everySwatchOfAScrapIsFoundInTheOrderOfReading() {
        draw((x, y, c) -> {
            for (int i = 0; i < 12; i++) {
                double left = 60 + 210 * (i % 4) + 5 * (i / 4);
                double top = 60 + 180 * (i / 4) + 9 * (i % 4);
                if (x > left && x < left + 130 && y > top && y < top + 80) {
                    return 0.9 * (c == i % 3 ? 0.75 : 0.2 + 0.5 * (x - left) / 130);
                }
            }
            return 0.9;
        });
        List<List<PageMap.Point>> all = PaintEdges.all(new Light(WIDTH, HEIGHT, rgb, SAME));
        assertThat(all).hasSize(12);
        for (int i = 0; i < 12; i++) {
            assertThat(all.get(i).get(0).x()).isCloseTo(60 + 210 * (i % 4) + 5 * (i / 4), within(10.0));
            assertThat(all.get(i).get(0).y()).isCloseTo(60 + 180 * (i / 4) + 9 * (i % 4), within(10.0));
        }
    }
}
