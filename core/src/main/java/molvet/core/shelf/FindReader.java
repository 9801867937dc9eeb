package molvet.core.shelf;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.collection.Accession;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.Family;
import molvet.core.collection.Standing;
import molvet.core.measure.Words;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Staining;
import molvet.core.pigment.Trait;
import molvet.core.pigment.Transparency;

/** Reads the find language: from the left, the longest run of words that means something is one term. */
final class FindReader {
    private static final int MOST_PIECES = 6;
    private static final Pattern PIECE = Pattern.compile("[()]|(?:[\\w-]+:)?\"[^\"]*\"?|[^\\s()\"]+");
    private static final Pattern VOLUME = Pattern.compile("(?i)(\\d{1,4}(?:[.,]\\d{1,2})?)\\s*ml");
    private static final Pattern SERIES = Pattern.compile("series (\\d{1,2})(?: ?(?:\\.\\.|-|–|to) ?(\\d{1,2}))?");
    private static final Pattern PER_ML =
            Pattern.compile("(under|below|over|above) (\\d{1,4}(?:[.,]\\d{1,3})?) ?(?:per ml|/ ?ml|a ml)");
    private static final Pattern RELATION = Pattern.compile(
            "(warmer|cooler|near) (?:than |to )?(m-?\\d+)" + "(?: within (\\d{1,2}(?:[.,]\\d{1,2})?))?");
    private static final Pattern NOT_USED = Pattern.compile("(?:not used|unused) since (\\d{4})");
    private static final Pattern FREE = Pattern.compile("(?:(\\p{L}+)[- ]free|free of (\\p{L}+))");
    private static final Pattern QUOTED = Pattern.compile("\"[^\"]*\"?");
    private static final Pattern ONLY = Pattern.compile("only (.+)");
    /** As the kinds of arrival are named, in a room above this one. */
    static final List<String> KINDS =
            List.of("HAUL", "GIFT", "SWAP", "SET", "DOT_CARD", "SAMPLE", "SPECIAL_EDITION", "LEFTOVER", "FOUND_AGAIN");

    private static final Set<String> ELEMENTS = Set.of(
            "cobalt",
            "cadmium",
            "nickel",
            "manganese",
            "chromium",
            "lead",
            "antimony",
            "copper",
            "barium",
            "arsenic",
            "mercury",
            "zinc",
            "tin",
            "iron");

    private static final Map<String, FindTerm.Missing> LACKING = Map.ofEntries(
            Map.entry("no swatch", FindTerm.Missing.SWATCH),
            Map.entry("not swatched", FindTerm.Missing.SWATCH),
            Map.entry("not painted", FindTerm.Missing.SWATCH),
            Map.entry("unpainted", FindTerm.Missing.SWATCH),
            Map.entry("no place", FindTerm.Missing.PLACE),
            Map.entry("not filed", FindTerm.Missing.PLACE),
            Map.entry("unfiled", FindTerm.Missing.PLACE),
            Map.entry("no colour", FindTerm.Missing.COLOUR),
            Map.entry("no color", FindTerm.Missing.COLOUR),
            Map.entry("not read", FindTerm.Missing.COLOUR),
            Map.entry("unread", FindTerm.Missing.COLOUR),
            Map.entry("no pigments", FindTerm.Missing.PIGMENTS),
            Map.entry("no pigment", FindTerm.Missing.PIGMENTS));

    private static final Map<String, FindTerm.Plain> PLAIN = Map.ofEntries(
            Map.entry("lost", FindTerm.Plain.LOST),
            Map.entry("drying", FindTerm.Plain.DRYING),
            Map.entry("disagree", FindTerm.Plain.DISAGREE),
            Map.entry("disagrees", FindTerm.Plain.DISAGREE),
            Map.entry("painted", FindTerm.Plain.PAINTED),
            Map.entry("swatched", FindTerm.Plain.PAINTED),
            Map.entry("running low", FindTerm.Plain.RUNNING_LOW),
            Map.entry("discontinued", FindTerm.Plain.DISCONTINUED),
            Map.entry("with cautions", FindTerm.Plain.CAUTIONED),
            Map.entry("old pigment", FindTerm.Plain.OUT_OF_PRODUCTION),
            Map.entry("pigment no longer made", FindTerm.Plain.OUT_OF_PRODUCTION),
            Map.entry("given anonymously", FindTerm.Plain.GIVEN_ANONYMOUSLY));

