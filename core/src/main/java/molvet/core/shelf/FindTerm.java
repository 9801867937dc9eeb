package molvet.core.shelf;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.Family;
import molvet.core.collection.Standing;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Trait;

/** One understood piece of a find: a condition on a paint. */
public sealed interface FindTerm extends FindExpr {
    /** Most are written as they are said. */
    @Override
    default String words() {
        return written();
    }

    /** A word that a name, maker, line or name in another language begins with. */
    record Word(String text) implements FindTerm {
        @Override
        public String written() {
            return text;
        }

        @Override
        public String words() {
            return text;
        }
    }

    /** Words as they stand together in the name. */
    record Phrase(String text) implements FindTerm {
        @Override
        public String written() {
            return '"' + text + '"';
        }

        @Override
        public String words() {
            return "“" + text + "”";
        }
    }

    record WithPigment(PigmentCode code) implements FindTerm {
        @Override
        public String written() {
            return code.toString();
        }

        @Override
        public String words() {
            return "pigment " + code;
        }
    }

    /** These pigments and no other, in any order. */
    record OnlyPigments(List<PigmentCode> codes) implements FindTerm {
        public OnlyPigments {
            codes = List.copyOf(codes);
        }

        @Override
        public String written() {
            return "only "
                    + String.join(
                            " and ", codes.stream().map(PigmentCode::toString).toList());
        }
    }

    record ByMaker(String maker) implements FindTerm {
        @Override
        public String written() {
            return "maker:\"" + maker + '"';
        }

        @Override
        public String words() {
            return "maker " + maker;
        }
    }

    record Numbered(Accession accession) implements FindTerm {
        @Override
        public String written() {
            return accession.toString();
        }

        @Override
        public String words() {
            return "number " + accession;
        }
    }

    record AtPlace(PlaceCode place) implements FindTerm {
        @Override
        public String written() {
            return place.toString();
        }

        @Override
        public String words() {
            return "at " + place;
        }
    }

    record InKeeper(PlaceCode.KeeperCode keeper) implements FindTerm {
        @Override
        public String written() {
            return keeper.toString();
        }

        @Override
        public String words() {
            return "in " + keeper.kind().words() + " " + keeper.number();
        }
    }

