package molvet.bench;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import molvet.core.colour.Lab;
import molvet.core.colour.Spectrum;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.reading.standin.Optics;

/** Paints whose films are known to the band, and what they make in truth. */
record MixedPaints(String title, List<Paint> paints, double full, Thinned thinned) {
    private static final int BANDS = Spectrum.BANDS;

    /** How a painter washes out: with the same water for all, or until it is pale. */
    enum Thinned {
        TO_A_TENTH,
        UNTIL_PALE
    }

    record Paint(String name, Recipe recipe, Optics.Film film) {}

    /** The stand-in’s painter: every single pigment it knows a wash of. */
    static MixedPaints ofTheStandIn(PigmentReference reference) {
        Optics optics = new Optics(reference);
        List<Paint> all = reference.all().stream()
                .sorted(Comparator.comparing(Pigment::code))
                .map(p -> new Recipe(List.of(p.code())))
                .map(r -> new Paint(r.toString(), r, optics.film(r, 0)))
                .toList();
        return new MixedPaints("the stand-in’s painter, washed out until pale", all, 1.7, Thinned.UNTIL_PALE);
    }

    /**
     * Another painter’s pigments, which share nothing with the stand-in’s: edges, bands and both, as pigments have them (from
     * memory), with scattering that falls towards the red. No recipe is told of them.
     */
    static MixedPaints invented(int paints, long seed, Thinned thinned) {
        Random random = new Random(seed);
        List<Paint> all = new ArrayList<>();
        for (int i = 0; i < paints; i++) all.add(new Paint("no. " + (i + 1), Recipe.NONE, invented(i % 8, random)));
        String how = thinned == Thinned.TO_A_TENTH ? "thinned to a tenth" : "washed out until pale";
        return new MixedPaints("invented pigments, " + how, all, 1, thinned);
    }

    private static Optics.Film invented(int kind, Random random) {
        double strong = within(random, 0.4, 1.3);
        double at = random.nextDouble();
        double floor = within(random, 0.02, 0.09);
        double height = within(random, 1.5, 4);
        double width = random.nextDouble();
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) {
            double nm = Spectrum.FIRST + Spectrum.STEP * i;
            k[i] = strong
                    * (floor
                            + switch (kind) {
                                case 0 -> height * edge(nm, 480 + 35 * at, 7 + 7 * width);
                                case 1 -> height * edge(nm, 535 + 30 * at, 8 + 8 * width);
                                case 2 ->
                                    0.8
                                            * height
                                            * edge(nm, 580 + 25 * at, 8 + 8 * width)
                                            * (1 - 0.5 * band(nm, 425, 40));
                                case 3 -> 0.8 * height * band(nm, 520 + 15 * at, 28) + 0.5 * height * band(nm, 565, 20);
                                case 4 -> height * band(nm, 560 + 60 * at, 40 + 15 * width) + 0.3 * band(nm, 395, 25);
                                case 5 -> height * (band(nm, 620, 30) + band(nm, 690, 35)) + 0.4 * band(nm, 390, 30);
                                case 6 ->
                                    height * band(nm, 655, 50)
                                            + within(random, 0.8, 0.81) * height / 2 * band(nm, 420, 42);
                                default -> 0.5 * height * edge(nm, 520 + 60 * at, 22 + 23 * width) + 0.2;
                            });
        }
        double scatters = Math.exp(within(random, Math.log(0.015), Math.log(0.6)));
        double slope = within(random, 0, 2);
        double[] s = new double[BANDS];
        for (int i = 0; i < BANDS; i++) {
            s[i] = scatters * Math.pow((Spectrum.FIRST + Spectrum.STEP * i) / 550.0, -slope);
        }
        return new Optics.Film(k, s, new double[BANDS], 0.05, 0.5, 0);
    }

    private static double within(Random random, double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    private static double edge(double nm, double at, double width) {
        return 1 / (1 + Math.exp((nm - at) / width));
    }

    private static double band(double nm, double at, double width) {
        return Math.exp(-Math.pow((nm - at) / width, 2) / 2);
    }

    /** The film two of them make. @param share of the other */
    Optics.Film mixed(int one, int other, double share) {
        return paints.get(one).film.mixed(paints.get(other).film, share);
    }

    double palest(Optics.Film film) {
        return thinned == Thinned.TO_A_TENTH ? full / 10 : film.palest(0.3 * full);
    }

    Lab fullOf(Optics.Film film) {
        return film.colour(full);
    }

    Lab middleOf(Optics.Film film) {
        return film.colour(Math.sqrt(full * palest(film)));
    }

    Lab tintOf(Optics.Film film) {
        return film.colour(palest(film));
    }
}
