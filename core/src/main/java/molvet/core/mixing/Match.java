package molvet.core.mixing;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.colour.Difference;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;

/**
 * A mixture beside what it is to stand in for.
 *
 * @param tint the mixture as light as the target’s tint, or as its own where the target has none
 * @param deltaE ΔE00 between both at full strength; {@code deltaETint} between both tints, empty where the target has none
 * @param atFull ΔE00 where both are as light as the target’s full strength, if the mixture is that dark; {@code atMiddle} halfway
 *     from there to the tint
 * @param verdict by the largest of the differences at equal value, and by what behaves otherwise
 * @param reasons in sentences, gravest first
 */
public record Match(
        Prediction mix,
        Lab tint,
        double deltaE,
        Optional<Double> deltaETint,
        double atFull,
        Optional<Double> atMiddle,
        Verdict verdict,
        List<String> reasons) {
    /** A hue is kept within so many degrees, where both have one. */
    private static final double HUE = 15;

    private static final double HUED = 8;

    public static Match of(Target target, Prediction mix) {
        WashRun run = target.run();
        Film film = mix.film();
        Lab full = run.full();
        Lab asDark = film.at(film.thicknessAt(full.l(), 1));
        double deltaE = mix.massTone().differenceFrom(full);
        double atFull = asDark.differenceFrom(full);
        if (!target.hasTint()) {
            return new Match(
                            mix,
                            mix.tint(),
                            deltaE,
                            Optional.empty(),
                            atFull,
                            Optional.empty(),
                            Verdict.OTHER,
                            List.of())
                    .judged(target, asDark);
        }
        Lab tint = film.at(film.thicknessAt(run.palest().l(), 1));
        Lab middle = run.at((full.l() + run.palest().l()) / 2);
        double atMiddle = film.at(film.thicknessAt(middle.l(), 1)).differenceFrom(middle);
        return new Match(
                        mix,
                        tint,
                        deltaE,
                        Optional.of(tint.differenceFrom(run.palest())),
                        atFull,
                        Optional.of(atMiddle),
                        Verdict.OTHER,
                        List.of())
                .judged(target, asDark);
    }

    private Match judged(Target target, Lab asDark) {
        double most = Math.max(atFull, Math.max(atMiddle.orElse(0.0), deltaETint.orElse(0.0)));
        Lab full = target.massTone();
        boolean sameHue = full.chroma() < HUED
                ? asDark.chroma() < HUED
                : asDark.chroma() >= HUED && turn(full.hue(), asDark.hue()) <= HUE;
        Verdict by = most <= Difference.ACCEPTED
                ? Verdict.SAME
                : most <= Difference.PLAIN ? Verdict.NEAR : sameHue ? Verdict.SAME_HUE : Verdict.OTHER;
        if (by == Verdict.NEAR && !sameHue) by = Verdict.OTHER;
        List<String> why = new ArrayList<>();
        boolean other = behavesOtherwise(target, why);
        if (by == Verdict.SAME && other) by = Verdict.NEAR;
        if (by == Verdict.SAME && mix.uncertainty() > 2 * Difference.PLAIN) {
            by = Verdict.NEAR;
            why.add("It may be the same, but is foreseen only to ΔE " + tenth(mix.uncertainty()) + ": paint it once.");
        }
        if (by == Verdict.SAME && mix.uncertainty() > Difference.PLAIN) {
            why.add("Foreseen only to ΔE " + tenth(mix.uncertainty()) + ": paint it once before you trust it.");
        }
        colours(target, asDark, why);
        return new Match(mix, tint, deltaE, deltaETint, atFull, atMiddle, by, List.copyOf(why));
    }

    private static double turn(double one, double other) {
        double d = Math.abs(one - other) % 360;
        return Math.min(d, 360 - d);
    }

    /** @return whether it could not be called the same however near its colours are */
    private boolean behavesOtherwise(Target target, List<String> why) {
        boolean other = false;
        Optional<Granulation> own = mix.granulation();
        if (target.granulates()) {
            Granulation wanted = target.granulation().orElseThrow();
            if (own.isEmpty()) {
                other = true;
                why.add(name(target) + " granulates; whether this does is not known.");
            } else if (own.get().compareTo(wanted) < 0) {
                other = true;
                why.add(
                        own.get().compareTo(Granulation.MODERATE) < 0
                                ? name(target) + " granulates, and no mixture of smooth paints will."
                                : name(target) + " granulates more than this will.");
            }
        } else if (target.granulation().isPresent()
                && own.filter(g -> g.compareTo(Granulation.MODERATE) >= 0).isPresent()) {
            other = true;
            why.add("This will granulate; " + target.name() + " does not.");
        }
        Optional<Lightfastness> last = mix.lightfastness();
        if (last.filter(Lasting::fades).isPresent()
                && target.lightfastness().filter(Lasting::fades).isEmpty()) {
            other = true;
            why.add("This would fade: " + fading() + ".");
        } else if (last.filter(l -> !Lasting.fades(l) && l != Lightfastness.UNTESTED)
                        .isPresent()
                && target.lightfastness().filter(Lasting::fades).isPresent()) {
            why.add("This would last; " + target.name() + " fades.");
        }
        mix.separation().ifPresent(why::add);
        return other;
    }

    private String fading() {
        return mix.mixture().parts().stream()
                .map(Mixture.Part::of)
                .filter(i -> i.traits().fades())
                .map(i -> i.name() + (i.recipe().isEmpty() ? "" : " is " + i.recipe()))
                .reduce((a, b) -> a + ", " + b)
                .orElse("one of its parts fades");
    }

    private static String name(Target t) {
        return t.name().substring(0, 1).toUpperCase(Locale.ROOT) + t.name().substring(1);
    }

    private void colours(Target target, Lab asDark, List<String> why) {
        Lab full = target.massTone();
        if (asDark.l() > full.l() + Difference.PLAIN) {
            why.add("It gets no darker than L* " + Math.round(asDark.l()) + "; " + target.name() + " has L* "
                    + Math.round(full.l()) + ".");
        }
        if (atFull > Difference.ALIKE) {
            why.add("Where it is as dark it is " + Difference.how(full, asDark) + ".");
        } else if (mix.massTone().l() < full.l() - Difference.PLAIN) {
            why.add("It is darker from the pan: thinned a little it is as dark.");
        }
        deltaETint
                .filter(d -> d > Difference.ALIKE)
                .ifPresent(d -> why.add(
                        "At tint it turns " + Difference.how(target.run().palest(), tint) + "."));
        if (deltaETint.isEmpty()) why.add("No tint is known to compare at.");
    }

    /** Small is good: differences at full, middle and tint together, and a little for what is not as dark or behaves otherwise. */
    double cost(Target target) {
        double sum = 0.4 * (0.7 * atFull + 0.3 * Math.max(atFull, deltaE));
        sum += deltaETint.isPresent() ? 0.3 * atMiddle.orElseThrow() + 0.3 * deltaETint.get() : 0.6 * atFull;
        return sum + verdict.ordinal() + (mix.mixture().parts().size() - 2) * 1.0;
    }

    private static String tenth(double d) {
        return String.valueOf(Math.round(d * 10) / 10.0);
    }
}
