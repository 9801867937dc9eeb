package molvet.core.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.chart.Ruling;
import molvet.core.chart.SheetSize;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Staining;
import org.junit.jupiter.api.Test;

/** Pages made number by number, so that what is on them is known: even squares, runs, grain, lines, hairs, shade. */
class PaintOnPaperTest {
    private static final double PPM = 8;
    private static final SheetSize PAPER = new SheetSize(100, 120);
    private static final PageMap SQUARE =
            new PageMap(List.of(PPM, 0.0, 0.0, 0.0, PPM, 0.0, 0.0, 0.0), 0, 400, 480, 600, 0);
    static final double[] TO_XYZ = toXyz();

    private final Plan plan;
    private final float[] rgb = new float[3 * 800 * 960];

    PaintOnPaperTest() {
        plan = Ruling.plan(ChartSpec.of(ChartForm.STRIPS, PAPER, 3)
                .withSteps(4)
                .withOpacityLine(true)
                .withPages(1));
        fill(new Rect(0, 0, 100, 120), Lab.PAPER);
    }

    private static double[] toXyz() {
        double[] m = new double[9];
        Srgb[] one = {new Srgb(1, 0, 0), new Srgb(0, 1, 0), new Srgb(0, 0, 1)};
        for (int c = 0; c < 3; c++) {
            var xyz = one[c].toLab().toXyz();
            m[c] = xyz.x();
            m[3 + c] = xyz.y();
            m[6 + c] = xyz.z();
        }
        return m;
    }

    private void fill(Rect box, Lab colour) {
        Srgb c = Srgb.ofLab(colour);
        each(box, at -> {
            rgb[at] = (float) Srgb.decode(c.r());
            rgb[at + 1] = (float) Srgb.decode(c.g());
            rgb[at + 2] = (float) Srgb.decode(c.b());
        });
    }

    private static void each(Rect box, java.util.function.IntConsumer at) {
        for (int y = (int) Math.round(box.y() * PPM); y < Math.round(box.bottom() * PPM); y++) {
            for (int x = (int) Math.round(box.x() * PPM); x < Math.round(box.right() * PPM); x++)
                at.accept(3 * (y * 800 + x));
        }
    }

    private void multiply(Rect box, java.util.function.DoubleSupplier by) {
        each(box, at -> {
            double f = by.getAsDouble();
            for (int c = 0; c < 3; c++) rgb[at + c] *= (float) f;
        });
    }

    private List<Plan.Part> painted(int cell) {
        return plan.pages().get(0).cells().get(cell).parts().stream()
                .filter(p -> p.kind().isPainted())
                .toList();
    }

    private PageReading read() {
        return read(plan, ChartForm.STRIPS);
    }

    private PageReading read(Plan plan, ChartForm form) {
        return new SheetReader(plan.pages().get(0), PAPER, Optional.empty(), form)
                .read(new Light(800, 960, rgb, TO_XYZ), SQUARE, Optional.empty(), Optional.empty(), false, s -> true);
    }

    private static final Lab[] BLUES = {
        new Lab(28, 15, -50), new Lab(45, 5, -42), new Lab(68, 0, -25), new Lab(86, -1, -8)
    };

    private void strip(int cell) {
        for (int i = 0; i < 4; i++) fill(painted(cell).get(i).box(), BLUES[i]);
    }

    @Test
    void evenSquaresAreReadToAFractionOfTheLeastVisibleDifference() {
        strip(0);
        PageReading page = read();
        CellReading c = page.cells().get(0);
        for (Lab blue : BLUES)
            assertThat(c.run().at(blue.l()).differenceFrom(blue)).isLessThan(0.6);
        // Between four squares nothing was seen.
        assertThat(c.run().measured()).isFalse();
        assertThat(c.massTone()).isEqualTo(c.run().full());
        assertThat(c.massTone().differenceFrom(BLUES[0])).isLessThan(0.1);
        assertThat(c.tint()).isEqualTo(c.run().palest());
        assertThat(c.tint().differenceFrom(BLUES[3])).isLessThan(0.1);
        assertThat(c.range()).isCloseTo(58, within(0.5));
        assertThat(c.granulates()).contains(Granulation.NONE);
        assertThat(c.bare()).isFalse();
        assertThat(page.cells().get(1).bare()).isTrue();
        assertThat(page.trust()).isEqualTo(Trust.SCANNED);
    }

