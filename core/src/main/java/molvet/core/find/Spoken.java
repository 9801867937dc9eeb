package molvet.core.find;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A find in pieces, with what people say roundabout brought to how the language says it. */
final class Spoken {
    private static final Pattern PIECE = Pattern.compile("[()]|(?:[\\w-]+:)?\"[^\"]*\"?|[^\\s()\"]+");
    private static final Set<String> ANYONE =
            Set.of("anyone", "anybody", "anything", "everyone", "everybody", "everything", "any", "all");
    private static final Pattern AFTER_HAVE = Pattern.compile("not|never|painted|swatched|used|touched|tested|bought"
            + "|opened|finished|emptied|given|lent|loved|liked|measured|read|filed|lost");
    private static final Pattern NUMBER = Pattern.compile("\\d{1,5}(?:[.,]\\d{1,2})?");
    private static final Set<String> PRICE = Set.of("price", "priced", "cost", "costs", "costing", "paid");
    private static final Set<String> UNITS =
            Set.of("ml", "euro", "euros", "eur", "€", "pounds", "gbp", "£", "dollars", "usd", "$", "chf");
    private static final Pattern SHORTENED = Pattern.compile("(\\p{L}{2,6})n't");

    private final List<Piece> pieces = new ArrayList<>();

    /** @param bare without marks at its end */
    record Piece(String text, String bare, int at) {
        static Piece of(String text, int at) {
            String bare = text.replaceFirst("[,;:?!.]+$", "");
            return new Piece(text, bare.isEmpty() ? text : bare, at);
        }

        String low() {
            return bare.toLowerCase(Locale.ROOT);
        }

        boolean is(String word) {
            return bare.equalsIgnoreCase(word);
        }
    }

    private Spoken() {}

    /** What stands between quotation marks is one piece; each keeps where it stands in the text. */
    static List<Piece> pieces(String text) {
        Spoken spoken = new Spoken();
        Matcher m = PIECE.matcher(text);
        while (m.find()) {
            // “-PB29” is “not PB29”, as other searches have it.
            boolean without = m.group().length() > 1
                    && m.group().charAt(0) == '-'
                    && Character.isLetter(m.group().charAt(1));
            if (without) {
                spoken.pieces.add(Piece.of("not", m.start()));
                spoken.pieces.add(Piece.of(m.group().substring(1), m.start() + 1));
            } else {
                spoken.shortened(m.group(), m.start());
            }
        }
        spoken.dropAuxiliaries();
        spoken.anyoneBut();
        spoken.between();
        return spoken.pieces;
    }

    /** The “have” of “I have never painted” says nothing of having. */
    private void dropAuxiliaries() {
        for (int i = pieces.size() - 2; i > 0; i--) {
            boolean auxiliary = pieces.get(i).is("have")
                    && pieces.get(i - 1).is("i")
                    && AFTER_HAVE.matcher(pieces.get(i + 1).low()).matches();
            if (auxiliary) pieces.remove(i);
        }
    }

    /** “Anyone but Kelpwick” is “not Kelpwick”. */
    private void anyoneBut() {
        for (int i = pieces.size() - 2; i >= 0; i--) {
            if (!pieces.get(i + 1).is("but") || !ANYONE.contains(pieces.get(i).low())) continue;
            pieces.set(i, Piece.of("not", pieces.get(i).at));
            pieces.remove(i + 1);
        }
    }

    /** “Between 5 and 10 euro” is “over 5 euro under 10 euro”. */
    private void between() {
        for (int i = 0; i + 3 < pieces.size(); i++) {
            boolean said = pieces.get(i).is("between")
                    && isNumber(i + 1)
                    && pieces.get(i + 2).is("and")
                    && NUMBER.matcher(pieces.get(i + 3).low()).lookingAt();
            if (!said) continue;
            Piece from = pieces.get(i);
            Piece upTo = pieces.get(i + 2);
            boolean price = i > 0 && PRICE.contains(pieces.get(i - 1).low());
            boolean apart = isNumber(i + 3)
                    && i + 4 < pieces.size()
                    && UNITS.contains(pieces.get(i + 4).low());
            String unit = apart
                    ? pieces.get(i + 4).bare
                    : NUMBER.matcher(pieces.get(i + 3).bare).replaceFirst("");
            if (unit.isEmpty() && !price) continue;
            List<Piece> both = new ArrayList<>(List.of(Piece.of("over", from.at), pieces.get(i + 1)));
            if (!unit.isEmpty()) both.add(Piece.of(unit, from.at));
            if (price) both.add(pieces.get(i - 1));
            both.addAll(List.of(Piece.of("under", upTo.at), pieces.get(i + 3)));
            if (apart) both.add(pieces.get(i + 4));
            pieces.subList(i, i + (apart ? 5 : 4)).clear();
            pieces.addAll(i, both);
        }
    }

    private boolean isNumber(int i) {
        return NUMBER.matcher(pieces.get(i).bare).matches();
    }

    /** “Doesn't” is “does not”. */
    private void shortened(String typed, int from) {
        Matcher m = SHORTENED.matcher(typed);
        if (m.matches()) {
            String verb = m.group(1).toLowerCase(Locale.ROOT);
            pieces.add(Piece.of(verb.equals("wo") ? "will" : verb.equals("ca") ? "can" : m.group(1), from));
            pieces.add(Piece.of("not", from));
        } else {
            pieces.add(Piece.of(typed, from));
        }
    }
}
