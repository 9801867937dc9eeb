package molvet.core.sharing;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.shelf.PlaceCode;

/** What people write in the cells of their lists, in six languages; common practice, no published source. */
final class CellWords {
    /** Between blanks, longer phrases first: a half pan is no pan. */
    private static final Map<String, HoldingForm> FORMS = forms();

    private static final Map<String, HoldingState> STATES = Map.ofEntries(
            Map.entry("here", HoldingState.HERE),
            Map.entry("da", HoldingState.HERE),
            Map.entry("used up", HoldingState.USED_UP),
            Map.entry("empty", HoldingState.USED_UP),
            Map.entry("finished", HoldingState.USED_UP),
            Map.entry("leer", HoldingState.USED_UP),
            Map.entry("aufgebraucht", HoldingState.USED_UP),
            Map.entry("vide", HoldingState.USED_UP),
            Map.entry("fini", HoldingState.USED_UP),
            Map.entry("finito", HoldingState.USED_UP),
            Map.entry("vacio", HoldingState.USED_UP),
            Map.entry("leeg", HoldingState.USED_UP),
            Map.entry("op", HoldingState.USED_UP),
            Map.entry("given away", HoldingState.GIVEN_AWAY),
            Map.entry("sold", HoldingState.GIVEN_AWAY),
            Map.entry("swapped", HoldingState.GIVEN_AWAY),
            Map.entry("verschenkt", HoldingState.GIVEN_AWAY),
            Map.entry("verkauft", HoldingState.GIVEN_AWAY),
            Map.entry("donne", HoldingState.GIVEN_AWAY),
            Map.entry("regalato", HoldingState.GIVEN_AWAY),
            Map.entry("lent", HoldingState.LENT),
            Map.entry("verliehen", HoldingState.LENT),
            Map.entry("prete", HoldingState.LENT),
            Map.entry("lost", HoldingState.LOST),
            Map.entry("verloren", HoldingState.LOST),
            Map.entry("perdu", HoldingState.LOST),
            Map.entry("perso", HoldingState.LOST));

    private static final Map<String, Integer> SHARES = Map.ofEntries(
            Map.entry("full", 100),
            Map.entry("new", 100),
            Map.entry("voll", 100),
            Map.entry("neu", 100),
            Map.entry("plein", 100),
            Map.entry("pieno", 100),
            Map.entry("lleno", 100),
            Map.entry("vol", 100),
            Map.entry("half", 50),
            Map.entry("halb", 50),
            Map.entry("halb voll", 50),
            Map.entry("moitie", 50),
            Map.entry("meta", 50),
            Map.entry("mitad", 50),
            Map.entry("medio", 50),
            Map.entry("half full", 50),
            Map.entry("low", 20),
            Map.entry("nearly empty", 10),
            Map.entry("almost empty", 10),
            Map.entry("fast leer", 10),
            Map.entry("empty", 0),
            Map.entry("leer", 0),
            Map.entry("vide", 0),
            Map.entry("vuoto", 0),
            Map.entry("vacio", 0),
            Map.entry("leeg", 0));

    private static final Set<String> YES = Set.of(
            "yes", "y", "x", "1", "true", "ja", "j", "oui", "o", "si", "s", "wish", "wished", "wanted", "want",
            "wunsch", "wens", "souhait", "wahr", "vrai");
    private static final Set<String> NO =
            Set.of("", "no", "n", "0", "false", "nein", "non", "nee", "owned", "have", "sampled", "gone");

    private static final Map<String, String> LIKED = Map.ofEntries(
            Map.entry("loved", "LOVED"),
            Map.entry("love", "LOVED"),
            Map.entry("favourite", "LOVED"),
            Map.entry("favorite", "LOVED"),
            Map.entry("liebling", "LOVED"),
            Map.entry("lieblingsfarbe", "LOVED"),
            Map.entry("adore", "LOVED"),
            Map.entry("liked", "LIKED"),
            Map.entry("like", "LIKED"),
            Map.entry("ok", "LIKED"),
            Map.entry("good", "LIKED"),
            Map.entry("gut", "LIKED"),
            Map.entry("bien", "LIKED"),
            Map.entry("no", "NO"),
            Map.entry("dislike", "NO"),
            Map.entry("disliked", "NO"),
            Map.entry("bad", "NO"),
            Map.entry("nein", "NO"),
            Map.entry("schlecht", "NO"),
            Map.entry("non", "NO"));

