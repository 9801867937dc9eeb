package molvet.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.apache.commons.math3.ode.FirstOrderDifferentialEquations;
import org.apache.commons.math3.ode.nonstiff.DormandPrince853Integrator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WashRunTest {
    /** P. Kubelka, F. Munk, Zeitschrift für technische Physik 12 (1931): a film so thick that no ground shows. */
    @Property
    void aThickFilmReflectsAsKubelkaAndMunkSay(
            @ForAll @DoubleRange(min = 0.01, max = 5) double k, @ForAll @DoubleRange(min = 0.01, max = 5) double s) {
        double ratio = k / s;
        double endless = 1 + ratio - Math.sqrt(ratio * ratio + 2 * ratio);
        assertThat(Film.reflected(k * 1000, s * 1000, 0.9)).isCloseTo(endless, within(1e-9));
        assertThat(Film.reflected(k * 1e-9, s * 1e-9, 0.7)).isCloseTo(0.7, within(1e-6));
    }

    /**
     * The table of K/S against reflectance that is in textbooks, such as D. B. Judd and G. Wyszecki, “Color in Business, Science and
     * Industry”, 3rd edition (1975), appendix (from memory).
     */
    @ParameterizedTest
    @CsvSource({
        "0.05, 9.025",
        "0.10, 4.05",
        "0.20, 1.6",
        "0.30, 0.8167",
        "0.40, 0.45",
        "0.50, 0.25",
        "0.60, 0.1333",
        "0.70, 0.0643",
        "0.80, 0.025",
        "0.90, 0.0056"
    })
    void theTableOfReflectancesComesOut(double reflectance, double ratio) {
        assertThat(Film.reflected(ratio * 1000, 1000, 0.5)).isCloseTo(reflectance, within(5e-4));
    }

    /** The two flows of Kubelka and Munk (1931), followed through the film step by step by a library’s integrator. */
    @Property(tries = 200)
    void theClosedFormIsWhatTheFlowsAddUpTo(
            @ForAll @DoubleRange(min = 0.01, max = 3) double k,
            @ForAll @DoubleRange(min = 0.01, max = 3) double s,
            @ForAll @DoubleRange(min = 0, max = 0.95) double ground) {
        double[] r = {ground};
        new DormandPrince853Integrator(1e-6, 0.1, 1e-10, 1e-10)
                .integrate(
                        new FirstOrderDifferentialEquations() {
                            @Override
                            public int getDimension() {
                                return 1;
                            }

                            @Override
                            public void computeDerivatives(double x, double[] at, double[] change) {
                                change[0] = s - 2 * (k + s) * at[0] + s * at[0] * at[0];
                            }
                        },
                        0,
                        r,
                        1,
                        r);
        assertThat(Film.reflected(k, s, ground)).isCloseTo(r[0], within(1e-7));
    }

    /** Lambert and Beer: light goes twice through a film that does not scatter. */
    @Property
    void aFilmThatDoesNotScatterOnlyAbsorbs(@ForAll @DoubleRange(min = 0, max = 4) double k) {
        assertThat(Film.reflected(k, 0, 0.9)).isCloseTo(0.9 * Math.exp(-2 * k), within(1e-12));
        assertThat(Film.reflected(k, 1e-5, 0.9)).isCloseTo(0.9 * Math.exp(-2 * k), within(1e-3));
    }

    /** S. A. Burns (2020): the smoothest reflectance of a grey is flat, and of any colour it has that colour. */
    @Test
    void theSmoothestReflectanceHasItsColour() {
        double[] grey = FilmFit.smoothest(new Lab(60, 0, 0));
        assertThat(IntStream.range(0, 36).mapToDouble(i -> grey[i]).max().orElseThrow()
                        - IntStream.range(0, 36).mapToDouble(i -> grey[i]).min().orElseThrow())
                .isLessThan(0.01);
        for (Lab c : List.of(new Lab(40, 55, 20), new Lab(25, 24, -55), new Lab(82, 9, 85), new Lab(45, -30, 8))) {
            assertThat(Lab.ofXyz(Spectrum.xyz(FilmFit.smoothest(c))).differenceFrom(c))
                    .isLessThan(0.2);
        }
    }

    /** A film with edges and bands unlike what is fitted, seen at two thicknesses only; one number of scattering at each band. */
    private static List<Lab> painted(DoubleUnaryOperator absorbs, double scatters) {
        double[] paper = FilmFit.smoothest(Lab.PAPER);
        List<Lab> run = new ArrayList<>();
        for (double ln = Math.log(1.6); ln >= Math.log(0.09); ln -= 0.05) {
            double[] r = new double[36];
            for (int i = 0; i < 36; i++) {
                double nm = 380 + 10 * i;
                double s = scatters * (1.15 - 0.3 * i / 36);
                r[i] = Film.reflected(absorbs.applyAsDouble(nm) * Math.exp(ln), s * Math.exp(ln), paper[i]);
            }
            run.add(Lab.ofXyz(Spectrum.xyz(r)));
        }
        return run;
    }

    private static double edge(double nm, double at, double width) {
        return 1 / (1 + Math.exp(-(nm - at) / width));
    }

    private static double band(double nm, double at, double width) {
        return Math.exp(-Math.pow((nm - at) / width, 2) / 2);
    }

    /** Shapes of absorption as pigments have them (from memory): an edge, a band, or both. */
    private static List<List<Lab>> paints() {
        List<List<Lab>> all = new ArrayList<>();
        for (double s : new double[] {0.02, 0.06, 0.2, 0.8}) {
            all.add(painted(nm -> 0.01 + 1.6 * (1 - edge(nm, 495, 11)), s));
            all.add(painted(nm -> 0.01 + 1.8 * (1 - edge(nm, 585, 12)), s));
            all.add(painted(nm -> 0.01 + 1.5 * band(nm, 540, 38), s));
            all.add(painted(nm -> 0.01 + 1.4 * band(nm, 600, 50) + 0.1 * band(nm, 690, 30), s));
            all.add(painted(nm -> 0.01 + 1.1 * edge(nm, 595, 14) + 0.9 * (1 - edge(nm, 455, 15)), s));
            all.add(painted(nm -> 0.15 + 0.8 * (1 - edge(nm, 560, 40)), s));
            all.add(painted(nm -> 0.4 + 0.2 * band(nm, 600, 80), s));
        }
        return all;
    }

    /** The law of Lambert and Beer taken for tristimulus values, by which washes were joined once. */
    private static List<Lab> evenDensities(Lab full, Lab palest) {
        List<Lab> run = new ArrayList<>();
        Xyz a = full.toXyz();
        Xyz b = palest.toXyz();
        for (double t = 0; t <= 1; t += 0.02) {
            run.add(Lab.ofXyz(new Xyz(
                    Math.pow(a.x(), 1 - t) * Math.pow(b.x(), t),
                    Math.pow(a.y(), 1 - t) * Math.pow(b.y(), t),
                    Math.pow(a.z(), 1 - t) * Math.pow(b.z(), t))));
        }
        return run;
    }

    private static double[] missed(boolean byFilm) {
        List<Double> all = new ArrayList<>();
        for (List<Lab> truth : paints()) {
            Lab full = truth.get(0);
            Lab palest = truth.get(truth.size() - 1);
            WashRun drawn = byFilm ? WashRun.between(full, palest) : new WashRun(evenDensities(full, palest), false);
            truth.forEach(c -> all.add(drawn.at(c.l()).differenceFrom(c)));
        }
        return all.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    }

    @Test
    void betweenTwoColoursAFilmRunsNearTheTruthAtEqualLightness() {
        double[] film = missed(true);
        double[] densities = missed(false);
        assertThat(film[film.length / 2]).isLessThan(0.5);
        assertThat(film[film.length * 95 / 100]).isLessThan(2.5);
        assertThat(densities[film.length / 2]).isGreaterThan(2 * film[film.length / 2]);
    }

    /** A French ultramarine turns towards blue when it is washed out (common practice, no published source). */
    @Test
    void anUltramarineIsABlueAtHalfStrength() {
        WashRun run = WashRun.ofFull(new Lab(22, 24, -56));
        assertThat(run.full().hue()).isBetween(292.0, 294.0);
        assertThat(run.half().hue()).isBetween(268.0, 285.0);
        assertThat(run.hueTurn().orElseThrow()).isNegative();
    }

    @Property(tries = 60)
    void aRunKeepsItsEndsAndNeverDarkens(
            @ForAll @DoubleRange(min = 12, max = 70) double l,
            @ForAll @DoubleRange(min = -50, max = 60) double a,
            @ForAll @DoubleRange(min = -55, max = 70) double b,
            @ForAll @DoubleRange(min = 0.02, max = 0.5) double pale) {
        Lab full = new Lab(l, a, b);
        Lab palest = new Lab(94 - (94 - l) * pale * 0.5, a * pale, b * pale);
        WashRun run = WashRun.between(full, palest);
        assertThat(run.full().differenceFrom(full)).isLessThan(1e-6);
        assertThat(run.palest().differenceFrom(palest)).isLessThan(1e-6);
        assertThat(run.colours()).isSortedAccordingTo((x, y) -> Double.compare(x.l(), y.l()));
        assertThat(run.measured()).isFalse();
    }

    /** Of a blue that is lighter and stronger than any film, the fit misses the ends; what was measured stays. */
    @Test
    void whatNoFilmHasKeepsItsEndsToo() {
        aRunKeepsItsEndsAndNeverDarkens(65.47, 0, -53.9, 0.02);
        aRunKeepsItsEndsAndNeverDarkens(70, -23.87, -55, 0.13);
        Lab sky = new Lab(65.47, 0, -53.9);
        assertThat(WashRun.ofFull(sky).full()).isEqualTo(sky);
    }

    @Test
    void aRunIsReadByItsLightnessAndWhatGetsDarkerIsPassedOver() {
        List<Lab> seen = new ArrayList<>();
        for (int i = 0; i <= 12; i++) seen.add(new Lab(30 + 5 * i, 10 - i * 0.8, -40 + 3 * i));
        seen.add(4, new Lab(29, 50, 50));
        WashRun run = WashRun.of(seen);
        assertThat(run.measured()).isTrue();
        assertThat(run.colours()).hasSize(WashRun.STRENGTHS);
        assertThat(run.at(45).differenceFrom(seen.get(3))).isLessThan(0.05);
        assertThat(run.at(10)).isEqualTo(run.full());
        assertThat(run.at(99)).isEqualTo(run.palest());
    }

    @Test
    void bitsOfAGrainyWashGiveItsRunAndAHairDoesNot() {
        Random random = new Random(5);
        List<Lab> truth = painted(nm -> 0.01 + 1.4 * band(nm, 600, 50), 0.05);
        WashRun even = new WashRun(truth, true);
        List<Lab> bits = new ArrayList<>();
        for (int i = 0; i < 600; i++) {
            double l = truth.get(0).l()
                    + random.nextDouble()
                            * (truth.get(truth.size() - 1).l() - truth.get(0).l());
            Lab c = even.at(l + 3 * random.nextGaussian());
            bits.add(new Lab(c.l(), c.a() + 0.8 * random.nextGaussian(), c.b() + 0.8 * random.nextGaussian()));
        }
        for (int i = 0; i < 40; i++) bits.add(new Lab(20 + i, 2, 4));
        WashRun run = WashRun.seen(truth.get(0), truth.get(truth.size() - 1), bits);
        assertThat(run.measured()).isTrue();
        for (Lab c : truth) assertThat(run.at(c.l()).differenceFrom(c)).isLessThan(1.5);
    }

    /** A square and a drop of water: two strengths and little between them is no measured run, and it says so. */
    @Test
    void twoStrengthsAloneAreJoinedByAFilm() {
        Lab full = new Lab(30, 10, -40);
        Lab palest = new Lab(88, -2, -8);
        List<Lab> bits = new ArrayList<>();
        for (int i = 0; i < 50; i++) {
            bits.add(full);
            bits.add(palest);
        }
        WashRun run = WashRun.seen(full, palest, bits);
        assertThat(run.measured()).isFalse();
        assertThat(run.colours()).hasSize(WashRun.STRENGTHS);
    }

    /** The turn is told between what stands on the page: full strength, and the palest that has a hue. */
    @Test
    void theTurnOfHueIsThatOfTheRunItself() {
        WashRun run = new WashRun(List.of(new Lab(30, 40, 10), new Lab(60, 50, -10), new Lab(90, 5, 0)), true);
        assertThat(run.hueTurn().orElseThrow()).isCloseTo(-25.3, within(0.1));
        assertThat(run.peak().l()).isEqualTo(60);
        assertThat(new WashRun(List.of(new Lab(20, 1, 1), new Lab(90, 0, 0)), true).hueTurn())
                .isEmpty();
        assertThat(new WashRun(List.of(new Lab(20, 20, -2), new Lab(80, 12, 2)), true)
                        .hueTurn()
                        .orElseThrow())
                .isCloseTo(15.2, within(0.1));
    }
}
