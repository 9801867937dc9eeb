package molvet.core.collection;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import molvet.core.maker.Claim;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;

/**
 * Weighs label, pigments and paper.
 *
 * <p>For transparency, staining and granulation the paper wins, then the label, then the pigments. For lightfastness
 * the label never raises a verdict: the worst pigment sets it, an eye's suspicion or a more modest label may lower it,
 * and only one's own fading test outranks them all, as far as it got: what faded is lowered at once, and only what stood the light
 * of a better grade is raised.
 */
public final class ThreeVoices {
    private final PigmentReference reference;

    public ThreeVoices(PigmentReference reference) {
        this.reference = reference;
    }

    public Verdict weigh(Trait trait, Recipe recipe, Optional<Claim> claim, Optional<PaperWord> said) {
        Optional<Grade> label = claim.flatMap(Claim::grade);
        Optional<Pigment> decisive = decisive(trait, recipe);
        Optional<Grade> pigments = decisive.map(p -> p.usually(trait));
        List<String> reasons = new ArrayList<>();
        Optional<Grade> others = lightfastness(label, decisive, Optional.empty(), new ArrayList<>());
        Optional<PaperWord> paper = said.map(p -> p.tested().isEmpty() ? p : p.beside(others));
        Optional<Grade> verdict = trait == Trait.LIGHTFASTNESS
                ? lightfastness(label, decisive, paper, reasons)
                : ordinary(trait, label, decisive, paper, reasons);
        claim.filter(c -> c.grade().isEmpty())
                .ifPresent(c -> reasons.add("The label’s “" + c.asWritten()
                        + "” has no step on our scale yet; add it to the maker’s scale."));
        unknown(recipe).ifPresent(reasons::add);
        // Where nothing has faded in a test yet, and it allows what is held true, it has no grade of its own: “at least
        // poor”
        // is not “poor”.
        Optional<PaperWord> graded = paper.filter(p -> others.filter(g -> g != Lightfastness.UNTESTED)
                .flatMap(g -> p.tested().filter(t -> t.best() == Lightfastness.EXCELLENT && t.allows(g)))
                .isEmpty());
        Optional<String> apart = disagreement(trait, label, decisive, paper);
        apart.ifPresent(reasons::add);
        Optional<Verdict.Voice> winner = winner(trait, verdict, label, pigments, graded);
        return new Verdict(
                trait,
                label,
                pigments,
                graded.map(PaperWord::grade),
                verdict,
                apart.isPresent(),
                paper.flatMap(p -> label.filter(l -> p.grade() != l && p.allows(l)))
                        .isPresent(),
                List.copyOf(reasons),
                winner,
                sureness(winner, label, pigments, graded, apart.isPresent()),
                evidence(trait, recipe, claim, paper));
    }

    /** Whose word the verdict is: with two of one mind, the one that ranks first for the trait. */
    private static Optional<Verdict.Voice> winner(
            Trait trait,
            Optional<Grade> verdict,
            Optional<Grade> label,
            Optional<Grade> pigments,
            Optional<PaperWord> paper) {
        if (verdict.isEmpty()) return Optional.empty();
        boolean tested =
                paper.filter(p -> p.source() == PaperWord.Source.FADING_TEST).isPresent();
        Optional<Grade> heard = paper.map(PaperWord::grade);
        if ((trait != Trait.LIGHTFASTNESS || tested) && heard.equals(verdict)) return Optional.of(Verdict.Voice.PAPER);
        if (trait == Trait.LIGHTFASTNESS && pigments.equals(verdict)) return Optional.of(Verdict.Voice.PIGMENTS);
        if (label.equals(verdict)) return Optional.of(Verdict.Voice.LABEL);
        return Optional.of(pigments.equals(verdict) ? Verdict.Voice.PIGMENTS : Verdict.Voice.PAPER);
    }

    private static Sureness sureness(
            Optional<Verdict.Voice> winner,
            Optional<Grade> label,
            Optional<Grade> pigments,
            Optional<PaperWord> paper,
            boolean apart) {
        if (winner.isEmpty()) return Sureness.UNKNOWN;
        boolean tested =
                paper.filter(p -> p.source() == PaperWord.Source.FADING_TEST).isPresent();
        if (tested && winner.get() == Verdict.Voice.PAPER) return Sureness.SURE;
        Optional<Grade> heard = paper.map(PaperWord::grade);
        boolean backed = heard.isPresent() && (heard.equals(label) || heard.equals(pigments))
                || label.isPresent() && label.equals(pigments);
        if (apart) return winner.get() == Verdict.Voice.LABEL ? Sureness.DOUBTFUL : Sureness.LIKELY;
        if (backed) return Sureness.SURE;
        return winner.get() == Verdict.Voice.PAPER || label.isPresent() && pigments.isPresent()
                ? Sureness.LIKELY
                : Sureness.NOT_LOOKED_AT;
    }

