package molvet.core.shelf;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.collection.Accession;
import molvet.core.collection.Standing;
import molvet.core.measure.Words;
import molvet.core.pigment.PigmentCode;

/**
 * The language of the find field: what each piece of it was understood to be.
 *
 * <p>Plain words, pigment codes, makers, accession numbers, places, standings, {@code single}, {@code mixture},
 * {@code lost}, volumes, and what is missing. Never refuses: what means nothing else is a word of a name. All terms
 * must hold at once.
 */
public record Find(List<Term> terms) {
    /** The longest text that is looked at, in characters; the rest is left off. */
    public static final int MOST = 500;

    private static final int MOST_TERMS = 20;
    private static final Pattern PIECE = Pattern.compile("\"([^\"]*)\"?|\\S+");
    private static final Pattern VOLUME = Pattern.compile("(?i)(\\d{1,4}(?:[.,]\\d{1,2})?)\\s*ml");
    private static final Map<String, Missing> LACKING = Map.ofEntries(
            Map.entry("no swatch", Missing.SWATCH),
            Map.entry("not swatched", Missing.SWATCH),
            Map.entry("not painted", Missing.SWATCH),
            Map.entry("unpainted", Missing.SWATCH),
            Map.entry("no place", Missing.PLACE),
            Map.entry("not filed", Missing.PLACE),
            Map.entry("unfiled", Missing.PLACE),
            Map.entry("no colour", Missing.COLOUR),
            Map.entry("no color", Missing.COLOUR),
            Map.entry("not read", Missing.COLOUR),
            Map.entry("unread", Missing.COLOUR),
            Map.entry("no pigments", Missing.PIGMENTS),
            Map.entry("no pigment", Missing.PIGMENTS));

    public Find {
        terms = List.copyOf(terms);
    }

    /** What a paint may lack. */
    public enum Missing {
        SWATCH,
        PLACE,
        COLOUR,
        PIGMENTS
    }

    /** One understood piece. */
    public sealed interface Term {
        /** The piece as it is written in the language; reads back as the same term. */
        String written();

        /** The piece in words, for the token on screen. */
        String words();
    }

    public record Word(String text) implements Term {
        @Override
        public String written() {
            return text;
        }

        @Override
        public String words() {
            return text;
        }
    }

    public record Phrase(String text) implements Term {
        @Override
        public String written() {
            return '"' + text + '"';
        }

        @Override
        public String words() {
            return "“" + text + "”";
        }
    }

    public record WithPigment(PigmentCode code) implements Term {
        @Override
        public String written() {
            return code.toString();
        }

        @Override
        public String words() {
            return "pigment " + code;
        }
    }

    public record ByMaker(String maker) implements Term {
        @Override
        public String written() {
            return "maker:\"" + maker + '"';
        }

        @Override
        public String words() {
            return "maker " + maker;
        }
    }

    public record Numbered(Accession accession) implements Term {
        @Override
        public String written() {
            return accession.toString();
        }

        @Override
        public String words() {
            return "number " + accession;
        }
    }

    public record AtPlace(PlaceCode place) implements Term {
        @Override
        public String written() {
            return place.toString();
        }

        @Override
        public String words() {
            return "at " + place;
        }
    }

    public record InKeeper(PlaceCode.KeeperCode keeper) implements Term {
        @Override
        public String written() {
            return keeper.toString();
        }

        @Override
        public String words() {
            return "in " + keeper.kind().words() + " " + keeper.number();
        }
    }