    private record Steps(Trait trait, int from, int to, String phrase) {}

    private static final Map<String, Steps> TRAITS = traits();
    private static final Map<String, FindTerm.Seen> EYE = eye();

    private final String text;
    private final Find.Known known;
    private final List<Piece> pieces = new ArrayList<>();
    private final List<Find.Trouble> troubles = new ArrayList<>();
    private int at;
    private int terms;
    private int open;

    private record Piece(String text, int at) {
        boolean is(String word) {
            return text.equalsIgnoreCase(word);
        }
    }

    FindReader(String text, Find.Known known) {
        this.text = text;
        this.known = known;
    }

    Find read() {
        String kept = text.replaceAll("\\p{Cntrl}", " ");
        if (kept.length() > Find.MOST) {
            troubles.add(new Find.Trouble(
                    Find.MOST,
                    brief(kept.substring(Find.MOST)),
                    "Only the first " + Find.MOST + " characters were looked at."));
            kept = kept.substring(0, Find.MOST);
        }
        Matcher m = PIECE.matcher(kept);
        while (m.find()) pieces.add(new Piece(m.group(), m.start()));
        List<FindExpr> all = new ArrayList<>();
        while (at < pieces.size()) {
            all.add(any());
            if (at < pieces.size() && pieces.get(at).is(")")) {
                trouble(at++, "This bracket was never opened; it was passed over.");
            }
        }
        List<FindExpr> parts =
                all.size() == 1 ? all : all.stream().filter(e -> !isNothing(e)).toList();
        FindExpr root = parts.size() == 1 ? parts.get(0) : all(parts);
        return new Find(root instanceof FindTerm || root instanceof FindExpr.Not ? all(List.of(root)) : root, troubles);
    }

    // ---- and, or, not -----------------------------------------------------------------------------------------------

    private FindExpr any() {
        List<FindExpr> parts = new ArrayList<>(List.of(conjunction()));
        while (at < pieces.size() && pieces.get(at).is("or")) {
            int or = at++;
            FindExpr next = conjunction();
            if (isNothing(next) || isNothing(parts.get(parts.size() - 1))) {
                trouble(or, "“or” wants something on both sides; it was passed over.");
            }
            parts.add(next);
        }
        List<FindExpr> said = new ArrayList<>();
        for (FindExpr p : parts) {
            if (isNothing(p)) continue;
            if (p instanceof FindExpr.Any nested) nested.parts().forEach(e -> addOnce(said, e));
            else addOnce(said, p);
        }
        return said.isEmpty() ? all(List.of()) : said.size() == 1 ? said.get(0) : new FindExpr.Any(said);
    }

    private FindExpr conjunction() {
        List<FindExpr> parts = new ArrayList<>();
        while (at < pieces.size() && !pieces.get(at).is("or") && !pieces.get(at).is(")")) {
            if (pieces.get(at).is("and")
                    || pieces.get(at).is("but")
                    || pieces.get(at).is("with")) {
                boolean joins = pieces.get(at).is("with") && longest().isEmpty();
                if (!pieces.get(at).is("with") || joins) {
                    at++;
                    continue;
                }
            }
            FindExpr one = negation();
            if (isNothing(one)) continue;
            if (one instanceof FindExpr.All nested) nested.parts().forEach(e -> addOnce(parts, e));
            else addOnce(parts, one);
        }
        return parts.size() == 1 ? parts.get(0) : all(parts);
    }

    private FindExpr negation() {
        Piece piece = pieces.get(at);
        if (piece.is("(")) {
            at++;
            open++;
            FindExpr inside = open > 20 ? all(List.of()) : any();
            open--;
            if (at < pieces.size() && pieces.get(at).is(")")) at++;
            else
                troubles.add(new Find.Trouble(piece.at, "(", "This bracket is never closed; it was taken to the end."));
            return inside;
        }
        if (piece.is("not") && longest().isEmpty()) {
            int not = at++;
            if (at >= pieces.size() || pieces.get(at).is(")") || pieces.get(at).is("or")) {
                trouble(not, "“not” what? It was passed over.");
                return all(List.of());
            }
            FindExpr inside = negation();
            if (isNothing(inside)) return inside;
            return inside instanceof FindExpr.Not twice ? twice.part() : new FindExpr.Not(inside);
        }
        return simple();
    }