    private List<Evidence> evidence(Trait trait, Recipe recipe, Optional<Claim> claim, Optional<PaperWord> paper) {
        List<Evidence> all = new ArrayList<>();
        paper.ifPresent(p -> all.add(new Evidence(
                p.tested().isPresent()
                        ? Evidence.Kind.EXPOSURE
                        : p.source() == PaperWord.Source.MEASURED ? Evidence.Kind.READING : Evidence.Kind.OBSERVATION,
                p.of(),
                p.where() + ": "
                        + p.tested().map(t -> t.words() + " lightfastness").orElseGet(() -> phrase(trait, p.grade())),
                Optional.of(p.grade()))));
        claim.ifPresent(c -> all.add(new Evidence(
                Evidence.Kind.CLAIM,
                "",
                "the label writes “" + c.asWritten() + "”"
                        + c.grade().map(g -> ", that is " + g.words()).orElse(", which has no step on our scale yet"),
                c.grade())));
        recipe.pigments().stream()
                .flatMap(c -> reference.find(c).stream())
                .forEach(p -> all.add(new Evidence(
                        Evidence.Kind.PIGMENT,
                        p.code().toString(),
                        p.code() + " (" + p.chemicalName() + "): " + phrase(trait, p.usually(trait)),
                        Optional.of(p.usually(trait)))));
        return List.copyOf(all);
    }

    /** The pigment of a recipe that sets a trait: the most fugitive, most opaque, most staining, most granulating. */
    private Optional<Pigment> decisive(Trait trait, Recipe recipe) {
        return recipe.pigments().stream()
                .flatMap(c -> reference.find(c).stream())
                .filter(p -> p.usually(trait) != Lightfastness.UNTESTED)
                .max(Comparator.comparingInt(p -> p.usually(trait).ordinal()));
    }

    private static Optional<Grade> ordinary(
            Trait trait,
            Optional<Grade> label,
            Optional<Pigment> decisive,
            Optional<PaperWord> paper,
            List<String> reasons) {
        if (paper.isPresent()) {
            PaperWord p = paper.get();
            reasons.add(
                    p.where() + " shows " + phrase(trait, p.grade()) + "; it is your paint on your paper, so it wins.");
            return Optional.of(p.grade());
        }
        if (label.isPresent()) {
            reasons.add("The label says " + phrase(trait, label.get()) + "; your paper has not spoken yet.");
            return label;
        }
        decisive.ifPresent(p -> reasons.add(p.code() + " (" + p.chemicalName() + ") usually shows "
                + phrase(trait, p.usually(trait)) + "; neither label nor paper speaks."));
        return decisive.map(p -> p.usually(trait));
    }

    private static Optional<Grade> lightfastness(
            Optional<Grade> label, Optional<Pigment> decisive, Optional<PaperWord> paper, List<String> reasons) {
        Optional<PaperWord> test = paper.filter(p -> p.source() == PaperWord.Source.FADING_TEST);
        if (test.isPresent() && test.get().tested().isPresent()) {
            return tested(
                    test.get(),
                    lightfastness(label, decisive, Optional.empty(), reasons),
                    test.get().tested().get(),
                    reasons);
        }
        if (test.isPresent()) {
            reasons.add(test.get().where() + " shows " + test.get().grade().words()
                    + "; a fading test of your own outranks label and pigments.");
            return test.map(PaperWord::grade);
        }
        Optional<Grade> verdict = decisive.map(Pigment::lightfastness);
        decisive.ifPresent(p -> reasons.add(p.code() + " (" + p.chemicalName() + ") is "
                + p.lightfastness().words() + " in watercolour; the worst pigment in the recipe sets the verdict."));
        Optional<Grade> spoken = label.filter(g -> g != Lightfastness.UNTESTED);
        if (spoken.isPresent() && verdict.isEmpty()) {
            reasons.add("Only the label speaks: " + spoken.get().words() + ".");
            verdict = spoken;
        } else if (spoken.isPresent() && worse(spoken.get(), verdict.get())) {
            reasons.add("The label itself claims no more than " + spoken.get().words() + ".");
            verdict = spoken;
        }
        if (paper.isPresent()
                && paper.get().grade() != Lightfastness.UNTESTED
                && (verdict.isEmpty() || worse(paper.get().grade(), verdict.get()))) {
            reasons.add(paper.get().where() + " raises the suspicion that it is "
                    + paper.get().grade().words() + ".");
            verdict = paper.map(PaperWord::grade);
        }
        return verdict;
    }