    @Test
    void aTwistOfLightIsTakenOut() {
        strip(0);
        strip(2);
        for (int y = 0; y < 960; y++) {
            for (int x = 0; x < 800; x++) {
                double light = 1 - 0.18 * x / 800 - 0.1 * Math.pow(y / 960.0 - 0.4, 2);
                for (int c = 0; c < 3; c++) rgb[3 * (y * 800 + x) + c] *= (float) light;
            }
        }
        PageReading page = read();
        assertThat(page.unevenness()).isGreaterThan(0.1);
        for (int cell : new int[] {0, 2}) {
            for (int i = 0; i < 4; i++) {
                assertThat(page.cells().get(cell).run().at(BLUES[i].l()).differenceFrom(BLUES[i]))
                        .isLessThan(0.8);
            }
        }
    }

    @Test
    void aPictureInGreysIsRefusedAndAGreyPaintInColoursIsNot() {
        strip(0);
        for (int i = 0; i < rgb.length; i += 3) {
            float grey = 0.2126f * rgb[i] + 0.7152f * rgb[i + 1] + 0.0722f * rgb[i + 2];
            rgb[i] = rgb[i + 1] = rgb[i + 2] = grey;
        }
        assertThatThrownBy(this::read)
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.getMessage()).contains("holds no colours"));
        Random noise = new Random(4);
        for (int i = 0; i < rgb.length; i++) rgb[i] *= (float) (1 + 0.01 * noise.nextGaussian());
        assertThat(read().cells()).hasSize(3);
    }

    @Test
    void burntOutPaperIsSaidAndItsColoursAreNotForComparing() {
        strip(0);
        assertThat(read().trust()).isEqualTo(Trust.SCANNED);
        for (int i = 0; i < rgb.length; i++) rgb[i] = Math.min(1, rgb[i] * 1.35f);
        PageReading burnt = read();
        assertThat(burnt.trust()).isEqualTo(Trust.WITHIN);
        assertThat(burnt.notes().get(0)).contains("burnt out");
    }

    @Test
    void aCellOutsideThePictureIsNotReadAndThatIsSaid() {
        for (int i = 0; i < 3; i++) strip(i);
        PageMap shifted = new PageMap(
                List.of(PPM, 0.0, 0.0, 0.0, PPM, -painted(0).get(0).box().y() * PPM - 20, 0.0, 0.0),
                0,
                400,
                480,
                600,
                0);
        PageReading read = new SheetReader(plan.pages().get(0), PAPER, Optional.empty(), ChartForm.STRIPS)
                .read(new Light(800, 960, rgb, TO_XYZ), shifted, Optional.empty(), Optional.empty(), false, s -> true);
        assertThat(read.cells()).extracting(CellReading::cell).containsExactly(1, 2);
        assertThat(read.notes()).anyMatch(n -> n.startsWith("1 cell lies outside the picture"));
    }

    @Test
    void stepsPaintedFromPaleToStrongAreReadThatWayRound() {
        for (int i = 0; i < 4; i++) fill(painted(0).get(i).box(), BLUES[3 - i]);
        strip(1);
        List<CellReading> cells = read().cells();
        assertThat(cells.get(0).massTone().differenceFrom(BLUES[0])).isLessThan(0.5);
        assertThat(cells.get(0).tint().differenceFrom(BLUES[3])).isLessThan(0.8);
        assertThat(cells.get(0).notes()).anyMatch(n -> n.contains("pale to strong"));
        assertThat(cells.get(1).notes()).noneMatch(n -> n.contains("pale to strong"));
    }

    /** sRGB holds no cadmium yellow of b* 97: its blue is at nothing from about 80 on (IEC 61966-2-1). */
    @Test
    void aPaintMoreVividThanTheFileCanHoldIsSaidToBe() {
        Lab[] yellows = {new Lab(78, 10, 97), new Lab(82, 5, 70), new Lab(88, 0, 40), new Lab(93, 0, 20)};
        for (int i = 0; i < 4; i++) fill(painted(0).get(i).box(), yellows[i]);
        strip(1);
        // A dark green has no red in it that such a file could hold, and is as far from lit as from black.
        Lab[] greens = {new Lab(25, -33, 6), new Lab(45, -30, 8), new Lab(68, -16, 6), new Lab(86, -8, 3)};
        for (int i = 0; i < 4; i++) fill(painted(2).get(i).box(), greens[i]);
        for (int i = 0; i < rgb.length; i++) rgb[i] = Math.max(0, Math.min(1, rgb[i]));
        List<CellReading> cells = read().cells();
        assertThat(cells.get(0).massTone().b()).isLessThan(90);
        assertThat(cells.get(0).notes()).anyMatch(n -> n.startsWith("As vivid as the file can hold:"));
        assertThat(cells.get(1).notes()).noneMatch(n -> n.contains("vivid"));
        assertThat(cells.get(2).massTone().chroma()).isLessThan(32);
        assertThat(cells.get(2).notes()).anyMatch(n -> n.startsWith("As vivid as the file can hold:"));
    }

    @Test
    void hairPencilAndAMissedEdgeMoveNothing() {
        strip(0);
        Rect full = painted(0).get(0).box();
        // A hair across, a blot, and paper showing along one side.
        fill(new Rect(full.x(), full.y() + 3, full.width(), 0.15), new Lab(20, 5, 10));
        fill(new Rect(full.x() + 4, full.y() + 5, 1.2, 1.2), new Lab(15, 0, 0));
        fill(new Rect(full.x(), full.y(), full.width() * 0.35, full.height()), Lab.PAPER);
        CellReading c = read().cells().get(0);
        assertThat(c.massTone().differenceFrom(BLUES[0])).isLessThan(0.6);
        assertThat(c.notes()).anyMatch(n -> n.contains("missed"));
        assertThat(c.confidence()).isLessThan(0.95);
    }

    /** A brush ends up to 1.5 mm beside the ruling, and not in a straight line: the paper it leaves is no part of the palest. */
    @Test
    void aWashThatEndsShortOfItsFieldIsAsPaleAsItsEndAndNoPaler() {
        Plan grid = Ruling.plan(ChartSpec.of(ChartForm.GRID, PAPER, 6).withPages(1));
        Plan.Cell cell = grid.pages().get(0).cells().get(0);
        Rect square = cell.parts(PartKind.MASS_TONE).findFirst().orElseThrow().box();
        Rect field = cell.parts(PartKind.FIELD).findFirst().orElseThrow().box();
        Lab strong = new Lab(29, 0, 4);
        Lab pale = new Lab(80, -1, 6);
        fill(square, strong);
        Random grain = new Random(3);
        double[] rough = new double[100];
        for (double y = field.y(); y < field.bottom(); y += 1 / PPM) {
            if (Math.floorMod((int) (y * PPM), 4) == 0)
                for (int i = 0; i < 100; i++) rough[i] = 0.12 * grain.nextGaussian();
            double end = field.width() - 1.8 + 0.5 * Math.sin(y);
            for (double x = 0; x < end; x += 1 / PPM) {
                double t = x / (field.width() - 1.3) + rough[(int) (2 * x)];
                fill(new Rect(field.x() + x, y, 1 / PPM, 1 / PPM), between(strong, pale, t));
            }
        }
        CellReading read = read(grid, ChartForm.GRID).cells().get(0);
        assertThat(read.massTone().differenceFrom(strong)).isLessThan(0.3);
        assertThat(read.tint().differenceFrom(pale)).as(read.tint().toString()).isLessThan(3);
    }

    /** What is let run out into the paper ends in it: that is its palest, and not a miss. */
    @Test
    void aWashThatRunsOutIntoThePaperIsAsPaleAsThePaper() {
        Plan grid = Ruling.plan(ChartSpec.of(ChartForm.GRID, PAPER, 6).withPages(1));
        Plan.Cell cell = grid.pages().get(0).cells().get(0);
        Lab strong = new Lab(29, 0, 4);
        fill(cell.parts(PartKind.MASS_TONE).findFirst().orElseThrow().box(), strong);
        Rect field = cell.parts(PartKind.FIELD).findFirst().orElseThrow().box();
        for (double x = 0; x < field.width(); x += 1 / PPM) {
            double t = Math.min(1, x / (0.8 * field.width()));
            fill(new Rect(field.x() + x, field.y(), 1 / PPM, field.height()), between(strong, Lab.PAPER, t));
        }
        CellReading read = read(grid, ChartForm.GRID).cells().get(0);
        assertThat(read.tint().differenceFrom(Lab.PAPER))
                .as(read.tint() + " " + read.run())
                .isLessThan(1);
    }

    private static Lab between(Lab from, Lab to, double t) {
        return new Lab(
                from.l() + t * (to.l() - from.l()),
                from.a() + t * (to.a() - from.a()),
                from.b() + t * (to.b() - from.b()));
    }

    @Test
    void grainIsTheShareByWhichTheFilmVaries() {
        List<Double> told = new ArrayList<>();
        for (double grain : new double[] {0.0, 0.08, 0.16, 0.32}) {
            strip(0);
            Random random = new Random(5);
            for (int i = 0; i < 4; i++) grained(painted(0).get(i).box(), BLUES[i], grain, random);
            told.add(read().cells().get(0).granulation().orElseThrow());
        }
        assertThat(told).isSorted();
        assertThat(told.get(0)).isLessThan(0.02);
        assertThat(told.get(3)).isBetween(0.16, 0.40);
        // Twice the grain is about twice the reading.
        assertThat(told.get(3) / told.get(2)).isCloseTo(2, within(0.4));
    }

    /** Clumps of half a mm whose absorbance varies by a share of it. */
    private void grained(Rect box, Lab colour, double grain, Random random) {
        fill(box, colour);
        double size = 0.5;
        for (double y = box.y(); y + size <= box.bottom() + 1e-9; y += size) {
            for (double x = box.x(); x + size <= box.right() + 1e-9; x += size) {
                double thicker = grain * random.nextGaussian();
                each(new Rect(x, y, size, size), at -> {
                    for (int c = 0; c < 3; c++) rgb[at + c] = (float) Math.pow(rgb[at + c], 1 + thicker);
                });
            }
        }
    }

    /** What a film gives back over a ground (Kubelka 1948, eq. 22), of what it does over none and over white paper. */
    private static double over(double ground, double alone, double overWhite, double white) {
        double through = (overWhite - alone) * (1 - alone * white) / white;
        return alone + through * ground / (1 - alone * ground);
    }

    /**
     * A film whose reflectance over black is half of that over white has a contrast ratio of a half (ISO 6504-3), though the line is
     * not quite black and the film darkens it.
     */
    @Test
    void coveringIsTheContrastOverTheBlackLine() {
        Plan.Part line = plan.pages()
                .get(0)
                .cells()
                .get(0)
                .parts(molvet.core.chart.PartKind.OPACITY_LINE)
                .findFirst()
                .orElseThrow();
        for (double covering : new double[] {0, 0.1, 0.5, 1}) {
            strip(0);
            double black = 0.02;
            double beside = BLUES[1].toXyz().y();
            fill(painted(0).get(0).box(), BLUES[1]);
            fill(line.box(), grey(black));
            Rect full = painted(0).get(0).box();
            fill(
                    new Rect(full.x(), line.box().y(), full.width(), line.box().height()),
                    grey(over(
                            black, covering * beside, beside, Lab.PAPER.toXyz().y())));
            assertThat(read().cells().get(0).covering().orElseThrow()).isCloseTo(covering, within(0.04));
        }
    }

    private static Lab grey(double y) {
        return Lab.ofXyz(new molvet.core.colour.Xyz(0.9642 * y, y, 0.8249 * y));
    }

    @Test
    void aLineThatWasNeverDrawnTellsNothing() {
        strip(0);
        CellReading c = read().cells().get(0);
        assertThat(c.covering()).isEmpty();
        assertThat(c.notes()).anyMatch(n -> n.contains("black line"));
    }

    @Test
    void aShadowIsSaidOfTheCellItFallsBeside() {
        strip(0);
        strip(1);
        strip(2);
        Rect first = plan.pages().get(0).cells().get(0).box();
        multiply(new Rect(0, 0, 100, first.y() + 6), () -> 0.6);
        PageReading page = read();
        assertThat(page.cells().get(0).notes()).anyMatch(n -> n.contains("shadow"));
        assertThat(page.cells().get(2).notes()).noneMatch(n -> n.contains("shadow"));
    }

    @Test
    void twoHuesInOneWashAreSeenAndOneIsNot() {
        strip(0);
        assertThat(read().cells().get(0).separation()).isLessThan(0.5);
        Random random = new Random(8);
        for (Plan.Part p : painted(0)) {
            for (double y = p.box().y(); y + 1 <= p.box().bottom(); y++) {
                for (double x = p.box().x(); x + 1 <= p.box().right(); x++) {
                    Lab base = BLUES[Math.max(0, p.step() - 1)];
                    double off = 9 * random.nextGaussian();
                    fill(new Rect(x, y, 1, 1), new Lab(base.l(), base.a() + off, base.b() + off / 2));
                }
            }
        }
        CellReading parted = read().cells().get(0);
        assertThat(parted.separation()).isGreaterThan(4);
        assertThat(parted.notes()).anyMatch(n -> n.contains("Two hues"));
    }

    /** A meter sees the mean of the light: grain pales a wash, as the eye at arm’s length has it. */
    @Test
    void theColourOfAGranulatingWashIsThatOfItsMeanLight() {
        strip(0);
        Rect box = painted(0).get(0).box();
        Random random = new Random(3);
        double[] light = new double[2];
        // Dots of half a mm, dark and pale, so that the mean light lies far above the middle of their lightness.
        for (double y = box.y(); y < box.bottom() - 0.5; y += 0.5) {
            for (double x = box.x(); x < box.right() - 0.5; x += 0.5) {
                Lab dot = new Lab(40 + 14 * random.nextGaussian() * 0.6, 5, -30);
                fill(new Rect(x, y, 0.5, 0.5), dot);
                light[0] += dot.toXyz().y();
                light[1]++;
            }
        }
        double seen = read().cells().get(0).massTone().toXyz().y();
        assertThat(seen).isCloseTo(light[0] / light[1], within(0.006));
    }

    @Test
    void overBlackAnInterferencePaintTurnsItsColour() {
        strip(0);
        for (Plan.Part p : painted(0)) fill(p.box(), new Lab(88, 3, 4));
        Rect line = plan.pages().get(0).cells().get(0).parts().stream()
                .filter(p -> p.kind() == molvet.core.chart.PartKind.OPACITY_LINE)
                .findFirst()
                .orElseThrow()
                .box();
        fill(line, new Lab(10, 0, 0));
        Rect first = painted(0).get(0).box();
        fill(new Rect(first.x(), line.y(), first.width(), line.height()), new Lab(38, -10, -32));
        CellReading c = read().cells().get(0);
        assertThat(c.overBlack().orElseThrow().differenceFrom(new Lab(38, -10, -32)))
                .isLessThan(2);
        assertThat(c.flips()).isTrue();
        assertThat(c.margins().covering()).isPresent();
    }

    @Test
    void anOrdinaryPaintOverBlackDoesNotTurnItsColour() {
        strip(0);
        Rect line = plan.pages().get(0).cells().get(0).parts().stream()
                .filter(p -> p.kind() == molvet.core.chart.PartKind.OPACITY_LINE)
                .findFirst()
                .orElseThrow()
                .box();
        fill(line, new Lab(14, 2, -6));
        CellReading c = read().cells().get(0);
        assertThat(c.overBlack()).isPresent();
        assertThat(c.flips()).isFalse();
        assertThat(c.margins().massTone()).isLessThan(0.2);
    }

    @Test
    void whatStaysAfterLiftingIsToldWhereMostCameOff() {
        Crop before = crop(0x203060, 0x203060);
        assertThat(Lifting.remaining(before, before).orElseThrow()).isGreaterThan(0.98);
        double little = Lifting.remaining(before, crop(0x203060, 0xe6e8ec)).orElseThrow();
        double half = Lifting.remaining(before, crop(0x203060, 0x7080a0)).orElseThrow();
        assertThat(little).isLessThan(half);
        assertThat(Lifting.stains(little)).isIn(Staining.NONE, Staining.LOW);
        assertThat(Lifting.stains(0.9)).isEqualTo(Staining.HIGH);
        assertThat(Lifting.remaining(crop(0xeeeeea, 0xeeeeea), before)).isEmpty();
    }

    private static Crop crop(int upper, int lower) {
        int[] rgb = new int[60 * 60];
        Arrays.fill(rgb, 0xf4f2ec);
        for (int y = 3; y < 57; y++) for (int x = 3; x < 57; x++) rgb[y * 60 + x] = y < 36 ? upper : lower;
        return new Crop(60, 60, rgb);
    }
}
