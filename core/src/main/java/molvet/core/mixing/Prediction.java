package molvet.core.mixing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import molvet.core.colour.Film;
import molvet.core.colour.FilmFit;
import molvet.core.colour.FittedFilm;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Transparency;
import molvet.core.reading.Covering;

/**
 * What a mixture is foreseen to be.
 *
 * <p>Films are added by parts ({@link Film#mixed}); full strength is the thickness at which its parts were painted at full strength.
 *
 * @param steps eleven colours from full strength to tint
 * @param uncertainty ΔE00 at full strength within which nine of ten mixtures lie; {@code uncertaintyTint} likewise at the tint
 * @param overBlack its full strength over a ground that gives no light back
 * @param granulation of what granulates in it, the less the smaller its part; never more than that of a part
 * @param lightfastness of what lasts least
 * @param separation what parts from what as it dries, in a sentence
 */
public record Prediction(
        Mixture mixture,
        Film film,
        Lab massTone,
        Lab tint,
        List<Lab> steps,
        double uncertainty,
        double uncertaintyTint,
        Lab overBlack,
        Optional<Granulation> granulation,
        Transparency transparency,
        Optional<Staining> staining,
        Optional<Lightfastness> lightfastness,
        List<String> cautions,
        Optional<String> separation,
        List<String> reasons) {
    /** From the root of the mean square to what nine of ten keep within, and what the film model itself leaves out. */
    private static final double NINE_OF_TEN = 2.5;

    /** Of a single number that varies as errors do, nine of ten lie within so many deviations. */
    private static final double NINE_OF_TEN_ALONE = 1.645;

    private static final double MODEL = 0.6;

    /** Parts smaller than this neither stain nor granulate to the eye. */
    private static final double HARDLY = 0.08;

    private static final int FINE = 16;
    private static final double FLAT = 1;
    private static final double A_THIRD = 1 / 3.0 - 1e-9;

    public static Prediction of(Mixture mixture) {
        List<Ingredient> parts = mixture.ingredients();
        double[] shares = mixture.shares();
        List<FittedFilm> films = parts.stream().map(Ingredient::film).toList();
        Film film = Film.mixed(films.stream().map(FittedFilm::film).toList(), shares);
        boolean alone = parts.size() == 1;
        double thin = alone ? film.palest() : Tinting.palest(film, parts, shares);
        // One paint alone was seen, and is not foreseen.
        Lab massTone = alone ? parts.get(0).massTone() : film.at(1);
        Lab tint =
                alone && parts.get(0).run().colours().size() > 1 ? parts.get(0).tint() : film.at(thin);
        List<Lab> steps = steps(film, massTone, tint, thin);
        return new Prediction(
                mixture,
                film,
                massTone,
                tint,
                steps,
                alone ? MODEL : off(films, shares, 1),
                alone ? MODEL : off(films, shares, thin),
                film.overBlack(1),
                granulation(parts, shares),
                transparency(parts, shares, film),
                counting(parts, shares)
                        .flatMap(p -> p.traits().staining().stream())
                        .max(Comparator.naturalOrder()),
                Lasting.worst(parts.stream()
                        .flatMap(p -> p.traits().lightfastness().stream())
                        .toList()),
                parts.stream()
                        .flatMap(p -> p.traits().cautions().stream())
                        .distinct()
                        .toList(),
                separation(parts, shares),
                reasons(mixture));
    }

    private static double off(List<FittedFilm> films, double[] shares, double thickness) {
        return NINE_OF_TEN * Math.hypot(FittedFilm.unsure(films, shares, thickness), MODEL);
    }

    private static List<Lab> steps(Film film, Lab massTone, Lab tint, double thin) {
        List<Lab> fine = new ArrayList<>(List.of(massTone));
        for (int i = 1; i < FINE; i++) {
            Lab c = film.at(Math.exp(i / (double) FINE * Math.log(thin)));
            if (c.l() > massTone.l() && c.l() < tint.l()) fine.add(c);
        }
        fine.add(tint);
        // A white that covers is no paler where it is thin.
        if (tint.l() - massTone.l() < FLAT) {
            return IntStream.range(0, WashRun.STRENGTHS)
                    .mapToObj(i -> massTone.towards(tint, i / (WashRun.STRENGTHS - 1.0)))
                    .toList();
        }
        WashRun run = new WashRun(fine, false);
        return IntStream.range(0, WashRun.STRENGTHS)
                .mapToObj(i -> run.at(massTone.l() + (tint.l() - massTone.l()) * i / (WashRun.STRENGTHS - 1.0)))
                .toList();
    }

    /** Its colour so thin, full strength being 1. */
    public Lab at(double thickness) {
        return thickness == 1 ? massTone : film.at(thickness);
    }

    /** ΔE00 within which nine of ten lie that are mixed of washes, and together so thin; of 1, that are mixed as they come. */
    public double uncertaintyAt(double thickness) {
        if (thickness == 1) return uncertainty;
        List<FittedFilm> fitted =
                mixture.ingredients().stream().map(Ingredient::film).toList();
        List<Film> films = fitted.stream().map(FittedFilm::film).toList();
        double[] shares = mixture.shares();
        double squares = 0;
        for (int i = 0; i < shares.length; i++) {
            // One of the washes is stronger than it was meant to be.
            double[] then = shares.clone();
            then[i] *= Math.exp(FilmFit.HALVED);
            double all = DoubleStream.of(then).sum();
            Lab other = Film.mixed(
                            films, DoubleStream.of(then).map(s -> s / all).toArray())
                    .at(thickness * all);
            squares += Math.pow(other.differenceFrom(film.at(thickness)), 2);
        }
        return Math.hypot(off(fitted, shares, thickness), NINE_OF_TEN_ALONE * Math.sqrt(squares));
    }

    /** Its run, to be compared with others at equal value. */
    public WashRun run() {
        return new WashRun(steps, false);
    }

    private static Stream<Ingredient> counting(List<Ingredient> parts, double[] shares) {
        return IntStream.range(0, shares.length)
                .filter(i -> shares[i] >= HARDLY)
                .mapToObj(parts::get);
    }

    private static Optional<Granulation> granulation(List<Ingredient> parts, double[] shares) {
        if (parts.stream().anyMatch(p -> p.traits().granulation().isEmpty())) return Optional.empty();
        int most = 0;
        for (int i = 0; i < shares.length; i++) {
            int less = shares[i] >= A_THIRD ? 0 : shares[i] >= HARDLY ? 1 : 2;
            most = Math.max(
                    most, parts.get(i).traits().granulation().orElseThrow().ordinal() - less);
        }
        return Optional.of(Granulation.values()[most]);
    }

    /** Between those of its parts, as their scattering adds; by the film itself where one of them is not known. */
    private static Transparency transparency(List<Ingredient> parts, double[] shares, Film film) {
        if (parts.stream().anyMatch(p -> p.traits().transparency().isEmpty())) {
            double covers = film.overBlack(1).toXyz().y() / film.at(1).toXyz().y();
            return Covering.transparency(Math.min(0.99, covers), film.at(1));
        }
        double scatters = 0;
        for (int i = 0; i < shares.length; i++) {
            scatters += shares[i]
                    * Seen.scattering(parts.get(i).traits().transparency().orElseThrow());
        }
        double ln = Math.log(scatters);
        return Arrays.stream(Transparency.values())
                .min(Comparator.comparingDouble(t -> Math.abs(Math.log(Seen.scattering(t)) - ln)))
                .orElseThrow();
    }

    private static Optional<String> separation(List<Ingredient> parts, double[] shares) {
        Optional<Ingredient> settles = counting(parts, shares)
                .filter(p -> p.traits().granulates())
                .max(Comparator.comparing(p -> p.traits().granulation().orElseThrow()));
        Optional<Ingredient> stains = counting(parts, shares)
                .filter(p -> p.traits().isSmoothAndStains())
                .findFirst();
        if (settles.isEmpty() || stains.isEmpty()) return Optional.empty();
        return Optional.of(settles.get().name() + " settles into the grain while "
                + stains.get().name() + " stains the paper: they will likely part as it dries.");
    }

    private static List<String> reasons(Mixture mixture) {
        List<String> all = new ArrayList<>();
        for (Mixture.Part p : mixture.parts()) {
            Ingredient of = p.of();
            if (of.guessed()) {
                all.add(of.name() + " was not measured: what its recipe usually gives stands for it.");
            } else if (of.run().colours().size() == 1) {
                all.add("Of " + of.name() + " only full strength is known; how it thins is guessed.");
            } else if (!of.run().measured()) {
                all.add("Of " + of.name()
                        + " two colours are known; what light it takes is the smoothest that gives both.");
            }
        }
        if (mixture.parts().size() == 1) all.add("It is one paint by itself, as it was seen.");
        return all;
    }
}