    private static boolean isNothing(FindExpr e) {
        return e instanceof FindExpr.All all && all.parts().isEmpty();
    }

    private static FindExpr all(List<FindExpr> parts) {
        List<FindExpr> once = new ArrayList<>();
        for (FindExpr p : parts) {
            if (p instanceof FindExpr.All nested) nested.parts().forEach(e -> addOnce(once, e));
            else addOnce(once, p);
        }
        return new FindExpr.All(once);
    }

    private static void addOnce(List<FindExpr> parts, FindExpr one) {
        if (!parts.contains(one)) parts.add(one);
    }

    // ---- one term ---------------------------------------------------------------------------------------------------

    private record Run(FindTerm term, int pieces) {}

    private FindExpr simple() {
        if (terms >= Find.MOST_TERMS) {
            if (terms++ == Find.MOST_TERMS)
                trouble(at, "So many conditions are not looked at; what follows is left off.");
            at++;
            return all(List.of());
        }
        Optional<Run> run = longest();
        if (run.isPresent()) {
            at += run.get().pieces;
            terms++;
            return run.get().term;
        }
        Piece piece = pieces.get(at);
        broken(piece);
        at++;
        List<FindExpr> words = new ArrayList<>();
        String own = piece.text.toLowerCase(Locale.ROOT).startsWith("word:") ? piece.text.substring(5) : piece.text;
        for (String word : Words.folded(own).split(" ")) {
            if (!word.isEmpty() && terms < Find.MOST_TERMS) {
                addOnce(words, new FindTerm.Word(word));
                terms++;
            }
        }
        return words.size() == 1 ? words.get(0) : all(words);
    }

    private Optional<Run> longest() {
        for (int n = Math.min(MOST_PIECES, pieces.size() - at); n >= 1; n--) {
            List<String> run =
                    pieces.subList(at, at + n).stream().map(Piece::text).toList();
            if (n > 1 && run.stream().anyMatch(p -> p.equals("(") || p.equals(")"))) continue;
            Optional<FindTerm> term = term(run);
            if (term.isPresent()) return Optional.of(new Run(term.get(), n));
        }
        return Optional.empty();
    }

    /** What begins as a term and cannot be one. */
    private void broken(Piece piece) {
        String next = at + 1 < pieces.size() ? pieces.get(at + 1).text.toLowerCase(Locale.ROOT) : "";
        String word = piece.text.toLowerCase(Locale.ROOT);
        if ((word.equals("warmer") || word.equals("cooler")) && (next.equals("than") || next.isEmpty())) {
            trouble(at, "Say than which: " + word + " than M-0031.");
        } else if (word.equals("near") && next.isEmpty()) {
            trouble(at, "Say to which: near M-0031.");
        } else if (word.equals("series") && (next.isEmpty() || next.matches("\\d.*"))) {
            trouble(at, "A series is a number, or two: series 4..5.");
        } else if (word.startsWith("hue:")) {
            trouble(
                    at,
                    "Hues are "
                            + String.join(
                                    ", ",
                                    Arrays.stream(Family.values())
                                            .map(Family::words)
                                            .toList())
                            + ".");
        } else if (word.equals("given") && (next.isEmpty() || next.equals("by"))) {
            trouble(at, "Say by whom: given by Bo, or given anonymously.");
        } else if (word.equals("claims") && next.isEmpty()) {
            trouble(at, "Claims what? The maker’s own sign: claims I.");
        } else if (word.startsWith("pigment:")) {
            trouble(at, "That is no pigment code; they look like PB29 or PBr7.");
        }
    }

    private void trouble(int piece, String message) {
        Piece p = pieces.get(piece);
        troubles.add(new Find.Trouble(p.at, brief(p.text), message));
    }

    private static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    private Optional<FindTerm> term(List<String> run) {
        String joined = String.join(" ", run);
        if (run.size() == 1 && joined.startsWith("\"")) {
            String phrase = Words.folded(joined);
            return phrase.isEmpty() ? Optional.empty() : Optional.of(new FindTerm.Phrase(phrase));
        }
        String low = joined.toLowerCase(Locale.ROOT);
        if (low.startsWith("word:")) return Optional.empty();
        return fixed(low)
                .or(() -> trait(low))
                .or(() -> measured(low))
                .or(() -> origin(run, joined))
                .or(() -> recipe(low))
                .or(() -> place(run, low, joined));
    }