    /** A test lowers what is said too well, and raises what is said too badly once the light was enough for it. */
    private static Optional<Grade> tested(
            PaperWord test, Optional<Grade> others, PaperWord.Tested found, List<String> reasons) {
        Optional<Grade> spoken = others.filter(g -> g != Lightfastness.UNTESTED);
        if (spoken.filter(found::allows).isPresent()) {
            reasons.add(test.where() + " agrees so far: " + found.words() + ".");
            return others;
        }
        reasons.add(
                0,
                test.where() + " shows " + found.words() + "; a fading test of your own outranks label and pigments.");
        return Optional.of(test.grade());
    }

    private static boolean worse(Grade one, Grade two) {
        return one.ordinal() > two.ordinal();
    }

    /** Label and paper one step apart, or pigments two steps from either, are worth a look. */
    private static Optional<String> disagreement(
            Trait trait, Optional<Grade> label, Optional<Pigment> decisive, Optional<PaperWord> paper) {
        Optional<Grade> claimed = label.filter(g -> g != Lightfastness.UNTESTED);
        Optional<PaperWord> seen = paper.filter(p -> p.grade() != Lightfastness.UNTESTED);
        if (claimed.isPresent() && seen.isPresent() && !seen.get().allows(claimed.get())) {
            return Optional.of("The label says " + phrase(trait, claimed.get()) + "; "
                    + lower(seen.get().where()) + " shows "
                    + shown(trait, seen.get()) + ".");
        }
        Optional<Grade> usual = decisive.map(p -> p.usually(trait));
        if (claimed.isPresent() && usual.isPresent() && apart(claimed.get(), usual.get()) >= 2) {
            return Optional.of("The label says " + phrase(trait, claimed.get()) + "; "
                    + decisive.get().code() + " is usually " + shortly(trait, usual.get()) + ".");
        }
        if (seen.isPresent()
                && usual.isPresent()
                && !seen.get().allows(usual.get())
                && apart(seen.get().grade(), usual.get()) >= 2) {
            return Optional.of(seen.get().where() + " shows " + shown(trait, seen.get()) + "; "
                    + decisive.get().code() + " is usually " + shortly(trait, usual.get()) + ".");
        }
        return Optional.empty();
    }

    private Optional<String> unknown(Recipe recipe) {
        List<String> codes = recipe.pigments().stream()
                .filter(c -> !reference.holds(c))
                .map(PigmentCode::toString)
                .toList();
        return codes.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        "The reference does not know " + String.join(", ", codes) + ", so it says nothing of it.");
    }

    private static int apart(Grade one, Grade two) {
        return Math.abs(one.ordinal() - two.ordinal());
    }

    private static String shown(Trait trait, PaperWord paper) {
        return paper.tested().map(t -> t.words() + " lightfastness").orElseGet(() -> phrase(trait, paper.grade()));
    }

    private static String lower(String sentence) {
        return Character.toLowerCase(sentence.charAt(0)) + sentence.substring(1);
    }

    private static String shortly(Trait trait, Grade grade) {
        return switch (trait) {
            case LIGHTFASTNESS, TRANSPARENCY -> grade.words();
            case STAINING -> grade.ordinal() == 0 ? "not staining" : "of " + grade.words() + " staining";
            case GRANULATION -> grade.ordinal() == 0 ? "smooth" : "of " + grade.words() + " granulation";
        };
    }

    private static String phrase(Trait trait, Grade grade) {
        return switch (trait) {
            case LIGHTFASTNESS -> grade.words() + " lightfastness";
            case TRANSPARENCY -> grade.words() + " paint";
            case STAINING -> grade.ordinal() == 0 ? "no staining" : grade.words() + " staining";
            case GRANULATION -> grade.ordinal() == 0 ? "no granulation" : grade.words() + " granulation";
        };
    }
}
