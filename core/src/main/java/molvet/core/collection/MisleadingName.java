package molvet.core.collection;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.colour.Lab;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/**
 * A plain colour word in a name against the colour that is there: a “violet” that is a blue, a “pink” that is a violet.
 *
 * <p>Only the words that name a hue outright count, and only neighbours whose border painters draw alike: yellow and orange,
 * orange and red, red and pink run into each other and are left alone (common practice, no published source).
 */
public final class MisleadingName {
    private static final Map<String, Family> WORDS = Map.ofEntries(
            Map.entry("yellow", Family.YELLOW),
            Map.entry("gelb", Family.YELLOW),
            Map.entry("jaune", Family.YELLOW),
            Map.entry("orange", Family.ORANGE),
            Map.entry("red", Family.RED),
            Map.entry("rot", Family.RED),
            Map.entry("rouge", Family.RED),
            Map.entry("rose", Family.PINK),
            Map.entry("pink", Family.PINK),
            Map.entry("violet", Family.VIOLET),
            Map.entry("violett", Family.VIOLET),
            Map.entry("purple", Family.VIOLET),
            Map.entry("blue", Family.BLUE),
            Map.entry("blau", Family.BLUE),
            Map.entry("bleu", Family.BLUE),
            Map.entry("green", Family.GREEN),
            Map.entry("grün", Family.GREEN),
            Map.entry("vert", Family.GREEN));
    private static final Pattern LAST_WORD = Pattern.compile("(\\p{L}+)\\W*$");

    /** So near to where the named family begins, its name is no lie: people differ about a blue-violet by more. */
    private static final double FAIR = 15;

    /**
     * What its own swatch shows.
     *
     * @param half its colour at half strength, where hue is plainest
     */
    public record Seen(Family family, Lab half) {}

    private MisleadingName() {}

    /**
     * @param seen its own swatch; empty where none was measured, and the one pigment is asked instead
     * @return one sentence, if the name says another colour
     */
    public static Optional<String> of(String name, Recipe recipe, Optional<Seen> seen, PigmentReference reference) {
        Matcher m = LAST_WORD.matcher(name.strip().toLowerCase(Locale.ROOT));
        Family said = m.find() ? WORDS.get(m.group(1)) : null;
        if (said == null) return Optional.empty();
        Optional<Family> is = seen.map(Seen::family).or(() -> usual(recipe, reference));
        if (is.isEmpty() || agree(said, is.get())) return Optional.empty();
        if (seen.filter(s -> SchoolOrder.isNear(s.half.hue(), said, FAIR)).isPresent()) return Optional.empty();
        return Optional.of("The name says " + said.words() + "; "
                + (seen.isPresent() ? "your own swatch is " : recipe + " usually makes ")
                + (is.get() == Family.ORANGE ? "an " : "a ") + is.get().words() + ".");
    }

    private static Optional<Family> usual(Recipe recipe, PigmentReference reference) {
        return recipe.isSingle()
                ? reference.find(recipe.pigments().get(0)).map(p -> Family.of(p.hue()))
                : Optional.empty();
    }

    private static boolean agree(Family said, Family is) {
        return said == is
                || is.isNeutral()
                || is.isEarth()
                || Math.abs(said.ordinal() - is.ordinal()) == 1
                        && Math.max(said.ordinal(), is.ordinal()) <= Family.PINK.ordinal();
    }

    private static final Pattern GREENER = Pattern.compile("(?iu)\\bgreenish\\b|\\bgreen shade\\b|\\bGS\\b");
    private static final Pattern REDDER = Pattern.compile("(?iu)\\breddish\\b|\\bred shade\\b|\\bRS\\b");

    static boolean saysGreener(String name) {
        return GREENER.matcher(name).find();
    }

    static boolean saysRedder(String name) {
        return REDDER.matcher(name).find();
    }

    /** Whether a hue lies on the red side of another, where the two are blues or violets: its angle is the larger. */
    static boolean isRedder(double hue, double than) {
        return Math.IEEEremainder(hue - than, 360) > 2;
    }
}
