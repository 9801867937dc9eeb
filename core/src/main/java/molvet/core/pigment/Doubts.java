package molvet.core.pigment;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Doubts what cannot be right on a label and says what is likely, from the paint's name and the chemistry.
 *
 * <p>A code is doubted when the reference has no such pigment, or when it is far in hue from what the name says and a
 * pigment of the same number would fit. Likeliness is a sum of stated weights (ours, common practice, no published
 * source): the same number in another family, letters easily confused, a missing colon, a slip of digits, a hue word in
 * the name, a pigment met often.
 */
public final class Doubts {
    /** Letters heard or typed for each other: bee and vee, and neighbours on keyboard or page. */
    private static final Set<String> CONFUSED = Set.of("BV", "BBr", "BBk", "BrBk", "BG", "GY", "YO", "OR", "RV", "VY");

    private static final Set<String> MET_OFTEN = Set.of(
            "PY42", "PY43", "PY150", "PY151", "PY154", "PY35", "PO48", "PO62", "PR101", "PR108", "PR122", "PR254",
            "PV15", "PV19", "PV23", "PB15:3", "PB27", "PB28", "PB29", "PB35", "PB36", "PG7", "PG18", "PG36", "PG50",
            "PBr7", "PBk6", "PBk7", "PBk9", "PBk11", "PW4", "PW6");

    /** Names of earths: iron oxides and clays, never a clear organic pigment. */
    private static final Pattern EARTH =
            Pattern.compile("(?iu)\\b(?:earth|ochre|ocher|sienna|umber|terra|oxide|iron|clay|rust|soil|erde|terre)\\b");

    private final PigmentReference reference;

    public Doubts(PigmentReference reference) {
        this.reference = reference;
    }

    /**
     * @param name the paint's name, or empty if it is not known
     * @return one note for each doubt, in label order, then what is out of production or fugitive
     */
    public List<Note> about(Recipe recipe, String name) {
        List<Note> notes = new ArrayList<>();
        Optional<Hue> spoken = Hue.spokenIn(name);
        for (PigmentCode code : recipe.pigments()) {
            Optional<Pigment> known = reference.find(code);
            if (known.isEmpty()) {
                notes.add(unknown(code, spoken, EARTH.matcher(name).find()));
            } else if (recipe.isSingle()) {
                farFromName(known.get(), name, spoken).ifPresent(notes::add);
            }
        }
        for (PigmentCode code : recipe.pigments()) {
            reference.find(code).ifPresent(p -> {
                if (p.outOfProduction()) {
                    notes.add(Note.of(
                            code.toString(),
                            "out-of-production",
                            code + " (" + p.chemicalName() + ") is no longer made: old stock, or the label is wrong."));
                }
                if (p.lightfastness() == Lightfastness.FUGITIVE) {
                    notes.add(Note.of(
                            code.toString(),
                            "fugitive",
                            code + " (" + p.chemicalName() + ") is fugitive: it fades in light, thin washes first."));
                }
            });
        }
        return notes;
    }

    private Note unknown(PigmentCode code, Optional<Hue> spoken, boolean earth) {
        List<Candidate> likely = candidates(code, spoken).stream()
                .filter(c -> !earth || isEarth(c.pigment))
                .toList();
        boolean numberExists = !reference.numbered(code.number()).isEmpty();
        String why = numberExists
                ? "The reference has no " + code + "."
                : "No family has a number " + code.number() + " in the reference.";
        String kind = numberExists || !likely.isEmpty() ? "unlikely-code" : "unknown-number";
        if (likely.isEmpty()) {
            return Note.of(code.toString(), kind, why + " Look at the label again; the code is kept as written.");
        }
        Candidate best = likely.get(0);
        return new Note(
                code.toString(),
                kind,
                why + " Likely " + best.pigment.code() + " (" + best.pigment.chemicalName() + "): " + best.why
                        + ". The code is kept as written until you change it.",
                best.pigment.code().toString());
    }

    private static boolean isEarth(Pigment p) {
        return p.hue() == Hue.EARTH
                || p.hue() == Hue.BROWN
                || p.chemicalName().toLowerCase(Locale.ROOT).contains("iron");
    }

