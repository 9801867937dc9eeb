package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import boofcv.alg.geo.h.HomographyDirectLinearTransform;
import boofcv.struct.geo.AssociatedPair;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import molvet.core.chart.ChartForm;
import molvet.core.colour.Lab;
import molvet.core.reading.CellReading;
import molvet.core.reading.PageMap;
import molvet.core.reading.PageReading;
import org.ejml.data.DMatrixRMaj;
import org.junit.jupiter.api.Test;

/** Pages found in pictures: against the geometry they were printed by, and against another library. */
class RegistrationTest {
    /** The same ties to BoofCV’s direct linear transform, a second library: both must map alike. */
    @Test
    void aHomographyIsThatOfAnotherLibrary() {
        Random random = new Random(11);
        for (int round = 0; round < 50; round++) {
            PageMap aslant = new PageMap(
                    List.of(
                            8 + random.nextDouble() * 6,
                            random.nextGaussian(),
                            300 * random.nextDouble(),
                            random.nextGaussian(),
                            8 + random.nextDouble() * 6,
                            300 * random.nextDouble(),
                            0.0005 * random.nextGaussian(),
                            0.0005 * random.nextGaussian()),
                    0,
                    1500,
                    2000,
                    2500,
                    0);
            List<PageMap.Tie> ties = new ArrayList<>();
            List<AssociatedPair> pairs = new ArrayList<>();
            for (int i = 0; i < 16; i++) {
                double x = 200 * random.nextDouble();
                double y = 290 * random.nextDouble();
                PageMap.Point p = aslant.at(x, y);
                ties.add(PageMap.Tie.of(x, y, p.x(), p.y()));
                pairs.add(new AssociatedPair(x, y, p.x(), p.y()));
            }
            DMatrixRMaj theirs = new DMatrixRMaj(3, 3);
            assertThat(new HomographyDirectLinearTransform(true).process(pairs, theirs))
                    .isTrue();
            PageMap ours = PageMap.fit(ties, 3000, 4000, false);
            for (int i = 0; i < 20; i++) {
                double x = 210 * random.nextDouble();
                double y = 297 * random.nextDouble();
                PageMap.Point p = ours.at(x, y);
                double w = theirs.get(2, 0) * x + theirs.get(2, 1) * y + theirs.get(2, 2);
                double u = (theirs.get(0, 0) * x + theirs.get(0, 1) * y + theirs.get(0, 2)) / w;
                double v = (theirs.get(1, 0) * x + theirs.get(1, 1) * y + theirs.get(1, 2)) / w;
                assertThat(Math.hypot(p.x() - u, p.y() - v)).isLessThan(1e-3);
            }
        }
    }

    @Test
    void evenSquaresOfAPrintedPageAreReadAtAnyTurnAndSize() {
        TestSheet sheet = new TestSheet(ChartForm.STRIPS, 3);
        Map<Integer, Lab> colours = Map.of(0, new Lab(40, 50, 30), 1, new Lab(70, -10, 60), 2, new Lab(30, 10, -40));
        BufferedImage page = sheet.painted(200, colours);
        for (double degrees : new double[] {0, 3, 91, 178, 268}) {
            AffineTransform by = new AffineTransform();
            by.translate(800, 800);
            by.rotate(Math.toRadians(degrees));
            by.translate(-page.getWidth() / 2.0, -page.getHeight() / 2.0);
            PageReading read =
                    SheetInPicture.read(TestSheet.file(TestSheet.laid(page, 1600, 1600, by), "png"), sheet.ruled);
            assertThat(read.map().residualMm()).as(degrees + "°").isLessThan(0.1);
            for (CellReading c : read.cells()) {
                // The printed white is 255, burnt out: the paper’s usual white takes its place, which moves tones a
                // little.
                assertThat(c.massTone().differenceFrom(colours.get(c.cell())))
                        .as(degrees + "°")
                        .isLessThan(2.6);
            }
        }
    }

    @Test
    void aCodeNamesThePageHoweverItLies() {
        TestSheet sheet = new TestSheet(ChartForm.GRID, 6);
        BufferedImage page = sheet.printed(150, "https://station.example/c/4711/");
        for (double degrees : new double[] {0, 17, 92, 181, 315}) {
            AffineTransform by = new AffineTransform();
            by.translate(600, 600);
            by.rotate(Math.toRadians(degrees));
            by.translate(-page.getWidth() / 2.0, -page.getHeight() / 2.0);
            Marks found = Marks.in(Picture.of(TestSheet.file(TestSheet.laid(page, 1200, 1200, by), "png"))
                    .light());
            assertThat(found.text()).as(degrees + "°").contains("https://station.example/c/4711/1");
            assertThat(found.markers())
                    .as(degrees + "°")
                    .extracting(Marks.Found::id)
                    .containsExactlyInAnyOrder(0, 1, 2, 3);
            assertThat(found.mirrored()).isFalse();
        }
    }
}
