package molvet.core.collection;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by what the three voices and the eye say. */
public final class TraitTerms {
    private static final String LASTS = "How it lasts";
    private static final String PAINTS = "How it paints";
    private static final String EYE = "What my eye says";

    public static final Term.Plain DISAGREE = new Term.Plain("disagree", "voices disagree");

    /** The label says nothing of lightfastness. */
    public static final Term.Plain NO_CLAIM = new Term.Plain("no claim", "no lightfastness claim");

    /** Whose word of a trait is meant. */
    public enum Voice {
        VERDICT(""),
        LABEL(" on the label"),
        PIGMENTS(" by its pigments"),
        PAPER(" on my paper");

        private final String words;

        Voice(String words) {
            this.words = words;
        }
    }

    /**
     * A voice puts a trait between two steps of its scale, both included.
     *
     * @param phrase what the steps are called
     */
    public record Says(Voice voice, Trait trait, int from, int to, String phrase) implements Term {
        @Override
        public String written() {
            return phrase + voice.words;
        }

        @Override
        public boolean takesNot() {
            return false;
        }
    }

    /** The lightfastness claim, in the maker’s own symbol. */
    public record Claims(String symbol) implements Term {
        @Override
        public String written() {
            return "claims \"" + symbol + '"';
        }

        @Override
        public String words() {
            return "claims “" + symbol + "”";
        }
    }

    /** The voices disagree about one trait. */
    public record Doubtful(Trait trait) implements Term {
        @Override
        public String written() {
            return "doubtful " + trait.words();
        }
    }

    /** The latest the eye said of a trait is this step. */
    public record Seen(EyeTrait trait, String step, String phrase) implements Term {
        @Override
        public String written() {
            return phrase;
        }

        @Override
        public boolean takesNot() {
            return false;
        }
    }

    private record Steps(Trait trait, int from, int to, String phrase) {}

    private static final Map<String, Steps> STEPS = steps();
    private static final Map<String, Seen> SEEN = seen();

    public static final List<TermKind> KINDS = List.of(
            TermKind.of(
                            LASTS,
                            List.of("lightfast", "not lightfast", "fugitive", "claims I", "doubtful lightfastness"),
                            TraitTerms::says)
                    .brokenAs(p -> p.word().equals("claims") && p.next().isEmpty()
                            ? Optional.of("Claims what? The maker’s own sign: claims I.")
                            : Optional.empty()),
            TermKind.plain(
                    LASTS,
                    NO_CLAIM,
                    "no claim",
                    "no claims",
                    "without a claim",
                    "missing claim",
                    "missing claims",
                    "no lightfastness claim",
                    "without a lightfastness claim",
                    "maker says nothing about lightfastness"),
            TermKind.of(
                    PAINTS,
                    List.of(
                            "granulating",
                            "granulates strongly on my paper",
                            "smooth",
                            "transparent",
                            "opaque",
                            "staining",
                            "non-staining"),
                    run -> Optional.empty()),
            TermKind.plain(
                    PAINTS,
                    DISAGREE,
                    "disagree",
                    "disagrees",
                    "voices disagree",
                    "doubtful label",
                    "doubtful labels",
                    "labels in doubt",
                    "label in doubt",
                    "doubt",
                    "doubts",
                    "in doubt",
                    "labels i doubt",
                    "label wrong",
                    "label is wrong",
                    "labels are wrong",
                    "wrong label",
                    "wrong labels"),
            TermKind.of(
                    EYE,
                    List.of(
                            "loved",
                            "liked",
                            "not liked",
                            "overwhelming",
                            "never sets",
                            "hard to wake",
                            "easy to wake",
                            "gritty",
                            "patchy"),
                    run -> Optional.ofNullable(SEEN.get(run.low()))));

    private TraitTerms() {}

    private static Optional<? extends Term> says(TermKind.Run run) {
        String low = run.low();
        for (Voice voice : Voice.values()) {
            if (!low.endsWith(voice.words)) continue;
            Steps s = STEPS.get(low.substring(0, low.length() - voice.words.length()));
            if (s != null) return Optional.of(new Says(voice, s.trait, s.from, s.to, s.phrase));
        }
        if (low.startsWith("claims ")) return claims(low);
        if (low.matches("(?:a )?doubtful(?: ratings?)?")) return Optional.of(new Doubtful(Trait.LIGHTFASTNESS));
        if (!low.startsWith("doubtful ")) return Optional.empty();
        return Arrays.stream(Trait.values())
                .filter(t -> t.words().equals(low.substring(9)))
                .map(Doubtful::new)
                .findFirst();
    }

    private static Optional<? extends Term> claims(String low) {
        String claimed = low.substring(7).replace("\"", "").strip();
        Steps s = STEPS.get(claimed);
        if (s != null && !low.contains("\"")) {
            return Optional.of(new Says(Voice.LABEL, s.trait, s.from, s.to, s.phrase));
        }
        return claimed.isEmpty() || claimed.length() > 20 || claimed.contains(" ")
                ? Optional.empty()
                : Optional.of(new Claims(claimed.toUpperCase(Locale.ROOT)));
    }

