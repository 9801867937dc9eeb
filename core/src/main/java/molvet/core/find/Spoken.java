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