    private static Optional<FindTerm> fixed(String low) {
        FindTerm.Missing missing = LACKING.get(low);
        if (missing != null) return Optional.of(new FindTerm.Lacks(missing));
        FindTerm.Plain plain = PLAIN.get(low);
        if (plain != null) return Optional.of(new FindTerm.Is(plain));
        FindTerm.Seen seen = EYE.get(low);
        if (seen != null) return Optional.of(seen);
        return switch (low) {
            case "single", "single pigment" -> Optional.of(new FindTerm.OfRecipe(true));
            case "mixture", "mixtures", "mix" -> Optional.of(new FindTerm.OfRecipe(false));
            case "owned", "sampled", "wished", "gone" ->
                Optional.of(new FindTerm.InStanding(Standing.valueOf(low.toUpperCase(Locale.ROOT))));
            case "doubtful" -> Optional.of(new FindTerm.Doubtful(Trait.LIGHTFASTNESS));
            default -> Optional.empty();
        };
    }

    private static Optional<FindTerm> trait(String low) {
        for (FindTerm.Voice voice : FindTerm.Voice.values()) {
            if (!low.endsWith(voice.words())) continue;
            Steps s = TRAITS.get(low.substring(0, low.length() - voice.words().length()));
            if (s != null) return Optional.of(new FindTerm.Says(voice, s.trait, s.from, s.to, s.phrase));
        }
        if (low.startsWith("claims ")) {
            String claimed = low.substring(7).replace("\"", "").strip();
            Steps s = TRAITS.get(claimed);
            if (s != null && !low.contains("\"")) {
                return Optional.of(new FindTerm.Says(FindTerm.Voice.LABEL, s.trait, s.from, s.to, s.phrase));
            }
            return claimed.isEmpty() || claimed.length() > 20 || claimed.contains(" ")
                    ? Optional.empty()
                    : Optional.of(new FindTerm.Claims(claimed.toUpperCase(Locale.ROOT)));
        }
        if (low.startsWith("doubtful ")) {
            return Arrays.stream(Trait.values())
                    .filter(t -> t.words().equals(low.substring(9)))
                    .<FindTerm>map(FindTerm.Doubtful::new)
                    .findFirst();
        }
        return Optional.empty();
    }

    private static Optional<FindTerm> measured(String low) {
        if (low.startsWith("hue:")) {
            String hue = low.substring(4).strip();
            return Arrays.stream(Family.values())
                    .filter(f -> f.words().equals(hue) || hue.equals("gray") && f == Family.GREY)
                    .<FindTerm>map(FindTerm.Hued::new)
                    .findFirst();
        }
        Matcher volume = VOLUME.matcher(low);
        if (volume.matches()) return Optional.of(new FindTerm.OfVolume(number(volume.group(1))));
        Matcher series = SERIES.matcher(low);
        if (series.matches()) {
            int from = Integer.parseInt(series.group(1));
            int to = series.group(2) == null ? from : Integer.parseInt(series.group(2));
            return Optional.of(new FindTerm.InSeries(Math.min(from, to), Math.max(from, to)));
        }
        Matcher cost = PER_ML.matcher(low);
        if (cost.matches()) {
            boolean under = cost.group(1).equals("under") || cost.group(1).equals("below");
            return Optional.of(new FindTerm.PerMl(under, number(cost.group(2))));
        }
        Matcher relation = RELATION.matcher(low);
        if (relation.matches()) {
            Optional<Accession> of = Accession.parse(relation.group(2));
            boolean near = relation.group(1).equals("near");
            if (of.isEmpty() || !near && (relation.group(3) != null || !low.contains(" than ")))
                return Optional.empty();
            return Optional.of(
                    near
                            ? new FindTerm.Near(
                                    of.get(),
                                    relation.group(3) == null ? FindTerm.Near.USUAL : number(relation.group(3)))
                            : new FindTerm.Warmer(of.get(), relation.group(1).equals("warmer")));
        }
        Matcher unused = NOT_USED.matcher(low);
        return unused.matches()
                ? Optional.of(new FindTerm.NotUsedSince(Integer.parseInt(unused.group(1))))
                : Optional.empty();
    }

    private static BigDecimal number(String text) {
        BigDecimal n = new BigDecimal(text.replace(',', '.')).stripTrailingZeros();
        return n.scale() < 0 ? n.setScale(0) : n;
    }