    private static Map<String, Steps> steps() {
        Map<String, Steps> all = new LinkedHashMap<>();
        steps(all, Lightfastness.FUGITIVE, Lightfastness.FUGITIVE, "fugitive");
        steps(
                all,
                Lightfastness.POOR,
                Lightfastness.FUGITIVE,
                "not lightfast",
                "fades",
                "fade",
                "will fade",
                "fading",
                "poor lightfastness");
        steps(all, Lightfastness.FAIR, Lightfastness.FAIR, "fair", "fair lightfastness", "fairly lightfast");
        steps(
                all,
                Lightfastness.EXCELLENT,
                Lightfastness.VERY_GOOD,
                "lightfast",
                "permanent",
                "does not fade",
                "do not fade",
                "never fades",
                "never fade",
                "will not fade",
                "lasts");
        steps(
                all,
                Lightfastness.UNTESTED,
                Lightfastness.UNTESTED,
                "of untested lightfastness",
                "untested lightfastness",
                "without lightfastness rating",
                "without a lightfastness rating",
                "no lightfastness rating",
                "unrated",
                "not rated",
                "lightfastness unknown",
                "unknown lightfastness",
                "no lightfastness");
        for (Transparency t : Transparency.values()) {
            String words = t.name().toLowerCase(Locale.ROOT).replace('_', '-');
            steps(all, t, t, words, words.replace('-', ' '));
        }
        steps(
                all,
                Granulation.MODERATE,
                Granulation.STRONG,
                "granulating",
                "granulates",
                "granulate",
                "granulation",
                "grainy",
                "granulators");
        steps(
                all,
                Granulation.STRONG,
                Granulation.STRONG,
                "granulates strongly",
                "strongly granulating",
                "strong granulation",
                "granulates a lot",
                "most granulating",
                "strongest granulators",
                "strong granulators");
        steps(all, Granulation.MODERATE, Granulation.MODERATE, "granulates moderately");
        steps(
                all,
                Granulation.SLIGHT,
                Granulation.SLIGHT,
                "granulates slightly",
                "slightly granulating",
                "granulates a little",
                "slight granulation");
        steps(
                all,
                Granulation.NONE,
                Granulation.NONE,
                "smooth",
                "non-granulating",
                "non granulating",
                "not granulating",
                "does not granulate",
                "do not granulate",
                "without granulation",
                "no granulation");
        steps(all, Staining.MEDIUM, Staining.HIGH, "staining", "stains", "stain");
        steps(
                all,
                Staining.HIGH,
                Staining.HIGH,
                "stains strongly",
                "stains a lot",
                "stains most",
                "most staining",
                "high staining");
        steps(
                all,
                Staining.NONE,
                Staining.LOW,
                "non-staining",
                "not staining",
                "non staining",
                "nonstaining",
                "lifts",
                "lift",
                "lifting",
                "lifts well",
                "stains little",
                "stains a little",
                "stains least",
                "stain least",
                "least staining",
                "low staining",
                "does not stain",
                "do not stain",
                "easy to lift",
                "liftable");
        return Map.copyOf(all);
    }

    private static void steps(Map<String, Steps> all, Grade from, Grade to, String... phrases) {
        Trait trait = Arrays.stream(Trait.values())
                .filter(t -> t.scale().contains(from))
                .findFirst()
                .orElseThrow();
        for (String phrase : phrases) {
            all.put(phrase, new Steps(trait, from.ordinal(), to.ordinal(), phrases[0]));
        }
    }

    private static Map<String, Seen> seen() {
        Map<String, Seen> all = new LinkedHashMap<>();
        seen(
                all,
                EyeTrait.LIKING,
                "LOVED",
                "loved",
                "favourite",
                "favourites",
                "favorite",
                "favorites",
                "i love",
                "love");
        seen(all, EyeTrait.LIKING, "LIKED", "liked", "i like");
        seen(all, EyeTrait.LIKING, "NO", "not liked", "disliked", "i do not like", "hated");
        seen(all, EyeTrait.STRENGTH, "WEAK", "weak", "weak tinter", "weak tinters");
        seen(all, EyeTrait.STRENGTH, "STRONG", "strong tinter", "strong tinters", "tints strongly");
        seen(all, EyeTrait.STRENGTH, "OVERWHELMING", "overwhelming");
        seen(all, EyeTrait.REWETTING, "NEVER_SETS", "never sets", "tacky", "sticky", "stays tacky", "stays sticky");
        seen(
                all,
                EyeTrait.REWETTING,
                "HARD",
                "hard to wake",
                "hard to re-wet",
                "hard to rewet",
                "does not rewet",
                "does not re-wet",
                "do not rewet",
                "do not re-wet");
        seen(
                all,
                EyeTrait.REWETTING,
                "EASY",
                "easy to wake",
                "easy to re-wet",
                "easy to rewet",
                "rewets",
                "rewet",
                "re-wets",
                "rewets well",
                "rewets easily",
                "wakes easily");
        seen(all, EyeTrait.SMELL, "STRONG", "smells strongly", "smells", "smell", "smelly", "stinks");
        seen(all, EyeTrait.TEXTURE, "GRITTY", "gritty", "is gritty");
        seen(all, EyeTrait.TEXTURE, "GUMMY", "gummy");
        seen(all, EyeTrait.TEXTURE, "RUNNY", "runny");
        seen(all, EyeTrait.CRACKS, "YES", "cracks", "cracked", "crack", "cracks in the pan", "cracked in the pan");
        seen(all, EyeTrait.WASH, "PATCHY", "patchy", "patchy wash", "patchy washes");
        seen(all, EyeTrait.WASH, "EVEN", "even wash");
        seen(all, EyeTrait.SPARKLE, "STRONG", "sparkles", "sparkling", "shimmers", "glitters");
        seen(
                all,
                EyeTrait.TUBE,
                "SEPARATED",
                "separated in the tube",
                "separated",
                "separates in the tube",
                "came separated");
        return Map.copyOf(all);
    }

    private static void seen(Map<String, Seen> all, EyeTrait trait, String step, String... phrases) {
        for (String phrase : phrases) all.put(phrase, new Seen(trait, step, phrases[0]));
    }
}
