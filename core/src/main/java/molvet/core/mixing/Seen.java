package molvet.core.mixing;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import molvet.core.colour.FilmFit;
import molvet.core.colour.FittedFilm;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Strength;
import molvet.core.pigment.Transparency;

/**
 * What a swatch shows of a paint, and what else is known of its film.
 *
 * @param run from full strength to palest; of one colour where nothing else is known
 * @param covering luminance over black as a share of that over paper, where it was measured
 * @param transparency as the verdict has it, or as its pigments usually are
 * @param strength as its pigments usually are
 */
public record Seen(
        WashRun run, OptionalDouble covering, Optional<Transparency> transparency, Optional<Strength> strength) {
    /** Strengths taken of a run that was seen all along it: more tell nothing new. */
    private static final List<Integer> ALONG = List.of(3, 6);

    private static final double NO_RANGE = 2;

    /** What full strength and a wash show, if there is one; of no matter which paint. */
    public static Seen of(Lab massTone, Optional<Lab> tint) {
        WashRun run = tint.map(t -> WashRun.between(massTone, t)).orElse(new WashRun(List.of(massTone), false));
        return new Seen(run, OptionalDouble.empty(), Optional.empty(), Optional.empty());
    }

    public Seen with(Optional<Transparency> usually, Optional<Strength> strong) {
        return new Seen(run, covering, usually, strong);
    }

    boolean hasRange() {
        return run.palest().l() - run.full().l() >= NO_RANGE;
    }

    /** Its film, by all of this. */
    public FittedFilm film() {
        return fit().fit();
    }

    FilmFit fit() {
        FilmFit fit = FilmFit.on(paper()).full(run.full());
        if (run.measured() && run.colours().size() == WashRun.STRENGTHS) {
            for (int i : ALONG) fit.thinned(run.colours().get(i));
        }
        if (hasRange()) fit.thinned(run.palest());
        transparency.ifPresent(t -> fit.scattering(scattering(t), 1.8));
        strength.ifPresent(s -> fit.strength(absorption(s)));
        covering.ifPresent(fit::covering);
        return fit;
    }

    /** The palest may be lighter than a usual paper. */
    private Lab paper() {
        return run.palest().l() > Lab.PAPER.l() ? run.palest() : Lab.PAPER;
    }

    /**
     * What a film of full strength scatters. It is seen over black as a veil of 4, 10, 22 and 50 %: a film that absorbs nothing gives
     * back s / (1 + s) there (Kubelka 1948, eq. 33). The shares are common practice, no published source.
     */
    static double scattering(Transparency t) {
        return switch (t) {
            case TRANSPARENT -> 0.04;
            case SEMI_TRANSPARENT -> 0.11;
            case SEMI_OPAQUE -> 0.28;
            case OPAQUE -> 1;
        };
    }

    private static double absorption(Strength s) {
        return switch (s) {
            case WEAK -> 0.6;
            case MEDIUM -> 1;
            case STRONG -> 1.6;
            case OVERWHELMING -> 2.5;
        };
    }
}