    private static final Pattern AMOUNT =
            Pattern.compile("(?iu)(\\d+(?:[.,]\\d+)?)\\s*(ml|mls|millilit\\p{L}*|cl|fl\\.?\\s*oz|oz)\\b\\.?");
    private static final Pattern BARE = Pattern.compile("\\d+(?:[.,]\\d+)?");
    private static final Pattern PERCENT = Pattern.compile("(\\d{1,3})(?:[.,]\\d+)?\\s*%?");
    private static final Pattern FRACTION = Pattern.compile("(\\d{1,2})\\s*/\\s*(\\d{1,2})");
    private static final Pattern OF_FIVE = Pattern.compile("([0-5](?:[.,]5)?)\\s*(?:/|of|von|sur|su|de|van)\\s*5");
    private static final Pattern STARS = Pattern.compile("[★☆*⭐]{1,5}");
    private static final Pattern COUNT = Pattern.compile("(\\d{1,3})\\s*(?:x|×|pcs?|st(?:ü|u)?c?k?|pi[eè]ces?)?\\.?");

    /** What keepers, pages and cards are called elsewhere; a place is written in English or in letters. */
    private static final Map<String, String> PLACE_WORDS = placeWords();

    private static final Pattern WORD = Pattern.compile("\\p{L}+");

    /** Longer cells are sentences: none of this is looked for in them, nor may one keep a pattern busy. */
    private static final int LONGEST = 80;

    private CellWords() {}

    static boolean isShort(String cell) {
        return cell.length() <= LONGEST;
    }

    private static Map<String, String> placeWords() {
        Map<String, String> all = new LinkedHashMap<>();
        for (String w : "karte carte carta tarjeta kaart musterkarte".split(" ")) all.put(w, "card");
        for (String w : "seite pagina página bladzijde blatt".split(" ")) all.put(w, "page");
        for (String w : "feld zelle case cella casilla vak fach".split(" ")) all.put(w, "cell");
        for (String w : "ordner classeur raccoglitore carpeta map mappe".split(" ")) all.put(w, "binder");
        for (String w : "skizzenbuch carnet taccuino cuaderno schetsboek".split(" ")) all.put(w, "sketchbook");
        for (String w : "anneau anello anillo".split(" ")) all.put(w, "ring");
        for (String w : "schachtel boîte boite scatola caja doos kiste".split(" ")) all.put(w, "box");
        return all;
    }

    /** A place as people write it, in any of the languages. */
    static Optional<PlaceCode> place(String cell) {
        if (!isShort(cell)) return Optional.empty();
        Optional<PlaceCode> own = PlaceCode.parse(cell);
        if (own.isPresent()) return own;
        return PlaceCode.parse(WORD.matcher(cell)
                .replaceAll(m -> PLACE_WORDS.getOrDefault(m.group().toLowerCase(java.util.Locale.ROOT), m.group())));
    }

    private static Map<String, HoldingForm> forms() {
        Map<String, HoldingForm> all = new LinkedHashMap<>();
        put(
                all,
                HoldingForm.MINI_PAN,
                "mini pan",
                "minipan",
                "mini napf",
                "mininapf",
                "mini godet",
                "quarter pan",
                "mini napje");
        put(
                all,
                HoldingForm.HALF_PAN,
                "half pan",
                "halfpan",
                "1 2 pan",
                "½ pan",
                "hp",
                "halber napf",
                "halbnapf",
                "1 2 napf",
                "½ napf",
                "halbes napfchen",
                "halbes naepfchen",
                "demi godet",
                "1 2 godet",
                "½ godet",
                "mezzo godet",
                "medio godet",
                "half napje",
                "1 2 napje",
                "½ napje");
        put(
                all,
                HoldingForm.FULL_PAN,
                "full pan",
                "whole pan",
                "1 1 pan",
                "ganzer napf",
                "1 1 napf",
                "napfchen",
                "naepfchen",
                "godet",
                "napje",
                "napf",
                "pan",
                "pastilla");
        put(all, HoldingForm.TUBE, "tube", "tubes", "tuben", "tubo", "tubi", "tubos");
        put(all, HoldingForm.DOT, "dot card", "dotcard", "dots", "dot", "punkt", "point", "punto", "stip");
        put(all, HoldingForm.STICK, "stick", "stift", "baton", "bastoncino", "barra");
        put(all, HoldingForm.BOTTLE, "bottle", "flasche", "flacon", "bottiglia", "botella", "fles", "dropper");
        put(all, HoldingForm.SAMPLE, "sample", "probe", "echantillon", "campione", "muestra", "monster", "sampled");
        return all;
    }