    public record InStanding(Standing standing) implements Term {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            return standing.name().toLowerCase(Locale.ROOT);
        }
    }

    public record OfRecipe(boolean single) implements Term {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            return single ? "single" : "mixture";
        }
    }

    public record SwatchLost() implements Term {
        @Override
        public String written() {
            return "lost";
        }

        @Override
        public String words() {
            return "swatch lost";
        }
    }

    public record Drying() implements Term {
        @Override
        public String written() {
            return "drying";
        }

        @Override
        public String words() {
            return "drying";
        }
    }

    public record Disagreeing() implements Term {
        @Override
        public String written() {
            return "disagree";
        }

        @Override
        public String words() {
            return "voices disagree";
        }
    }

    public record Painted() implements Term {
        @Override
        public String written() {
            return "painted";
        }

        @Override
        public String words() {
            return "painted";
        }
    }

    public record OfVolume(BigDecimal ml) implements Term {
        @Override
        public String written() {
            return ml.stripTrailingZeros().toPlainString() + "ml";
        }

        @Override
        public String words() {
            return ml.stripTrailingZeros().toPlainString() + " ml";
        }
    }

    public record Lacks(Missing missing) implements Term {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            return "no " + missing.name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * @param makers the makers' names of the collection, so that they are known when seen
     */
    public static Find parse(String text, List<String> makers) {
        String kept = text.length() > MOST ? text.substring(0, MOST) : text;
        List<String> pieces = new ArrayList<>();
        Matcher m = PIECE.matcher(kept.replaceAll("\\p{Cntrl}", " ").replaceAll("(?i)maker:\\s*", "maker: "));
        while (m.find()) pieces.add(m.group());
        List<Term> terms = new ArrayList<>();
        int i = 0;
        while (i < pieces.size() && terms.size() < MOST_TERMS) {
            int used = 0;
            for (int n = Math.min(4, pieces.size() - i); n >= 1 && used == 0; n--) {
                Optional<Term> term = term(pieces.subList(i, i + n), makers);
                if (term.isPresent()) {
                    if (!terms.contains(term.get())) terms.add(term.get());
                    used = n;
                }
            }
            if (used == 0) {
                for (String word : Words.folded(pieces.get(i)).split(" ")) {
                    if (!word.isEmpty() && terms.size() < MOST_TERMS) terms.add(new Word(word));
                }
                used = 1;
            }
            i += used;
        }
        return new Find(terms);
    }

    private static Optional<Term> term(List<String> pieces, List<String> makers) {
        String joined = String.join(" ", pieces);
        if (pieces.size() == 1 && joined.startsWith("\"")) {
            String phrase = Words.folded(joined);
            return phrase.isEmpty() ? Optional.empty() : Optional.of(new Phrase(phrase));
        }
        String low = joined.toLowerCase(Locale.ROOT);
        Optional<Missing> missing = Optional.ofNullable(LACKING.get(low));
        if (missing.isPresent()) return missing.map(Lacks::new);
        Optional<Term> plain = switch (low) {
            case "single", "single pigment" -> Optional.of(new OfRecipe(true));
            case "mixture", "mixtures", "mix" -> Optional.of(new OfRecipe(false));
            case "lost" -> Optional.of(new SwatchLost());
            case "painted", "swatched" -> Optional.of(new Painted());
            case "drying" -> Optional.of(new Drying());
            case "disagree", "disagrees" -> Optional.of(new Disagreeing());
            case "owned", "sampled", "wished", "gone" ->
                Optional.of(new InStanding(Standing.valueOf(low.toUpperCase(Locale.ROOT))));
            default -> Optional.empty();
        };
        if (plain.isPresent()) return plain;
        Matcher volume = VOLUME.matcher(joined);
        if (volume.matches())
            return Optional.of(new OfVolume(new BigDecimal(volume.group(1).replace(',', '.'))));
        Optional<Term> code = PigmentCode.parse(low.replaceFirst("^pigment:? ?", "")
                        .replaceFirst("^([pn](?:br|bk|[a-z]))\\s+", "$1")
                        .replaceFirst("(\\d)\\.(\\d)$", "$1:$2"))
                .map(WithPigment::new);
        if (code.isPresent()) return code;
        Optional<Term> number = Accession.parse(joined).map(Numbered::new);
        if (number.isPresent()) return number;
        Optional<Term> place =
                PlaceCode.parse(low.replaceFirst("^(?:at|in) ", "")).map(AtPlace::new);
        if (place.isPresent()) return place;
        Optional<Term> keeper =
                PlaceCode.KeeperCode.parse(low.replaceFirst("^(?:at|in) ", "")).map(InKeeper::new);
        if (keeper.isPresent()) return keeper;
        String name = Words.folded(low.startsWith("maker:") ? low.substring(6) : low);
        return makers.stream()
                .filter(k -> !name.isEmpty() && Words.folded(k).equals(name))
                .findFirst()
                .map(ByMaker::new);
    }

    /** The whole find as written; reads back as the same terms. */
    public String written() {
        return String.join(" ", terms.stream().map(Term::written).toList());
    }
}