    record InStanding(Standing standing) implements FindTerm {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            return standing.name().toLowerCase(Locale.ROOT);
        }
    }

    record OfRecipe(boolean single) implements FindTerm {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            return single ? "single" : "mixture";
        }
    }

    record OfVolume(BigDecimal ml) implements FindTerm {
        @Override
        public String written() {
            return ml.stripTrailingZeros().toPlainString() + "ml";
        }

        @Override
        public String words() {
            return ml.stripTrailingZeros().toPlainString() + " ml";
        }
    }

    /** What a paint may lack. */
    enum Missing {
        SWATCH,
        PLACE,
        COLOUR,
        PIGMENTS
    }

    record Lacks(Missing missing) implements FindTerm {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            return "no " + missing.name().toLowerCase(Locale.ROOT);
        }
    }

    /** Conditions that need nothing said beside them. */
    enum Plain {
        LOST("lost", "swatch lost"),
        DRYING("drying", "drying"),
        DISAGREE("disagree", "voices disagree"),
        PAINTED("painted", "painted"),
        RUNNING_LOW("running low", "running low"),
        DISCONTINUED("discontinued", "discontinued"),
        CAUTIONED("with cautions", "with cautions"),
        OUT_OF_PRODUCTION("old pigment", "pigment no longer made"),
        GIVEN_ANONYMOUSLY("given anonymously", "given anonymously");

        private final String written;
        private final String words;

        Plain(String written, String words) {
            this.written = written;
            this.words = words;
        }

        public String written() {
            return written;
        }
    }

    record Is(Plain what) implements FindTerm {
        @Override
        public String written() {
            return what.written;
        }

        @Override
        public String words() {
            return what.words;
        }
    }

    /** By family of colour: as measured, else as named, else as the pigments are. */
    record Hued(Family family) implements FindTerm {
        @Override
        public String written() {
            return "hue:" + family.words();
        }

        @Override
        public String words() {
            return "hue " + family.words();
        }
    }

    /** Of the same family, and nearer to orange than it, or farther from it. */
    record Warmer(Accession than, boolean warmer) implements FindTerm {
        @Override
        public String written() {
            return (warmer ? "warmer than " : "cooler than ") + than;
        }
    }

    /** @param within largest ΔE00 at full strength */
    record Near(Accession to, BigDecimal within) implements FindTerm {
        /** About as far apart as two cards are that one takes for the same paint at arm’s length (common practice). */
        public static final BigDecimal USUAL = BigDecimal.valueOf(5);

        @Override
        public String written() {
            return "near " + to
                    + (within.compareTo(USUAL) == 0
                            ? ""
                            : " within " + within.stripTrailingZeros().toPlainString());
        }

        @Override
        public String words() {
            return "near " + to + ", within ΔE " + within.stripTrailingZeros().toPlainString();
        }
    }

    /** Whose word of a trait is meant. */
    enum Voice {
        VERDICT(""),
        LABEL(" on the label"),
        PIGMENTS(" by its pigments"),
        PAPER(" on my paper");

        private final String words;

        Voice(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /**
     * A voice puts a trait between two steps of its scale, both included.
     *
     * @param phrase what the steps are called
     */
    record Says(Voice voice, Trait trait, int from, int to, String phrase) implements FindTerm {
        @Override
        public String written() {
            return phrase + voice.words;
        }
    }

    /** The lightfastness claim, in the maker’s own symbol. */
    record Claims(String symbol) implements FindTerm {
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
    record Doubtful(Trait trait) implements FindTerm {
        @Override
        public String written() {
            return "doubtful " + trait.words();
        }
    }

    record InSeries(int from, int to) implements FindTerm {
        @Override
        public String written() {
            return "series " + from + (from == to ? "" : ".." + to);
        }

        @Override
        public String words() {
            return "series " + from + (from == to ? "" : " to " + to);
        }
    }

    /** What a holding cost for each ml, in whatever currency was paid. */
    record PerMl(boolean under, BigDecimal price) implements FindTerm {
        @Override
        public String written() {
            return (under ? "under " : "over ") + price.toPlainString() + " per ml";
        }
    }

    record GivenBy(String giver) implements FindTerm {
        @Override
        public String written() {
            return "given by \"" + giver + '"';
        }

        @Override
        public String words() {
            return "given by " + giver;
        }
    }

    /** Wished for, with these words in the reason. */
    record WishedFor(String reason) implements FindTerm {
        @Override
        public String written() {
            return "wished for \"" + reason + '"';
        }

        @Override
        public String words() {
            return "wished for “" + reason + "”";
        }
    }

    /** Came in with an arrival of this title or from this source. */
    record FromArrival(String title) implements FindTerm {
        @Override
        public String written() {
            return "from \"" + title + '"';
        }

        @Override
        public String words() {
            return "from " + title;
        }
    }

    /** Seasons of three whole months, as the weather services count them in the north. */
    enum Season {
        SPRING(3),
        SUMMER(6),
        AUTUMN(9),
        WINTER(12);

        private final int first;

        Season(int first) {
            this.first = first;
        }

        /** Its three months, 1 to 12. */
        public List<Integer> months() {
            return List.of(first, first % 12 + 1, (first + 1) % 12 + 1);
        }

        String words() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Came in with an arrival of a kind, in a season, in a year: at least one of them.
     *
     * @param kind a name of the kinds of arrival, or empty
     */
    record CameIn(Optional<Season> season, String kind, Optional<Integer> year) implements FindTerm {
        @Override
        public String written() {
            return words();
        }

        @Override
        public String words() {
            StringBuilder all = new StringBuilder("from the");
            season.ifPresent(s -> all.append(' ').append(s.words()));
            if (!kind.isEmpty()) {
                all.append(' ').append(kind.toLowerCase(Locale.ROOT).replace('_', ' '));
            }
            year.ifPresent(y -> all.append(' ').append(y));
            return all.toString();
        }
    }

    /** Not painted out, looked at, poured or bought since the first of a year. */
    record NotUsedSince(int year) implements FindTerm {
        @Override
        public String written() {
            return "not used since " + year;
        }
    }

    /** The latest the eye said of a trait is this step. */
    record Seen(EyeTrait trait, String step, String phrase) implements FindTerm {
        @Override
        public String written() {
            return phrase;
        }

        @Override
        public String words() {
            return phrase;
        }
    }

    /** No pigment of the recipe holds the element; a paint whose pigments are not known is not said to be free of it. */
    record FreeOf(String element) implements FindTerm {
        @Override
        public String written() {
            return element + "-free";
        }
    }
}