    private static void put(Map<String, HoldingForm> all, HoldingForm form, String... words) {
        for (String w : words) all.put(" " + Words.folded(w) + " ", form);
    }

    /** A form named anywhere in a cell, such as “15 ml tube”. */
    static Optional<HoldingForm> form(String cell) {
        if (!isShort(cell)) return Optional.empty();
        String padded = " " + Words.folded(cell.replace("½", "1 2 ")) + " ";
        return FORMS.entrySet().stream()
                .filter(e -> padded.contains(e.getKey()))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    /** A volume named anywhere in a cell; a bare number is millilitres where the column says so. */
    static Optional<Volume> volume(String cell, boolean bare) {
        if (!isShort(cell)) return Optional.empty();
        Matcher m = AMOUNT.matcher(cell);
        try {
            if (m.find()) return Optional.of(Volume.parse(m.group()));
            String text = cell.strip();
            if (bare && BARE.matcher(text).matches()) return Optional.of(new Volume(Decimals.parse("volume", text)));
        } catch (Refusal none) {
            return Optional.empty();
        }
        return Optional.empty();
    }

    /** Whether a cell says nothing but a form and a volume. */
    static boolean isFormOrVolume(String cell) {
        if (!isShort(cell)) return false;
        String rest = AMOUNT.matcher(cell).replaceAll(" ");
        return form(rest).isPresent() || Words.folded(rest).isEmpty();
    }

    /** How much is left, in per cent. */
    static OptionalInt left(String cell) {
        if (!isShort(cell)) return OptionalInt.empty();
        String folded = Words.folded(cell);
        Integer word = SHARES.get(folded);
        if (word != null) return OptionalInt.of(word);
        Matcher f = FRACTION.matcher(
                cell.replace("½", "1/2").replace("¼", "1/4").replace("¾", "3/4").strip());
        if (f.matches()) {
            int whole = Integer.parseInt(f.group(2));
            int part = Integer.parseInt(f.group(1));
            return whole > 0 && part <= whole ? OptionalInt.of(Math.round(100f * part / whole)) : OptionalInt.empty();
        }
        String text = cell.strip();
        if (text.matches("0[.,]\\d+|1[.,]0+")) {
            BigDecimal share = Decimals.parse("left", text);
            return OptionalInt.of(share.movePointRight(2).intValue());
        }
        Matcher p = PERCENT.matcher(text);
        if (!p.matches()) return OptionalInt.empty();
        int percent = Integer.parseInt(p.group(1));
        return percent <= 100 ? OptionalInt.of(percent) : OptionalInt.empty();
    }

    static Optional<HoldingState> state(String cell) {
        return Optional.ofNullable(STATES.get(Words.folded(cell)));
    }

    /** Yes, no, or neither. */
    static Optional<Boolean> yes(String cell) {
        String folded = Words.folded(cell.replace("✓", "x").replace("✔", "x"));
        return YES.contains(folded) ? Optional.of(true) : NO.contains(folded) ? Optional.of(false) : Optional.empty();
    }

    /** A step of liking: words, stars, or a number of five (five is loved, three and four liked, less is not). */
    static Optional<String> liking(String cell) {
        if (!isShort(cell)) return Optional.empty();
        String word = LIKED.get(Words.folded(cell));
        if (word != null) return Optional.of(word);
        String text = cell.strip();
        Matcher of = OF_FIVE.matcher(text);
        if (of.matches())
            return Optional.of(ofFive(Double.parseDouble(of.group(1).replace(',', '.'))));
        if (STARS.matcher(text).matches())
            return Optional.of(ofFive(text.replace("☆", "").length()));
        if (text.matches("[1-5]")) return Optional.of(ofFive(Integer.parseInt(text)));
        return Optional.empty();
    }

    private static String ofFive(double n) {
        return n >= 4.5 ? "LOVED" : n >= 3 ? "LIKED" : "NO";
    }

    static OptionalInt count(String cell) {
        if (!isShort(cell)) return OptionalInt.empty();
        Matcher m = COUNT.matcher(cell.strip().toLowerCase(java.util.Locale.ROOT));
        if (!m.matches()) return OptionalInt.empty();
        int n = Integer.parseInt(m.group(1));
        return n <= 99 ? OptionalInt.of(n) : OptionalInt.empty();
    }
}
