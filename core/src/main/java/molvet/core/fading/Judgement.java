package molvet.core.fading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.collection.PaperWord;
import molvet.core.colour.Film;
import molvet.core.measure.DayInWords;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/**
 * What an exposure says of one strip, as far as it got.
 *
 * <p>A change is judged by what blue wool references beside it had gone when it was first seen, else by an estimate of the light.
 * A class of ASTM D4303 is named only where the references say that the light was about that of the standard. What did not
 * change is at least as good as the light it stood; what changed is at most as good. Between the two it is not decided.
 *
 * @param best it can be at best, {@code worst} at worst
 * @param astm the class, where the light was that of the standard
 * @param rate share of its colour that goes in a day in the light; empty while too little went to tell
 * @param recovered whether it came back in the dark
 * @param reasons whole sentences, the finding first
 * @param next how long still, for which step; empty where all is said
 */
public record Judgement(
        Finding finding,
        Lightfastness best,
        Lightfastness worst,
        Optional<FadingGrade.AstmClass> astm,
        Optional<Double> rate,
        boolean recovered,
        List<String> reasons,
        List<String> next) {
    /** What was found so far. */
    public enum Finding {
        /** Nobody looked since it hangs. */
        NOT_READ("not read since it hangs"),
        /** Nothing changed that could be told. */
        UNCHANGED("unchanged so far"),
        FADED("faded");

        private final String words;

        Finding(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** The standard’s light takes this reference and leaves the last (ASTM D4303 and ISO 105-B01, from memory). */
    private static final int STANDARD = 6;
    /** Days for which nobody waits. */
    private static final double LIFETIME = 365.25 * 20;

    public Judgement {
        reasons = List.copyOf(reasons);
        next = List.copyOf(next);
    }

    /** Whether it bounds a verdict at all. */
    public boolean isTelling() {
        return !leaves().isOpen();
    }

    /** “between fair and poor”, “at least fair”, “fair”. */
    public String words() {
        return leaves().words();
    }

    /** What it leaves open, as the voice of the paper has it. */
    public PaperWord.Tested leaves() {
        return new PaperWord.Tested(best, worst);
    }

    /**
     * @param moments readings since it hangs, by day; the first reading of all is not among them
     * @param daily light of a day where it hangs
     */
    public static Judgement of(List<Moment> moments, Dose daily, Recipe recipe, PigmentReference reference) {
        List<Moment> lit = moments.stream()
                .filter(m -> m.days() > 0)
                .sorted(Comparator.comparing(Moment::day))
                .toList();
        if (lit.isEmpty()) {
            return new Judgement(
                    Finding.NOT_READ,
                    Lightfastness.EXCELLENT,
                    Lightfastness.FUGITIVE,
                    Optional.empty(),
                    Optional.empty(),
                    false,
                    List.of("Nobody read it since it hangs in the light."),
                    List.of());
        }
        return new Judge(lit, daily, recipe, reference).judged();
    }

    /** Less than this of ΔE00 that went says nothing of a pace: what a picture may be off by would double it. */
    private static final double PACED = 3;

    private static final class Judge {
        private final List<Moment> all;
        /** Those taken out of the light: what came back in the dark is no proof that nothing went. */
        private final List<Moment> lit;

        private final Dose daily;
        private final Recipe recipe;
        private final PigmentReference reference;
        private final List<String> reasons = new ArrayList<>();
        private Lightfastness best = Lightfastness.EXCELLENT;
        private Lightfastness worst = Lightfastness.FUGITIVE;
        private Optional<FadingGrade.AstmClass> astm = Optional.empty();

        Judge(List<Moment> all, Dose daily, Recipe recipe, PigmentReference reference) {
            this.all = all;
            this.lit = all.stream().filter(m -> !m.isAfterDark()).toList();
            this.daily = daily;
            this.recipe = recipe;
            this.reference = reference;
        }

        Judgement judged() {
            if (lit.isEmpty()) return onlyDark();
            Moment last = lit.get(lit.size() - 1);
            Optional<Moment> first = lit.stream().filter(Moment::isSeen).findFirst();
            // Light gives nothing back: what was seen to fade and is so no longer was misread, unless the covered half
            // faded too.
            Moment decides =
                    lit.stream().filter(Moment::proves).reduce((a, b) -> b).orElse(last);
            boolean stands = last.isSeen() || decides.isSeen();
            reasons.add(measured(stands ? worstMoment() : last));
            first.filter(f -> !stands)
                    .ifPresent(f -> reasons.add("After " + days(f.days())
                            + " it looked changed, and now it does not: one of the two pictures was misread."));
            Optional<Moment> classed = lit.stream()
                    .filter(m -> isOfTheStandard(m) && m.proves() && m.wash().isPresent())
                    .findFirst();
            if (stands) faded(first.orElse(last), classed.isPresent());
            else unchanged(last);
            if (classed.isPresent())
                classed(classed.get().gone().get(), classed.get().wash().get());
            else withoutClass(stands);
            boolean recovered = recovered();
            List<Loss.Point> points = new ArrayList<>();
            if (stands) {
                Moment most = worstMoment();
                Film film = Loss.film(most.full(), most.tint());
                lit.forEach(m -> points.add(new Loss.Point(
                        m.days(), Loss.of(film, m.full(), m.tint()).left())));
                WhatHappened.parting(most.most(), Loss.of(film, most.full(), most.tint()), recipe, reference)
                        .ifPresent(reasons::add);
            }
            if (best.ordinal() > worst.ordinal()) worst = best;
            return new Judgement(
                    stands ? Finding.FADED : Finding.UNCHANGED,
                    best,
                    worst,
                    astm,
                    points.isEmpty() || worstMoment().most().deltaE00() < PACED ? Optional.empty() : Loss.rate(points),
                    recovered,
                    reasons,
                    stands ? List.of() : stillFor(last));
        }

        private Judgement onlyDark() {
            return new Judgement(
                    Finding.NOT_READ,
                    best,
                    worst,
                    Optional.empty(),
                    Optional.empty(),
                    false,
                    List.of("It was read only after it had been in the dark; what came back there nobody knows."),
                    List.of());
        }

        private Moment worstMoment() {
            return lit.stream()
                    .max(Comparator.comparingDouble(m -> m.most().deltaE00()))
                    .orElseThrow();
        }

        private String measured(Moment m) {
            Change most = m.most();
            String strength = m.tint().isEmpty() ? "It" : most == m.full() ? "Full strength" : "The tint";
            String after = "after " + days(m.days()) + " in the light";
            if (!m.isSeen()) {
                return String.format(
                        Locale.ROOT,
                        "%s did not change %s as far as the picture tells: ΔE00 %.1f, and it may be off by %.1f.",
                        strength,
                        after,
                        most.deltaE00(),
                        most.margin());
            }
            Change shown = most.isSeen() ? most : m.full();
            return String.format(
                    Locale.ROOT,
                    "%s became %s %s: ΔE00 %.1f, give or take %.1f (ΔE*ab %.1f).",
                    shown == m.full() && m.tint().isPresent() ? "Full strength" : strength,
                    WhatHappened.words(shown),
                    after,
                    shown.deltaE00(),
                    shown.margin(),
                    shown.deltaEab());
        }

        private void faded(Moment first, boolean classed) {
            int at = lit.indexOf(first);
            int most = Math.max(1, first.perhapsGone());
            int least = at > 0 && lit.get(at - 1).proves() ? lit.get(at - 1).surelyGone() + 1 : 0;
            Lightfastness atMost = BlueWool.grade(most);
            best = worse(best, atMost);
            if (least > 0) worst = better(worst, BlueWool.grade(least));
            if (classed) {
                reasons.add("It was first seen when "
                        + first.gone()
                                .map(g -> g == 0 ? "no blue wool beside it had gone" : wools(g) + " had gone beside it")
                                .orElse(first.dose().words() + " had fallen on it")
                        + ".");
            } else if (first.gone().isPresent()) {
                int gone = first.gone().get();
                if (!first.isBetweenReferences() && most > gone) {
                    reasons.add("When it was first seen, " + wools(gone)
                            + " had gone beside it, all that hang there; by place and"
                            + " days perhaps all up to " + most
                            + (atMost == Lightfastness.EXCELLENT
                                    ? ": that does not tell whether it lasts."
                                    : ": it is at most " + atMost.words() + "."));
                    return;
                }
                reasons.add(
                        gone == 0
                                ? "When it was first seen, no blue wool beside it had gone: it is no better than the first, "
                                        + atMost.words() + "."
                                : "When it was first seen, " + wools(gone)
                                        + " had gone beside it: it lasts no longer than blue wool " + gone + ", "
                                        + atMost.words() + ".");
            } else {
                reasons.add("When it was first seen, " + first.dose().words()
                        + " had fallen on it, estimated from place and days: light that takes at most blue wool " + most
                        + (atMost == Lightfastness.EXCELLENT
                                ? ", so the estimate does not tell whether it lasts."
                                : ", so it is at most " + atMost.words() + "."));
            }
        }

        private void unchanged(Moment now) {
            Optional<Moment> proof = lit.stream().filter(Moment::proves).reduce((a, b) -> b);
            if (proof.isEmpty()) {
                reasons.add("What did not change proves nothing here: see what happened to the sheet.");
                return;
            }
            Moment last = proof.get();
            if (last != now) {
                reasons.add("Only what was read until " + days(last.days())
                        + " counts as proof: see what happened to the sheet.");
            }
            int gone = last.surelyGone();
            if (gone > 0) worst = better(worst, BlueWool.grade(gone + 1));
            String stood = last.gone().isPresent()
                    ? gone == 0
                            ? "no blue wool beside it has gone yet"
                            : wools(gone) + (gone == 1 ? " has" : " have") + " gone beside it"
                    : last.dose().words() + " fell on it, estimated from place and days";
            reasons.add(
                    gone == 0
                            ? "Too little light to say anything: " + stood + "."
                            : "Meanwhile " + stood + ": it is " + (worst == Lightfastness.EXCELLENT ? "" : "at least ")
                                    + worst.words() + ".");
        }

        /** The references say that the light was about that of the standard. */
        private static boolean isOfTheStandard(Moment m) {
            return m.isBetweenReferences() && m.gone().get() >= STANDARD;
        }

        private void withoutClass(boolean faded) {
            if (lit.stream().anyMatch(m -> isOfTheStandard(m) && m.proves())) {
                reasons.add(
                        "The light was about that of ASTM D4303, but neither stroke comes near its wash of L* 70: no class"
                                + " is given.");
            }
            if (!faded) return;
            for (Moment m : lit) {
                // More light only takes more: what is past a limit before the standard’s light will be past it then.
                if (m.perhapsGone() < STANDARD) m.wash().ifPresent(this::beyond);
            }
        }

        /** The class of the standard, which says more than when it began. */
        private void classed(int gone, Change wash) {
            FadingGrade.AstmClass c = FadingGrade.AstmClass.of(wash.deltaEab());
            FadingGrade.AstmClass least = FadingGrade.AstmClass.of(Math.max(0, wash.deltaEab() - wash.margin()));
            FadingGrade.AstmClass most = FadingGrade.AstmClass.of(wash.deltaEab() + wash.margin());
            astm = Optional.of(c);
            best = least.lightfastness();
            worst = most.lightfastness();
            reasons.add(String.format(
                    Locale.ROOT,
                    "Blue wool %d has gone and 8 has not, about the light of ASTM D4303: the wash moved by ΔE*ab %.1f, class %s%s.",
                    gone,
                    wash.deltaEab(),
                    c,
                    least == most ? "" : ", within its margin between " + least + " and " + most));
        }

        private void beyond(Change wash) {
            Lightfastness c = FadingGrade.AstmClass.of(Math.max(0, wash.deltaEab() - wash.margin()))
                    .lightfastness();
            if (c.ordinal() <= best.ordinal()) return;
            best = c;
            reasons.add(String.format(
                    Locale.ROOT,
                    "The wash moved by ΔE*ab %.1f after less light than a test by the standard gives: no better than %s.",
                    wash.deltaEab(),
                    best.words()));
        }

        private boolean recovered() {
            Moment most = worstMoment();
            Optional<Moment> back = all.stream()
                    .filter(m -> m.isAfterDark() && m.day().isAfter(most.day()))
                    .filter(m -> m.most().deltaE00()
                                    + Math.hypot(m.most().margin(), most.most().margin())
                            < most.most().deltaE00())
                    .findFirst();
            back.ifPresent(m -> reasons.add(String.format(
                    Locale.ROOT,
                    "After %s in the dark it had come back from ΔE00 %.1f to %.1f%s.",
                    days(m.dark()),
                    most.most().deltaE00(),
                    m.most().deltaE00(),
                    recipe.pigments().stream().anyMatch(c -> c.toString().startsWith("PB27"))
                            ? ", as PB27 does"
                            : "")));
            return back.isPresent();
        }

        /** How long still, for each step it has not reached. */
        private List<String> stillFor(Moment last) {
            List<String> all = new ArrayList<>();
            for (Lightfastness step : List.of(Lightfastness.FAIR, Lightfastness.VERY_GOOD, Lightfastness.EXCELLENT)) {
                if (step.ordinal() >= worst.ordinal()) continue;
                int gone = 0;
                while (BlueWool.grade(gone + 1).ordinal() > step.ordinal()) gone++;
                double dose = BlueWool.dose(gone, last.ultraviolet());
                if (last.gone().isPresent()) {
                    all.add("For " + step.words() + " it must hang until blue wool " + gone + " has gone"
                            + (last.surelyGone() > 0
                                    ? byReferences(gone, last)
                                    : weeks(
                                            dose - last.dose().high(),
                                            dose - last.dose().low()))
                            + ".");
                    continue;
                }
                double days = (dose - last.dose().low()) / Math.max(1e-9, daily.low());
                if (days <= 0) continue;
                if (days > LIFETIME) {
                    all.add("For " + step.words() + " there is too little light here: hang it in a window.");
                    break;
                }
                all.add("For " + step.words() + " it must hang " + weeksOf(days)
                        + " more here, by the least light it may have.");
            }
            // Not from the day these words are read: it may have hung on since.
            if (all.stream().anyMatch(a -> a.contains(" more here"))) {
                all.add("Counted from the reading of " + DayInWords.of(last.day()) + ".");
            }
            return all;
        }

        /**
         * The references beside it tell the pace of the light better than any estimate of the place: it has taken the last that
         * surely went, and not the first that surely did not.
         */
        private static String byReferences(int gone, Moment last) {
            double wanted = BlueWool.dose(gone, last.ultraviolet());
            double most = wanted / BlueWool.dose(last.surelyGone(), last.ultraviolet()) - 1;
            double least =
                    wanted / BlueWool.dose(Math.min(BlueWool.STEPS, last.perhapsGone() + 1), last.ultraviolet()) - 1;
            long from = Math.round(Math.max(0, least) * last.days() / 7);
            long to = Math.max(1, Math.round(most * last.days() / 7));
            return from < 1
                    ? ": within " + to + (to == 1 ? " week" : " weeks") + " more here, by the pace of those that went"
                    : ": about " + from + " to " + to + " weeks more here, by the pace of those that went";
        }

        private String weeks(double least, double most) {
            if (daily.low() <= 0) return "";
            double from = Math.max(0, least) / daily.high() / 7;
            double to = Math.max(0, most) / daily.low() / 7;
            return to < 1
                    ? ""
                    : ", about " + Math.max(1, Math.round(from)) + " to " + Math.round(to) + " weeks more here";
        }
    }

    /** “blue wool 1 to 4”. */
    private static String wools(int gone) {
        return gone == 1 ? "blue wool 1" : "blue wool 1 to " + gone;
    }

    private static String weeksOf(double days) {
        double weeks = Math.ceil(days / 7);
        return weeks > 150
                ? "about " + Math.round(weeks / 52) + " years"
                : Math.round(weeks) + (weeks == 1 ? " week" : " weeks");
    }

    static String days(long days) {
        if (days >= 730) return Math.round(days / 365.25) + " years";
        return days >= 21 && days % 7 == 0 ? days / 7 + " weeks" : days + (days == 1 ? " day" : " days");
    }

    private static Lightfastness worse(Lightfastness one, Lightfastness other) {
        return one.ordinal() > other.ordinal() ? one : other;
    }

    private static Lightfastness better(Lightfastness one, Lightfastness other) {
        return one.ordinal() < other.ordinal() ? one : other;
    }
}
