package molvet.core.arrival;

import java.util.EnumMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import molvet.core.arrival.QuickLine.Charge;
import molvet.core.collection.HoldingForm;

/** The shapes by which parts of a line are told, and the words that stand on bills. */
final class LinePatterns {
    static final char TAKEN = '│';
    private static final String MONEY =
            "(€|£|\\$|¥|EUR|GBP|USD|CHF|SEK|DKK|NOK|PLN|CZK|JPY|AUD|CAD|NZD|euros?|pounds?|dollars?|Fr\\.|francs?)";
    private static final String NUMBER =
            "(\\d{1,3}(?:[.,'’\\u00a0]\\d{3})+(?:[.,]\\d{1,2})?(?!\\d)|\\d+(?:[.,]\\d{1,2})?(?!\\d))";
    static final Map<String, String> CURRENCIES = Map.ofEntries(
            Map.entry("€", "EUR"),
            Map.entry("EURO", "EUR"),
            Map.entry("EUROS", "EUR"),
            Map.entry("£", "GBP"),
            Map.entry("POUND", "GBP"),
            Map.entry("POUNDS", "GBP"),
            Map.entry("$", "USD"),
            Map.entry("DOLLAR", "USD"),
            Map.entry("DOLLARS", "USD"),
            Map.entry("¥", "JPY"),
            Map.entry("FR.", "CHF"),
            Map.entry("FRANC", "CHF"),
            Map.entry("FRANCS", "CHF"));
    static final Pattern MARK = Pattern.compile("^\\s*(?:[-*•–·▪]\\s+|\\(?\\d{1,3}[.)]\\s+)");
    static final Pattern NAMED = Pattern.compile("\\[\\s*([\\p{L} ]+?)\\s*(?::\\s*([^\\]]*))?]");
    static final Pattern MONEY_FIRST =
            Pattern.compile("(?iu)(?<![\\p{L}\\d])" + MONEY + "\\s*" + NUMBER + "(?:\\s*[,.][-–—])?");
    static final Pattern MONEY_SPOKEN = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d.,])(\\d{1,4})\\s*(euros?|pounds?|dollars?|francs?|€|£)\\s*(?:and\\s+)?(\\d{2})(?:\\s*(?:cents?|pence))?(?![\\d.,]?\\d|\\s*(?:ml|%|[x×]))");
    static final Pattern MONEY_LAST =
            Pattern.compile("(?iu)(?<![\\p{L}\\d.,])" + NUMBER + "(?:[,.][-–—])?\\s*" + MONEY + "(?![\\p{L}])");
    static final Pattern MONEY_BARE = Pattern.compile(
            "(?iu)(?<![\\d.,:/\\p{L}])(?<![\\d\\p{L}]-)(\\d{1,3}(?:[.,'’]\\d{3})*[.,]\\d{2}|\\d{1,5}(?=,[-–—]))(?:,[-–—])?(?![\\d.,]*\\d)(?!\\s*(?:%|ml|cl|mm|cm|in\\b|fl|oz|[x×]\\s*\\d+(?:[.,]\\d+)?\\s*(?:in|cm|mm)\\b))");
    static final Pattern WAS = Pattern.compile(
            "(?iu)(?<![\\p{L}])(was|before|statt|instead of|list(?: price)?|rrp|uvp|regular(?:ly)?|originally|avant|au lieu de)\\s*:?\\s*$");
    static final Pattern NOW =
            Pattern.compile("(?iu)(?<![\\p{L}])(now|only|sale|jetzt|nur|price|preis|prix|à|at|@|je|for)\\s*:?\\s*$");
    static final Pattern SUM =
            Pattern.compile("(?iu)(?:(?<![\\p{L}])(total|sum|together|zusammen|gesamt)\\s*:?|=)\\s*$");
    static final Pattern EACH = Pattern.compile(
            "(?iu)^\\s*(?:/\\s*)?(each|apiece|ea\\.?|per (?:piece|tube|pan|stick)|pro stück|je|pièce)(?![\\p{L}])");
    static final Pattern DISCOUNT = Pattern.compile(
            "(?iu)(?:(?<![\\p{L}])(?:less|minus|discount(?: of)?|rabatt|remise|sale)\\s*)?[-–−]?\\s*(\\d{1,3}(?:[.,]\\d{1,2})?)\\s*(?:%|per ?cent|prozent)(?:\\s*(?:off|discount|rabatt|reduced|reduziert|de remise|less))?");
    // “PY 154 ml 10”: three digits behind the letters of a code are the code’s.
    static final Pattern SIZE = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d.,])(?!(?<=\\b[PN](?:BR|BK|[BGORVWY])\\s)\\d{3})(\\d{1,4}(?:[.,]\\d{1,3})?)\\s*(ml|millilit(?:re|er)s?|cl|fl\\.?\\s?oz\\.?)(?![\\p{L}])");
    static final Pattern SERIES = Pattern.compile(
            "(?iu)(?<![\\p{L}])(?:(?:series|serie|série|ser|sr|price group|preisgruppe|groupe de prix)\\.?\\s*[:#]?\\s*(\\d{1,2}|IV|I{1,3}|V)|s\\.?\\s?(\\d))(?![\\p{L}\\d])");
    static final Pattern CATALOGUE = Pattern.compile(
            "(?iu)(?<![\\p{L}])(?:no|nr|n°|nº|art(?:ikel)?(?:[.-]*n(?:o|r))?|cat(?:alogue)?(?:\\.? no)?|ref|item|sku)\\.?\\s*[:#]?\\s*([A-Z]{0,4}[-.]?\\d{1,8}[A-Z]?)(?![\\p{L}\\d])|#\\s*([A-Z]{0,4}[-.]?\\d{1,8}[A-Z]?)(?![\\p{L}\\d])");
    static final Pattern LIGHT = Pattern.compile(
            "(?iu)(?<![\\p{L}])(?:light\\s?fast(?:ness)?|lf|astm|lichtecht(?:heit)?|blue wool|bw)\\s*[:=]?\\s*([*★☆+]{1,5}|IV|I{1,3}|V|\\d(?:\\s*[-/–]\\s*\\d)?|excellent|very good|good|fair|poor|fugitive|[A-E])(?![\\p{L}\\d])|(?<![\\p{L}\\d*])([*★☆]{1,5})(?![*★☆])");
    private static final String PERSON = "(giver \\d{1,2}|\\p{L}[\\p{L}'’.\\- ]{0,58}?)";
    private static final String PERSON_ENDS = "(?=\\s*(?:[,;:|()\\[\\]" + TAKEN
            + "–—]|$)|\\s+(?:for|from|with|at|gift|series|lightfast\\w*)\\b|\\s+-\\s)";
    static final Pattern GIFT = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d])(?:(\\d{1,3})\\s+(?:of (?:them|these)\\s+)?(?:(?:is|are)\\s+)?)?(?:as\\s+)?(?:an?\\s+)?(?:gift|present|geschenk|cadeau)\\s+(?:for|to|für|pour)\\s+"
                    + PERSON + PERSON_ENDS);
    static final Pattern TO_GIVE = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d])(\\d{1,3})\\s+(?:of (?:them|these)\\s+)?(?:is\\s+|are\\s+)?(?:to give(?: away)?|(?=for\\s))(?:\\s*(?:to|for)\\s+"
                    + PERSON + PERSON_ENDS + ")?");
    static final Pattern FOR =
            Pattern.compile("(?u)(?<=[,;|(–—\\-" + TAKEN + "]\\s{0,3})for\\s+(?=\\p{Lu})" + PERSON + PERSON_ENDS);
    static final Pattern FROM = Pattern.compile(
            "(?iu)(?<![\\p{L}])(?:(?:an?\\s+)?(?:gift|present|geschenk|cadeau)\\s+)?(?:from|von|de la part de)\\s+"
                    + PERSON + PERSON_ENDS);
    /** Behind the name of a giver who asked not to be named. */
    static final Pattern UNNAMED = Pattern.compile(
            "(?iu)[(\\[]\\s*(?:anonymous(?:ly)?|not (?:to be )?named|unnamed|anonym|no name)\\s*[)\\]]");
    /** A giver on any line, with the word that the name is not to be told. */
    static final Pattern FROM_UNNAMED =
            Pattern.compile("(?iu)((?<![\\p{L}])(?:from|von|de la part de)\\s+)(\\p{L}[\\p{L}'’.\\- ]{0,58}?)\\s*"
                    + UNNAMED.pattern().replace("(?iu)", ""));

    static final Pattern ALL_FOR = Pattern.compile(
            "(?iu)(?<![\\p{L}])(?:both|all|alle|beide|tous)(?: of (?:them|these))?\\s+(?:(?:is|are|as)\\s+)?(?:an?\\s+)?(?:(?:gifts?|presents?)\\s+)?(?:for|to give to|für|pour)\\s+"
                    + PERSON + PERSON_ENDS);
    /** A number a list counts with, or a catalogue, and no number of pieces. */
    static final Pattern LISTED = Pattern.compile("^\\s*(\\d{1,3})[.):]?\\s+(?=\\p{L})");

    static final Pattern BY = Pattern.compile("(?iu)(?<![\\p{L}])by\\s+" + PERSON + PERSON_ENDS);
    static final Pattern PARCEL =
            Pattern.compile("(?iu)(?<![\\p{L}])(?:parcel|paket|package|box|colis)\\s*(?:no\\.?\\s*)?(\\d{1,2})(?!\\d)");
    static final Pattern EDITION = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d])(?:(?:the\\s+)?((?:old|older|new|newest|previous|former)\\s+(?:edition|formula|stock|version|recipe|label|tubes?))|(?:edition|formula|since)\\s+(?:of\\s+)?((?:19|20)\\d\\d)|((?:19|20)\\d\\d)\\s+(?:edition|formula|label))");
    static final Pattern QUANTITY = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d.,])(?:(\\d{1,4})\\s*[x×✕](?![\\p{L}\\d])|[x×✕]\\s*(\\d{1,4})(?![\\p{L}\\d.,]*\\d)|(\\d{1,3})\\s+of\\b(?!\\s+(?:them|these))|(a pair) of\\b|(?:qty|quantity|menge|anzahl|quantité)\\.?\\s*[:=]?\\s*(\\d{1,4})|(\\d{1,4})\\s*(?:pcs?\\.?|pieces?|stk\\.?|stück|pièces?)(?![\\p{L}]))");
    static final Pattern QUANTITY_OF_FORMS = Pattern.compile(
            "(?iu)(?<![\\p{L}\\d.,])(\\d{1,3})\\s+(?=(?:half|full|whole|mini|1/2)?[\\s-]?(?:tubes|pans|sticks|dots|bottles|samples|tuben|näpfchen|godets))");
    static final Pattern QUANTITY_FIRST = Pattern.compile("^\\s*(\\d{1,2})\\s+(?=\\p{L})");
    static final List<Map.Entry<Pattern, HoldingForm>> FORMS = List.of(
            form(
                    "(?:half|1/2)[\\s-]?pans?|halbe[rns]?\\s?n[aä]pf(?:chen)?|demi[\\s-]godets?|mezz[oi] godet",
                    HoldingForm.HALF_PAN),
            form("mini[\\s-]?pans?|quarter[\\s-]pans?", HoldingForm.MINI_PAN),
            form(
                    "(?:(?:full|whole)[\\s-]?)?pans?|(?:ganze[rns]?\\s)?n[aä]pfe?(?:chen)?|godets?(?: entiers?)?",
                    HoldingForm.FULL_PAN),
            form("tubes?|tuben|tubos?", HoldingForm.TUBE),
            form("sticks?|stifte?", HoldingForm.STICK),
            form("dots?|dot cards?", HoldingForm.DOT),
            form("bottles?|flaschen?|flacons?", HoldingForm.BOTTLE),
            form("samples?|proben?|échantillons?|testers?", HoldingForm.SAMPLE));
    static final Map<Charge, Pattern> CHARGES = charges();
    static final Pattern THINGS = Pattern.compile(
            "(?iu)(?<![\\p{L}])(?:brush(?:es)?|pinsel|pinceau|sketch ?books?|paper (?:block|pad)|(?:watercolou?r )?paper|block|pad of paper|graphite|pencils?|erasers?|empty (?:half |full |mini )?pans?|easel|masking (?:fluid|tape)|gum arabic|ox gall|sponge|palette|water pot|pens?|tote bag|stickers?)(?![\\p{L}])");
    /** “Tide set”, “set of 12”, “price of the set”, “together”: what a set cost in one sum. */
    static final Pattern OF_A_SET = Pattern.compile(
            "(?iu)(?:.*[\\p{L}’'] )?sets?(?: (?:of|with|à) .*)?(?: price)?|(?:price|cost)s? (?:of|for) (?:the )?(?:whole |complete )?set|all|(?:all )?together|the lot|all of (?:them|it)|im set|zusammen|coffret(?: .*)?");

    static final Pattern TRAIT_STEP = Pattern.compile(
            "(?iu)(?<![\\p{L}])(transparency|staining|granulation)\\s*[:=]?\\s*(none|slight|low|medium|moderate|strong|high|yes|no|(?:semi[\\s-]?)?(?:transparent|opaque))(?![\\p{L}])");
    static final Pattern FAMILY_ALONE = Pattern.compile("P(?:Y|O|R|V|B|G|Br|BR|Bk|BK|W|M)|N(?:R|Y|B|G|O|V|Br|Bk)");
    /** A name in another language: a word that begins with a capital, no digits. */
    static final Pattern OTHER_NAME = Pattern.compile("(?u)\\p{Lu}[\\p{L}'’-]{2,}(?: [\\p{L}'’-]+){0,4}");

    static final Pattern CUT = Pattern.compile("[,;|\\t" + TAKEN + "/()\\[\\]•·=]+|\\s[-–—:]+\\s|:\\s|\\s{3,}");
    static final Pattern BETWEEN_CODES = Pattern.compile("(?iu)[\\s,;:/+&|.·•()*-]*(?:and|und|et)?[\\s(]*");
    static final Pattern CRYSTAL = Pattern.compile("\\s*\\(\\s*[αβγε]\\s*\\)");
    static final Pattern BARE_NUMBER = Pattern.compile("(?i)[A-Z]{0,3}[-.]?\\d{2,8}[A-Z]?");
    static final Pattern EDGES = Pattern.compile("^[\\s.,:;\\-–—\"“”„*#]+|[\\s,:;\\-–—\"“”„*#]+$");
    static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}'’&.-]*");
    static final Set<String> FILLERS = Set.of(
            "a",
            "an",
            "the",
            "of",
            "in",
            "at",
            "by",
            "per",
            "each",
            "and",
            "plus",
            "with",
            "for",
            "to",
            "one",
            "de",
            "von",
            "watercolor",
            "watercolors",
            "watercolour",
            "watercolours",
            "aquarell",
            "aquarelle",
            "aquarellfarbe",
            "aquarellfarben",
            "paint",
            "pigment",
            "pigments",
            "size");

    /** What a line must hold, in lower case, for a pattern to be worth trying. */
    private static final Map<Pattern, List<String>> HINTS = hints();

    private LinePatterns() {}

    /** Whether a line, in lower case, can hold a shape at all: patterns are dear, and most lines hold few of them. */
    static boolean mayHold(String lower, Pattern shape) {
        List<String> hints = HINTS.get(shape);
        return hints == null || hints.stream().anyMatch(lower::contains);
    }

    private static Map.Entry<Pattern, HoldingForm> form(String words, HoldingForm form) {
        return Map.entry(Pattern.compile("(?iu)(?<![\\p{L}\\d])(?:" + words + ")(?![\\p{L}])"), form);
    }

    private static Map<Pattern, List<String>> hints() {
        Map<Pattern, List<String>> all = new IdentityHashMap<>();
        all.put(NAMED, List.of("["));
        all.put(TRAIT_STEP, List.of("transparency", "staining", "granulation"));
        all.put(MONEY_SPOKEN, List.of("euro", "pound", "dollar", "franc", "€", "£"));
        List<String> money = List.of(
                "€", "£", "$", "¥", "eur", "gbp", "usd", "chf", "sek", "dkk", "nok", "pln", "czk", "jpy", "aud", "cad",
                "nzd", "pound", "dollar", "fr.", "franc");
        all.put(MONEY_FIRST, money);
        all.put(MONEY_LAST, money);
        all.put(MONEY_BARE, List.of(".", ","));
        all.put(DISCOUNT, List.of("%", "cent", "prozent"));
        all.put(SIZE, List.of("ml", "millilit", "cl", "oz"));
        all.put(LIGHT, List.of("light", "lf", "astm", "lichtecht", "blue wool", "bw", "*", "★", "☆"));
        all.put(CATALOGUE, List.of("no", "nr", "n°", "nº", "art", "cat", "ref", "item", "sku", "#"));
        all.put(GIFT, List.of("gift", "present", "geschenk", "cadeau"));
        all.put(TO_GIVE, List.of("give", "for "));
        all.put(FOR, List.of("for "));
        all.put(FROM, List.of("from", "von", "part de"));
        all.put(BY, List.of("by"));
        all.put(PARCEL, List.of("parcel", "paket", "package", "box", "colis"));
        all.put(EDITION, List.of("edition", "formula", "stock", "version", "recipe", "label", "tube", "since"));
        List<List<String>> forms = List.of(
                List.of("pan", "napf", "näpf", "godet"),
                List.of("pan"),
                List.of("pan", "napf", "näpf", "godet"),
                List.of("tub"),
                List.of("stick", "stift"),
                List.of("dot"),
                List.of("bottle", "flasche", "flacon"),
                List.of("sample", "probe", "chantillon", "tester"));
        for (int i = 0; i < FORMS.size(); i++) all.put(FORMS.get(i).getKey(), forms.get(i));
        all.put(
                QUANTITY_OF_FORMS,
                List.of("tubes", "pans", "sticks", "dots", "bottles", "samples", "tuben", "näpf", "godets"));
        return all;
    }

    private static Map<Charge, Pattern> charges() {
        Map<Charge, String> words = new EnumMap<>(Charge.class);
        words.put(
                Charge.SHIPPING,
                "shipping(?: (?:&|and) handling)?|postage(?: (?:&|and) packing)?|delivery|porto|versand(?:kosten)?|frais de port|p&p");
        words.put(Charge.DUTY, "(?:import |customs )?dut(?:y|ies)|customs|zoll|douane");
        words.put(Charge.COURIER, "courier(?:'s|’s)?(?: fee)?|handling fee|kuriergebühr|clearance fee");
        words.put(Charge.TAX, "(?:incl(?:\\.|uding|udes)? )?(?:vat|tax|sales tax|mwst\\.?|mehrwertsteuer|tva)");
        words.put(Charge.VOUCHER, "voucher|coupon|gift card|gutschein|bon de réduction|store credit");
        words.put(Charge.ORDER_DISCOUNT, "(?:order )?discount|rabatt|remise");
        words.put(
                Charge.SUM, "(?:sub|grand )?-?total|sum|summe|gesamt(?:summe)?|zwischensumme|goods|amount due|to pay");
        Map<Charge, Pattern> all = new EnumMap<>(Charge.class);
        words.forEach((c, w) -> all.put(c, Pattern.compile("(?iu)(?:" + w + ")")));
        return all;
    }
}