    private Optional<FindTerm> origin(List<String> run, String joined) {
        String low = joined.toLowerCase(Locale.ROOT);
        if (low.startsWith("given by ")) {
            return named(joined.substring(9), known.givers(), run.size() == 3).map(FindTerm.GivenBy::new);
        }
        if (low.startsWith("wished for ")) {
            return named(joined.substring(11), List.of(), run.size() == 3).map(FindTerm.WishedFor::new);
        }
        if (!low.startsWith("from ")) return Optional.empty();
        String of = joined.substring(5);
        Optional<FindTerm> came = cameIn(of.toLowerCase(Locale.ROOT));
        if (came.isPresent()) return came;
        String bare = of.replaceFirst("(?i)^the ", "");
        return named(bare, known.arrivals(), QUOTED.matcher(bare).matches()).map(FindTerm.FromArrival::new);
    }

    /** A name that is known, or one in quotation marks, or where that is allowed a single word. */
    private static Optional<String> named(String typed, List<String> known, boolean anyWord) {
        String folded = Words.folded(typed);
        if (folded.isEmpty()) return Optional.empty();
        Optional<String> found =
                known.stream().filter(k -> Words.folded(k).equals(folded)).findFirst();
        if (found.isPresent()) return found.map(k -> k.replace('"', '\''));
        return anyWord ? Optional.of(folded) : Optional.empty();
    }

    private static Optional<FindTerm> cameIn(String of) {
        if (of.contains("\"")) return Optional.empty();
        String left = " " + of.replaceFirst("^the ", "").strip() + " ";
        Optional<FindTerm.Season> season = Optional.empty();
        for (FindTerm.Season s : FindTerm.Season.values()) {
            String word = " " + s.words() + " ";
            if (left.contains(word)) {
                season = Optional.of(s);
                left = left.replaceFirst(word, " ");
            }
        }
        if (left.contains(" fall ")) {
            season = Optional.of(FindTerm.Season.AUTUMN);
            left = left.replaceFirst(" fall ", " ");
        }
        String kind = "";
        for (String k : KINDS) {
            String word = " " + k.toLowerCase(Locale.ROOT).replace('_', ' ') + " ";
            if (left.contains(word)) {
                kind = k;
                left = left.replaceFirst(word, " ");
            }
        }
        Optional<Integer> year = Optional.empty();
        Matcher y = Pattern.compile(" ((?:19|20)\\d{2}) ").matcher(left);
        if (y.find()) {
            year = Optional.of(Integer.parseInt(y.group(1)));
            left = y.replaceFirst(" ");
        }
        boolean something = season.isPresent() || !kind.isEmpty() || year.isPresent();
        return left.isBlank() && something ? Optional.of(new FindTerm.CameIn(season, kind, year)) : Optional.empty();
    }

    private static Optional<FindTerm> recipe(String low) {
        Matcher free = FREE.matcher(low);
        if (free.matches()) {
            String element = free.group(1) != null ? free.group(1) : free.group(2);
            if (ELEMENTS.contains(element)) return Optional.of(new FindTerm.FreeOf(element));
        }
        Matcher only = ONLY.matcher(low);
        if (only.matches()) {
            List<PigmentCode> codes = new ArrayList<>();
            for (String one : only.group(1).split(" (?:and|\\+|&) |, ?")) {
                Optional<PigmentCode> code = code(one.strip());
                if (code.isEmpty()) return Optional.empty();
                if (!codes.contains(code.get())) codes.add(code.get());
            }
            return codes.isEmpty() ? Optional.empty() : Optional.of(new FindTerm.OnlyPigments(codes));
        }
        return code(low.replaceFirst("^(?:pigment:? ?|with )", "")).map(FindTerm.WithPigment::new);
    }

    private static Optional<PigmentCode> code(String low) {
        return PigmentCode.parse(
                low.replaceFirst("^([pn](?:br|bk|[a-z]))\\s+", "$1").replaceFirst("(\\d)\\.(\\d)$", "$1:$2"));
    }

