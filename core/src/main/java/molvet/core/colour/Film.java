package molvet.core.colour;

import java.util.ArrayList;
import java.util.List;

/**
 * A film of paint on paper: how much it absorbs and how much it scatters in each of 36 bands, and so what colour it has at any
 * thickness. One is full strength.
 *
 * <p>A film over a ground reflects by P. Kubelka, “New contributions to the optics of intensely light-scattering materials,
 * part I”, J. Opt. Soc. Am. 38 (1948), eq. 28. It is found from what was seen of a paint by {@link FilmFit}.
 */
public final class Film {
    static final int BANDS = Spectrum.BANDS;
    private static final double[] NOTHING = new double[BANDS];

    private final double[] absorption;
    private final double[] scattering;
    private final double[] paper;
    private final double palest;

    /**
     * @param absorption in each band at full strength, and {@code scattering}
     * @param paper its reflectance in each band
     * @param palest thickness of the palest wash that was seen
     */
    Film(double[] absorption, double[] scattering, double[] paper, double palest) {
        this.absorption = absorption;
        this.scattering = scattering;
        this.paper = paper;
        this.palest = palest;
    }

    /**
     * The film that has one colour at full strength and the other where it is palest.
     *
     * @param paper what it lies on
     */
    public static Film through(Lab full, Lab palest, Lab paper) {
        return FilmFit.on(paper).full(full).thinned(palest).fit().film();
    }

    /** The film of which only full strength is known: that of a half transparent paint. */
    public static Film of(Lab full, Lab paper) {
        return FilmFit.on(paper).full(full).fit().film();
    }

    /**
     * What paints make: what each absorbs and scatters added by parts (D. R. Duncan, “The colour of pigment mixtures”, Proc. Phys.
     * Soc. 52 (1940) 390–401). On the paper of the first; its palest is thinned as theirs are, in the mean of the logarithm.
     *
     * @param shares of each, which make 1
     */
    public static Film mixed(List<Film> films, double[] shares) {
        double[] k = new double[BANDS];
        double[] s = new double[BANDS];
        double ln = 0;
        for (int f = 0; f < shares.length; f++) {
            Film one = films.get(f);
            for (int i = 0; i < BANDS; i++) {
                k[i] += shares[f] * one.absorption[i];
                s[i] += shares[f] * one.scattering[i];
            }
            ln += shares[f] * Math.log(one.palest);
        }
        return new Film(k, s, films.get(0).paper, Math.exp(ln));
    }

    /** Two of them. @param share of the other, 0 to 1 */
    public Film mixed(Film other, double share) {
        return mixed(List.of(this, other), new double[] {1 - share, share});
    }

    /** The colour at a thickness; 1 is full strength. */
    public Lab at(double thickness) {
        return lab(over(paper, thickness));
    }

    /** The colour over a ground that gives no light back. */
    public Lab overBlack(double thickness) {
        return lab(over(NOTHING, thickness));
    }

    /** The same film after light has left this share of what absorbs; what scatters stays. */
    public Film faded(double left) {
        double[] k = new double[BANDS];
        for (int i = 0; i < BANDS; i++) k[i] = absorption[i] * left;
        return new Film(k, scattering, paper, palest);
    }

    /** The colour of the paper it lies on. */
    public Lab bare() {
        return lab(paper);
    }

    private double[] over(double[] ground, double thickness) {
        double[] r = new double[BANDS];
        for (int i = 0; i < BANDS; i++) {
            r[i] = reflected(absorption[i] * thickness, scattering[i] * thickness, ground[i]);
        }
        return r;
    }

    /** The thickness at which it is as light as that, at most so thick; darker than its thickest: that. */
    public double thicknessAt(double lightness, double most) {
        if (at(most).l() >= lightness) return most;
        double low = Math.log(1e-4);
        double high = Math.log(most);
        for (int i = 0; i < 40 && high - low > 1e-4; i++) {
            double middle = (low + high) / 2;
            if (at(Math.exp(middle)).l() > lightness) low = middle;
            else high = middle;
        }
        return Math.exp((low + high) / 2);
    }

    /** The thickness of the palest wash it was made from, at most 1. */
    public double palest() {
        return palest;
    }

    /** How strong it is beside another of its kind: what it absorbs in all, by the geometric mean over the bands. */
    public double strengthBeside(Film other) {
        double ln = 0;
        for (int i = 0; i < BANDS; i++) ln += Math.log(absorption[i] / other.absorption[i]) / BANDS;
        return Math.exp(ln);
    }

    double[] absorption() {
        return absorption;
    }

    double[] scattering() {
        return scattering;
    }

    double[] paper() {
        return paper;
    }

    /** Share of light given back by a film over a ground. @param k absorption and {@code s} scattering, times thickness */
    static double reflected(double k, double s, double ground) {
        if (s < 1e-6) return ground * Math.exp(-2 * k);
        double a = 1 + k / s;
        double b = Math.sqrt(a * a - 1);
        double deep = b * s;
        double coth = deep < 1e-6 ? 1 / s : b / Math.tanh(deep);
        return (1 - ground * (a - coth)) / (a - ground + coth);
    }

    static Lab lab(double[] r) {
        return Lab.ofXyz(Spectrum.xyz(r));
    }

    /** Colours from full strength to palest, evenly spaced in lightness, with both ends as they were given. */
    List<Lab> run(Lab full, Lab palest, int steps) {
        Lab first = at(1);
        Lab last = at(this.palest);
        List<Lab> all = new ArrayList<>(List.of(full));
        for (int i = 1; i < FINE; i++) {
            double t = i / (double) FINE;
            Lab c = at(Math.exp(t * Math.log(this.palest)));
            // What the fit misses at the ends is spread over the way between them.
            Lab between = new Lab(
                    c.l() + (1 - t) * (full.l() - first.l()) + t * (palest.l() - last.l()),
                    c.a() + (1 - t) * (full.a() - first.a()) + t * (palest.a() - last.a()),
                    c.b() + (1 - t) * (full.b() - first.b()) + t * (palest.b() - last.b()));
            if (between.l() > full.l() && between.l() < palest.l()) all.add(between);
        }
        all.add(palest);
        return WashRun.evenly(all, steps);
    }

    /** The same from full strength to a film so thin that it is all but paper. */
    List<Lab> run(Lab full, int steps) {
        List<Lab> all = new ArrayList<>(List.of(full));
        for (int i = 1; i <= FINE; i++) {
            Lab thinner = at(Math.exp(i / (double) FINE * Math.log(ALL_BUT_PAPER)));
            if (thinner.l() > full.l()) all.add(thinner);
        }
        return WashRun.evenly(all, steps);
    }

    private static final int FINE = 48;
    private static final double ALL_BUT_PAPER = 0.01;
}