    /** Codes it may have been, likeliest first. */
    private List<Candidate> candidates(PigmentCode code, Optional<Hue> spoken) {
        List<Candidate> found = new ArrayList<>();
        for (Pigment p : reference.all()) {
            PigmentCode c = p.code();
            double weight = 0;
            String why = "";
            if (c.number() == code.number()
                    && c.suffix() == code.suffix()
                    && !c.family().equals(code.family())) {
                weight = 2;
                why = code.family() + " is easily written for " + c.family();
                if (areConfused(code.family().substring(1), c.family().substring(1))) weight += 1.5;
                if (c.family().charAt(0) != code.family().charAt(0)) weight -= 1.5;
            } else if (c.family().equals(code.family())
                    && c.suffix() > 0
                    && code.suffix() == 0
                    && c.number() * 10 + c.suffix() == code.number()) {
                weight = 5;
                why = "the colon before the " + c.suffix() + " is missing";
            } else if (c.family().equals(code.family()) && c.number() == code.number() && c.suffix() != code.suffix()) {
                weight = c.suffix() == 0 ? 3 : 1.8;
                why = "no form :" + code.suffix() + " of it is known";
                if (code.suffix() == 0) why = "it is met only in this form";
            } else if (c.family().equals(code.family())
                    && c.suffix() == code.suffix()
                    && swapped(c.number(), code.number())) {
                weight = 2.2;
                why = "two digits may have changed places";
            } else if (c.family().equals(code.family())
                    && c.suffix() == code.suffix()
                    && code.number() > 99
                    && slipped(c.number(), code.number())) {
                weight = 1.2;
                why = "one digit may be wrong";
            }
            if (weight == 0) continue;
            if (spoken.isPresent() && fits(p, spoken.get())) {
                weight += 2;
                why += ", and the name speaks of " + spoken.get().words();
            }
            if (MET_OFTEN.contains(c.toString())) weight += 0.5;
            found.add(new Candidate(p, weight, why));
        }
        found.sort(Comparator.comparingDouble((Candidate c) -> -c.weight).thenComparing(c -> c.pigment.code()));
        return found;
    }

    /** A single pigment two or more steps of the wheel from the name's hue, where its namesake number would fit. */
    private Optional<Note> farFromName(Pigment p, String name, Optional<Hue> spoken) {
        if (spoken.isEmpty() || p.hue() == spoken.get() || p.hue().stepsFrom(spoken.get()) < 2) {
            return Optional.empty();
        }
        return reference.numbered(p.code().number()).stream()
                .filter(other -> fits(other, spoken.get())
                        && other.code().suffix() == p.code().suffix())
                .findFirst()
                .map(other -> new Note(
                        p.code().toString(),
                        "unlikely-code",
                        p.code() + " is a " + p.hue().words() + ", but “" + name + "” speaks of "
                                + spoken.get().words() + ". Likely " + other.code() + " (" + other.chemicalName()
                                + "). The code is kept as written until you change it.",
                        other.code().toString()));
    }

    private static boolean fits(Pigment p, Hue spoken) {
        Hue family = Hue.ofFamily(p.code().family());
        return p.hue() == spoken || family == spoken || (spoken == Hue.ROSE && family == Hue.RED);
    }

    private static boolean areConfused(String one, String two) {
        return CONFUSED.contains(one + two) || CONFUSED.contains(two + one);
    }

    private static boolean swapped(int one, int two) {
        String a = String.valueOf(one);
        String b = String.valueOf(two);
        if (a.length() != b.length() || one == two) return false;
        for (int i = 0; i + 1 < a.length(); i++) {
            String turned = a.substring(0, i) + a.charAt(i + 1) + a.charAt(i) + a.substring(i + 2);
            if (turned.equals(b)) return true;
        }
        return false;
    }

    private static boolean slipped(int one, int two) {
        String a = String.valueOf(one);
        String b = String.valueOf(two);
        if (a.length() != b.length()) return false;
        int differ = 0;
        for (int i = 0; i < a.length(); i++) if (a.charAt(i) != b.charAt(i)) differ++;
        return differ == 1;
    }

    private record Candidate(Pigment pigment, double weight, String why) {}
}
