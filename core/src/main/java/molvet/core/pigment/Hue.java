package molvet.core.pigment;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import molvet.core.measure.Words;

/**
 * The hue families collectors sort by, in the order yellow first, and the words in paint names that speak of them.
 *
 * <p>The words are common practice, with no published source.
 */
public enum Hue {
    YELLOW("yellow lemon lantern sun gold primrose saffron gamboge buttercup gelb jaune giallo amarillo gorse"),
    ORANGE("orange apricot tangerine marigold amber ember"),
    RED("red scarlet vermilion crimson carmine ruby cherry maroon poppy rot rouge rosso rojo"),
    ROSE("rose pink magenta fuchsia rosa cerise thrift foxglove"),
    VIOLET("violet purple mauve lilac lavender heather plum amethyst dusk violett viola morado"),
    BLUE("blue azure ultramarine cerulean indigo cobalt navy sky blau bleu blu azul"),
    GREEN("green viridian emerald olive sap moss leaf sage teal turquoise reed vert verde gruen grun"),
    EARTH("ochre ocher sienna sand fawn straw buff naples oker ocre"),
    BROWN("brown umber sepia rust peat chestnut walnut bronze braun brun marrone"),
    GREY("grey gray slate tern neutral ash pewter grau gris grigio"),
    BLACK("black lamp ivory soot schwarz noir nero"),
    WHITE("white snow chalk weiss blanc bianco"),
    METAL("gold-leaf silver copper pearl");

    private static final Map<Character, Hue> BY_FAMILY_LETTER =
            Map.of('Y', YELLOW, 'O', ORANGE, 'R', RED, 'V', VIOLET, 'B', BLUE, 'G', GREEN);

    private static final Map<String, Hue> BY_WORD = new HashMap<>();

    static {
        for (Hue hue : values()) hue.words.forEach(w -> BY_WORD.putIfAbsent(w, hue));
    }

    private final List<String> words;

    Hue(String words) {
        this.words = List.of(words.split(" "));
    }

    public static Hue parse(String text) {
        return valueOf(text.strip().toUpperCase(Locale.ROOT));
    }

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The hue a paint's name speaks of; the last hue word wins, as in “Green Gold” or “Rose Grey”. */
    public static Optional<Hue> spokenIn(String name) {
        String[] parts = Words.folded(name).split(" ");
        for (int i = parts.length - 1; i >= 0; i--) {
            Hue hue = BY_WORD.get(parts[i]);
            if (hue != null) return Optional.of(hue);
        }
        return Optional.empty();
    }

    /** Steps apart on the wheel yellow, orange, red, rose, violet, blue, green; 0 if either is off the wheel. */
    public int stepsFrom(Hue other) {
        if (ordinal() > GREEN.ordinal() || other.ordinal() > GREEN.ordinal()) return 0;
        int apart = Math.abs(ordinal() - other.ordinal());
        return Math.min(apart, 7 - apart);
    }

    /** The letters the Colour Index has for it, behind P or N. */
    public String familyLetters() {
        return switch (this) {
            case ROSE, RED -> "R";
            case EARTH, BROWN -> "Br";
            case GREY, BLACK -> "Bk";
            case YELLOW, ORANGE, VIOLET, BLUE, GREEN, WHITE, METAL -> name().substring(0, 1);
        };
    }

    /** The hue a Colour Index family is named for: PV is violet, PBr brown. */
    static Hue ofFamily(String family) {
        return switch (family.substring(1)) {
            case "Br" -> BROWN;
            case "Bk" -> BLACK;
            case "W" -> WHITE;
            case "M" -> METAL;
            default -> BY_FAMILY_LETTER.get(family.charAt(1));
        };
    }
}