    private Optional<FindTerm> place(List<String> run, String low, String joined) {
        Optional<FindTerm> number = Accession.parse(joined).map(FindTerm.Numbered::new);
        if (number.isPresent()) return number;
        String bare = low.replaceFirst("^(?:at|in) ", "");
        Optional<FindTerm> place = PlaceCode.parse(bare).map(FindTerm.AtPlace::new);
        if (place.isPresent()) return place;
        Optional<FindTerm> keeper = PlaceCode.KeeperCode.parse(bare).map(FindTerm.InKeeper::new);
        if (keeper.isPresent()) return keeper;
        if (run.size() == 3 && low.startsWith("name like ")) {
            String phrase = Words.folded(low.substring(10));
            return phrase.isEmpty() ? Optional.empty() : Optional.of(new FindTerm.Phrase(phrase));
        }
        String name = Words.folded(low.startsWith("maker:") ? low.substring(6) : low);
        return known.makers().stream()
                .filter(k -> !name.isEmpty() && Words.folded(k).equals(name))
                .findFirst()
                .map(FindTerm.ByMaker::new);
    }

    // ---- words for steps --------------------------------------------------------------------------------------------

    private static Map<String, Steps> traits() {
        Map<String, Steps> all = new LinkedHashMap<>();
        Trait light = Trait.LIGHTFASTNESS;
        steps(all, light, Lightfastness.FUGITIVE.ordinal(), Lightfastness.FUGITIVE.ordinal(), "fugitive");
        steps(all, light, Lightfastness.POOR.ordinal(), Lightfastness.FUGITIVE.ordinal(), "not lightfast", "fades");
        steps(all, light, Lightfastness.EXCELLENT.ordinal(), Lightfastness.VERY_GOOD.ordinal(), "lightfast");
        steps(all, light, Lightfastness.UNTESTED.ordinal(), Lightfastness.UNTESTED.ordinal(), "untested");
        for (Transparency t : Transparency.values()) {
            String words = t.name().toLowerCase(Locale.ROOT).replace('_', '-');
            steps(all, Trait.TRANSPARENCY, t.ordinal(), t.ordinal(), words, words.replace('-', ' '));
        }
        int moderate = Granulation.MODERATE.ordinal();
        int strong = Granulation.STRONG.ordinal();
        steps(all, Trait.GRANULATION, moderate, strong, "granulating", "granulates");
        steps(all, Trait.GRANULATION, strong, strong, "granulates strongly", "strongly granulating");
        steps(all, Trait.GRANULATION, moderate, moderate, "granulates moderately");
        int slight = Granulation.SLIGHT.ordinal();
        steps(all, Trait.GRANULATION, slight, slight, "granulates slightly", "slightly granulating");
        int none = Granulation.NONE.ordinal();
        steps(all, Trait.GRANULATION, none, none, "smooth", "non-granulating", "not granulating", "does not granulate");
        steps(all, Trait.STAINING, Staining.MEDIUM.ordinal(), Staining.HIGH.ordinal(), "staining", "stains");
        steps(
                all,
                Trait.STAINING,
                Staining.NONE.ordinal(),
                Staining.LOW.ordinal(),
                "non-staining",
                "not staining",
                "lifts");
        return Map.copyOf(all);
    }

    private static void steps(Map<String, Steps> all, Trait trait, int from, int to, String... phrases) {
        for (String phrase : phrases) all.put(phrase, new Steps(trait, from, to, phrases[0]));
    }

    private static Map<String, FindTerm.Seen> eye() {
        Map<String, FindTerm.Seen> all = new LinkedHashMap<>();
        seen(all, EyeTrait.LIKING, "LOVED", "loved");
        seen(all, EyeTrait.LIKING, "LIKED", "liked");
        seen(all, EyeTrait.LIKING, "NO", "not liked", "disliked");
        seen(all, EyeTrait.STRENGTH, "WEAK", "weak");
        seen(all, EyeTrait.STRENGTH, "OVERWHELMING", "overwhelming");
        seen(all, EyeTrait.REWETTING, "NEVER_SETS", "never sets");
        seen(all, EyeTrait.REWETTING, "HARD", "hard to wake", "hard to re-wet");
        seen(all, EyeTrait.CRACKS, "YES", "cracks");
        seen(all, EyeTrait.WASH, "PATCHY", "patchy");
        seen(all, EyeTrait.WASH, "EVEN", "even wash");
        seen(all, EyeTrait.SPARKLE, "STRONG", "sparkles");
        seen(all, EyeTrait.TUBE, "SEPARATED", "separated in the tube");
        return Map.copyOf(all);
    }

    private static void seen(Map<String, FindTerm.Seen> all, EyeTrait trait, String step, String... phrases) {
        for (String phrase : phrases) all.put(phrase, new FindTerm.Seen(trait, step, phrases[0]));
    }
}
