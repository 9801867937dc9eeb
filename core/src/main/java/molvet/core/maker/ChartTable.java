package molvet.core.maker;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.LabelReading;
import molvet.core.pigment.Note;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import org.joda.money.Money;

/**
 * Reads a maker's chart from a table: which column is what, by its heading in several languages or by what stands in it,
 * and what each row becomes. Rows that cannot be taken are returned with the column and the reason; the others are kept.
 */
public final class ChartTable {
    public static final int MOST_COLUMNS = 60;
    public static final int MOST_ROWS = 5000;
    private static final int LOOKED_AT = 40;

    /** What a column holds. */
    public enum Column {
        NUMBER(
                "number no nr num code cat catalogue catalog ref reference item sku art artikel artikelnummer nummer numero référence codice"),
        NAME("name colour color farbe farbname farbton bezeichnung nom couleur nome colore kleur nombre shade title"),
        NAME_EN("english englisch anglais inglese en"),
        NAME_DE("german deutsch allemand tedesco de"),
        NAME_FR("french französisch français francese fr"),
        NAME_IT("italian italienisch italien italiano it"),
        NAME_ES("spanish spanisch espagnol español spagnolo es"),
        NAME_NL("dutch niederländisch nederlands olandese nl"),
        /** In whatever language stands in brackets in its heading; a chart may have several. */
        NAME_OTHER(""),
        PIGMENTS("pigment pigments pigmente pigmenti pigmentos pigmenten recipe ci colour-index"),
        SERIES("series serie série ser preisgruppe group gruppe pricegroup"),
        LIGHTFASTNESS(
                "lightfastness lightfast lichtechtheit light lf astm solidité résistance permanence permanenz bluewool"),
        TRANSPARENCY("transparency transparent opacity deckkraft transparenz opacité transparence trasparenza"),
        STAINING("staining stain färbend lasur tachant colorant staining/lifting lifting"),
        GRANULATION("granulation granulating granulierend granulierung granulante granulazione texture"),
        SIZES("sizes size grössen größen größe tailles formats contents inhalt"),
        VOLUME("volume ml millilitres volumen contenance"),
        PRICE("price preis prix prezzo precio prijs rrp uvp cost"),
        CURRENCY("currency währung devise valuta"),
        STATUS("status state availability verfügbarkeit available statut stato"),
        NOTE("note notes remark remarks bemerkung anmerkung remarque comment comments"),
        IGNORED("");

        private final Set<String> words;
        private final Optional<String> language;
        private final Optional<Trait> trait;

        Column(String words) {
            this.words = Set.of(words.split(" "));
            this.language = name().startsWith("NAME_") && !name().equals("NAME_OTHER")
                    ? Optional.of(name().substring(5).toLowerCase(Locale.ROOT))
                    : Optional.empty();
            this.trait = Arrays.stream(Trait.values())
                    .filter(t -> t.name().equals(name()))
                    .findFirst();
        }

        /** The language of a column of names; empty for the chart's own, and where only the heading tells it. */
        Optional<String> language() {
            return language;
        }

        Optional<Trait> trait() {
            return trait;
        }
    }

    /** Something about one row: where, why, and whether it kept the row out. */
    public record RowDoubt(int row, String column, String message, boolean keptOut) {}

    /**
     * What a table becomes.
     *
     * @param heading the row of the headings, from 1; 0 if there is none
     * @param columns what each column was taken for
     * @param becauses why, in words, column by column
     * @param rows the colours, in order
     * @param doubts what is to be looked at, row by row
     */
    public record Read(
            int heading, List<Column> columns, List<String> becauses, List<ChartRow> rows, List<RowDoubt> doubts) {
        public long keptOut() {
            return doubts.stream()
                    .filter(RowDoubt::keptOut)
                    .map(RowDoubt::row)
                    .distinct()
                    .count();
        }
    }

    /**
     * What the collector mended in the preview.
     *
     * @param columns by index from 0, instead of what was recognised
     * @param cells by row from 1, then column index from 0: another text for a cell
     * @param leaveOut rows from 1 that are not to be taken
     */
    public record Mending(
            Map<Integer, Column> columns, Map<Integer, Map<Integer, String>> cells, Set<Integer> leaveOut) {
        public static final Mending NONE = new Mending(Map.of(), Map.of(), Set.of());
    }

    /** What a heading of several words is taken for: a language before anything, a plain name last but notes. */
    private static final List<Column> BY_RANK = List.of(
            Column.NAME_EN,
            Column.NAME_DE,
            Column.NAME_FR,
            Column.NAME_IT,
            Column.NAME_ES,
            Column.NAME_NL,
            Column.PIGMENTS,
            Column.LIGHTFASTNESS,
            Column.TRANSPARENCY,
            Column.STAINING,
            Column.GRANULATION,
            Column.SERIES,
            Column.STATUS,
            Column.CURRENCY,
            Column.PRICE,
            Column.SIZES,
            Column.VOLUME,
            Column.NUMBER,
            Column.NAME,
            Column.NOTE);

    private static final Set<Column> MAY_REPEAT = Set.of(Column.PRICE, Column.NAME_OTHER);
    private static final Map<String, Integer> RANK = ranks();
    private static final Pattern OTHER_LANGUAGE =
            Pattern.compile("(?iu)(?:name|colour|color|nom|nombre|nome|naam)\\s*\\(([\\p{L}][\\p{L}\\d -]{1,11})\\)");
    private static final Pattern NO_WORD = Pattern.compile("[().:/_,#\\s-]+");
    private static final Pattern SERIES_LIKE =
            Pattern.compile("(?iu)(?:series|serie|série|s)?\\.?\\s*(\\d{1,2})(?:[.,]0+)?");
    private static final Pattern CURRENCY_LIKE =
            Pattern.compile("(?u)(€|£|\\$|(?<![A-Z])(?:EUR|GBP|USD|CHF|SEK|DKK|NOK)(?![A-Z]))");
    private static final Pattern CURRENCY_IN_PRICE = Pattern.compile("(?u)[€£$]|[A-Z]{3}");
    private static final List<String> ROMAN = List.of("", "I", "II", "III", "IV", "V", "VI");
    private static final Pattern NUMBER_LIKE = Pattern.compile("(?i)[A-Z]{0,4}[-. ]?\\d{1,8}[A-Z]?");
    private static final Pattern MONEY_LIKE =
            Pattern.compile("(?iu)(?:€|£|\\$|[A-Z]{3})?\\s*\\d+[.,]\\d{2}\\s*(?:€|£|\\$|[A-Z]{3})?");
    private static final Pattern SIZE_LIKE = Pattern.compile("(?iu)\\d+(?:[.,]\\d+)?\\s*(?:ml|cl|fl\\.? ?oz)\\b.*");
    private static final Pattern PRICED = Pattern.compile("(?iu)([0-9][0-9.,]*)\\s*(ml|cl|fl\\.? ?oz)");
    private static final Map<String, ColourStatus> STATUSES = Map.ofEntries(
            Map.entry("current", ColourStatus.CURRENT),
            Map.entry("available", ColourStatus.CURRENT),
            Map.entry("new", ColourStatus.CURRENT),
            Map.entry("lieferbar", ColourStatus.CURRENT),
            Map.entry("disponible", ColourStatus.CURRENT),
            Map.entry("yes", ColourStatus.CURRENT),
            Map.entry("limited", ColourStatus.LIMITED),
            Map.entry("special", ColourStatus.LIMITED),
            Map.entry("limitiert", ColourStatus.LIMITED),
            Map.entry("discontinued", ColourStatus.DISCONTINUED),
            Map.entry("withdrawn", ColourStatus.DISCONTINUED),
            Map.entry("eingestellt", ColourStatus.DISCONTINUED),
            Map.entry("supprimé", ColourStatus.DISCONTINUED),
            Map.entry("no", ColourStatus.DISCONTINUED));

    private final LabelReader labels;
    private final Doubts doubts;

    public ChartTable(LabelReader labels, Doubts doubts) {
        this.labels = labels;
        this.doubts = doubts;
    }

    /**
     * @param cells rows of cells as text, ragged rows allowed
     * @param currency of prices that name none
     * @throws Refusal if there are too many columns or rows, or no column of names can be told
     */
    public Read read(List<List<String>> cells, String currency, Mending mending) {
        int width = cells.stream().mapToInt(List::size).max().orElse(0);
        if (width > MOST_COLUMNS) {
            throw Refusal.of(
                    "table",
                    "The table has " + width + " columns; " + MOST_COLUMNS + " are read.",
                    "Take out the columns that say nothing of the colours, and try again.");
        }
        if (cells.size() > MOST_ROWS + LOOKED_AT) {
            throw Refusal.of(
                    "table",
                    "The table has " + cells.size() + " rows; " + MOST_ROWS + " are read.",
                    "Split it, one line of a maker a file.");
        }
        List<List<String>> mended = mended(cells, mending, width);
        int heading = heading(mended);
        List<String> because = new ArrayList<>();
        List<Column> columns = columns(mended, heading, width, because, mending);
        if (!columns.contains(Column.NAME) && !columns.contains(Column.NUMBER)) {
            int language = firstLanguage(columns);
            if (language < 0) {
                throw Refusal.of(
                        "table",
                        "No column of this table was recognised as the names of colours.",
                        "Head one “Name”, or choose it in the preview.");
            }
            columns.set(language, Column.NAME);
        }
        return rows(mended, heading, columns, because, currency, mending);
    }

    private static int firstLanguage(List<Column> columns) {
        for (int i = 0; i < columns.size(); i++) if (columns.get(i).language().isPresent()) return i;
        return -1;
    }

    private static List<List<String>> mended(List<List<String>> cells, Mending mending, int width) {
        List<List<String>> out = new ArrayList<>();
        for (int r = 0; r < cells.size(); r++) {
            List<String> row = new ArrayList<>(width);
            Map<Integer, String> instead = mending.cells.getOrDefault(r + 1, Map.of());
            for (int c = 0; c < width; c++) {
                String cell = instead.getOrDefault(
                        c, c < cells.get(r).size() ? cells.get(r).get(c) : "");
                row.add(cell == null ? "" : cell.replace('\u00a0', ' ').strip());
            }
            out.add(row);
        }
        return out;
    }

    // ---- which column is what ---------------------------------------------------------------------------------------

    /** The row among the first ones in which most cells are headings we know: two at least. */
    private static int heading(List<List<String>> cells) {
        int best = 0;
        long most = 1;
        for (int r = 0; r < Math.min(LOOKED_AT, cells.size()); r++) {
            long known =
                    cells.get(r).stream().filter(c -> headed(c).isPresent()).count();
            if (known > most) {
                most = known;
                best = r + 1;
            }
        }
        return best;
    }

    private static Optional<Column> headed(String cell) {
        if (cell.isBlank() || cell.length() > 60) return Optional.empty();
        String low = cell.toLowerCase(Locale.ROOT);
        if (low.chars().anyMatch(c -> c >= '0' && c <= '9')
                && PRICED.matcher(low).find()) {
            return Optional.of(Column.PRICE);
        }
        String[] words = NO_WORD.split(low.strip());
        if (words.length > 6) return Optional.empty();
        int best = Integer.MAX_VALUE;
        for (String w : words) best = Math.min(best, RANK.getOrDefault(w, Integer.MAX_VALUE));
        if (best == RANK.get("name") && OTHER_LANGUAGE.matcher(low.strip()).matches()) {
            return Optional.of(Column.NAME_OTHER);
        }
        return best == Integer.MAX_VALUE ? Optional.empty() : Optional.of(BY_RANK.get(best));
    }

    /** In the rows below, a heading is short and without digits: names and numbers need not be looked at. */
    private static boolean isHeading(String cell) {
        return cell.length() <= 30
                && cell.chars().noneMatch(c -> c >= '0' && c <= '9')
                && headed(cell).isPresent();
    }

    private List<Column> columns(
            List<List<String>> cells, int heading, int width, List<String> because, Mending mending) {
        List<Column> columns = new ArrayList<>();
        Set<Column> seen = new HashSet<>();
        for (int c = 0; c < width; c++) {
            String head = heading == 0 ? "" : cells.get(heading - 1).get(c);
            Column chosen = mending.columns.get(c);
            Optional<Column> headed = headed(head);
            if (chosen != null) {
                columns.add(chosen);
                because.add("chosen by you");
            } else if (headed.isPresent() && (MAY_REPEAT.contains(headed.get()) || seen.add(headed.get()))) {
                columns.add(headed.get());
                because.add("headed “" + head + "”");
            } else {
                columns.add(Column.IGNORED);
                because.add(headed.isPresent() ? "a second column headed like it" : "");
            }
            seen.add(columns.get(c));
        }
        for (int c = 0; c < width; c++) {
            if (columns.get(c) != Column.IGNORED || !because.get(c).isEmpty()) continue;
            Optional<Column> told = told(cells, heading, c).filter(k -> k != Column.NAME && seen.add(k));
            if (told.isPresent()) columns.set(c, told.get());
            because.set(c, told.isPresent() ? "by what stands in it" : "not recognised");
        }
        if (!seen.contains(Column.NAME)) {
            int words = wordiest(cells, heading, columns, because);
            if (words >= 0) {
                columns.set(words, Column.NAME);
                because.set(words, "the column with the most words");
            }
        }
        return columns;
    }

    /** What a column without a known heading holds, by its cells: three in five must agree. */
    private Optional<Column> told(List<List<String>> cells, int heading, int column) {
        List<String> full = sample(cells, heading, column);
        if (full.isEmpty()) return Optional.empty();
        int pigments = 0;
        int money = 0;
        int sizes = 0;
        int small = 0;
        Set<String> numbers = new HashSet<>();
        for (String cell : full) {
            if (!labels.read(cut(cell)).recipe().isEmpty() && cell.matches("(?iu).*[PN][\\s.]?[YORVBGW].*\\d.*"))
                pigments++;
            if (MONEY_LIKE.matcher(cell).matches()) money++;
            if (SIZE_LIKE.matcher(cell).matches()) sizes++;
            if (cell.matches("[1-9]|I{1,3}|IV|V")) small++;
            if (NUMBER_LIKE.matcher(cell).matches()) numbers.add(cell);
        }
        double enough = full.size() * 0.6;
        if (pigments >= enough) return Optional.of(Column.PIGMENTS);
        if (sizes >= enough) return Optional.of(Column.SIZES);
        if (money >= enough) return Optional.of(Column.PRICE);
        if (small >= enough) return Optional.of(Column.SERIES);
        if (numbers.size() >= enough) return Optional.of(Column.NUMBER);
        return Optional.empty();
    }

    private static int wordiest(List<List<String>> cells, int heading, List<Column> columns, List<String> because) {
        int best = -1;
        double most = 0.5;
        for (int c = 0; c < columns.size(); c++) {
            if (columns.get(c) != Column.IGNORED || because.get(c).startsWith("chosen")) continue;
            List<String> full = sample(cells, heading, c);
            double words = full.stream()
                            .filter(v -> v.matches("(?u)\\p{L}{2,}.*"))
                            .distinct()
                            .count()
                    / Math.max(1.0, full.size());
            if (words > most) {
                most = words;
                best = c;
            }
        }
        return best;
    }

    private static List<String> sample(List<List<String>> cells, int heading, int column) {
        return cells.stream()
                .skip(heading)
                .limit(LOOKED_AT * 5L)
                .map(r -> r.get(column))
                .filter(v -> !v.isEmpty())
                .toList();
    }

    // ---- what each row becomes --------------------------------------------------------------------------------------

    private Read rows(
            List<List<String>> cells,
            int heading,
            List<Column> columns,
            List<String> because,
            String currency,
            Mending mending) {
        List<ChartRow> rows = new ArrayList<>();
        List<RowDoubt> doubts = new ArrayList<>();
        Map<String, Integer> seen = new HashMap<>();
        Map<String, LabelReading> readings = new HashMap<>();
        Map<String, Boolean> headings = new HashMap<>();
        Map<String, Head> priced = new HashMap<>();
        List<String> heads = heading == 0 ? List.of() : cells.get(heading - 1);
        for (int r = heading; r < cells.size(); r++) {
            List<String> row = cells.get(r);
            int number = r + 1;
            long filled = row.stream().filter(c -> !c.isEmpty()).count();
            if (filled == 0) continue;
            if (mending.leaveOut.contains(number)) {
                doubts.add(new RowDoubt(number, "", "Left out by you.", true));
                continue;
            }
            if (row.stream()
                            .filter(c -> headings.computeIfAbsent(c, ChartTable::isHeading))
                            .count()
                    >= Math.max(2, filled - 1)) {
                doubts.add(new RowDoubt(number, "", "A second row of headings.", true));
                continue;
            }
            if (filled == 1 && columns.size() > 2) {
                doubts.add(
                        new RowDoubt(number, "", "“" + brief(first(row)) + "” stands alone: taken for a title.", true));
                continue;
            }
            List<RowDoubt> own = new ArrayList<>();
            Optional<ChartRow> read = new OneRow(readings, priced, number, row, columns, heads, currency, own).read();
            read.ifPresent(k -> {
                String key = k.catalogueNumber().isEmpty()
                        ? Words.folded(k.name())
                        : k.catalogueNumber().toUpperCase(Locale.ROOT);
                Integer before = seen.putIfAbsent(key, number);
                if (before != null) {
                    own.add(new RowDoubt(
                            number,
                            k.catalogueNumber().isEmpty() ? "name" : "number",
                            "“" + (k.catalogueNumber().isEmpty() ? k.name() : k.catalogueNumber()) + "” stands in row "
                                    + before + " already.",
                            true));
                } else if (rows.size() < MOST_ROWS) {
                    rows.add(k);
                }
            });
            doubts.addAll(own);
        }
        return new Read(heading, List.copyOf(columns), List.copyOf(because), List.copyOf(rows), List.copyOf(doubts));
    }

    private final class OneRow {
        private final int number;
        private final List<String> cells;
        private final List<Column> columns;
        private final List<String> heads;
        private final String currency;
        private final List<RowDoubt> doubts;
        private final Map<String, LabelReading> readings;
        private final Map<String, Head> priced;
        private boolean keptOut = false;

        OneRow(
                Map<String, LabelReading> readings,
                Map<String, Head> priced,
                int number,
                List<String> cells,
                List<Column> columns,
                List<String> heads,
                String currency,
                List<RowDoubt> doubts) {
            this.readings = readings;
            this.priced = priced;
            this.number = number;
            this.cells = cells;
            this.columns = columns;
            this.heads = heads;
            this.currency = currency;
            this.doubts = doubts;
        }

        Optional<ChartRow> read() {
            String catalogue = line(Column.NUMBER, 40);
            String name = line(Column.NAME, 160);
            Map<String, String> names = new LinkedHashMap<>();
            for (Column c : Column.values()) {
                c.language().ifPresent(l -> {
                    String other = line(c, 160);
                    if (!other.isEmpty()) names.put(l, other);
                });
            }
            for (int c = 0; c < columns.size(); c++) {
                if (columns.get(c) != Column.NAME_OTHER || cells.get(c).isEmpty() || c >= heads.size()) continue;
                Matcher head = OTHER_LANGUAGE.matcher(heads.get(c).strip());
                if (head.matches())
                    names.putIfAbsent(
                            head.group(1).toLowerCase(Locale.ROOT), line(Column.NAME_OTHER, cells.get(c), 160));
            }
            if (name.isEmpty() && !names.isEmpty())
                name = names.values().iterator().next();
            if (name.isEmpty()) return out("name", "There is no name.");
            if (name.startsWith("=")) doubt("name", "The name holds a formula; it was taken as text.");
            String pigments = line(Column.PIGMENTS, LabelReader.MOST);
            LabelReading label = readings.computeIfAbsent(pigments, labels::read);
            Recipe recipe = label.recipe();
            if (pigments.isEmpty() && columns.contains(Column.PIGMENTS)) doubt("pigments", "No pigments are given.");
            if (!label.unread().isEmpty()) {
                doubt("pigments", "Not understood: " + String.join(", ", label.unread()) + ". It is kept as written.");
            }
            for (Note note : ChartTable.this.doubts.about(recipe, name)) {
                if (note.kind().equals("unlikely-code") || note.kind().equals("unknown-number")) {
                    doubt("pigments", note.message());
                }
            }
            Map<Trait, String> claims = new EnumMap<>(Trait.class);
            for (Column c : Column.values()) {
                c.trait().ifPresent(t -> {
                    String claim = line(c, 40);
                    if (!claim.isEmpty()) claims.put(t, claim);
                });
            }
            int series = series();
            Sizes sizes = sizes();
            ColourStatus status = status();
            String note = line(Column.NOTE, 2000);
            if (keptOut) return Optional.empty();
            return Optional.of(new ChartRow(
                    number, catalogue, name, Map.copyOf(names), pigments, recipe, series, claims, sizes, status, note));
        }

        private Optional<ChartRow> out(String column, String message) {
            if (!keptOut) doubts.add(new RowDoubt(number, column, message, true));
            return Optional.empty();
        }

        private void doubt(String column, String message) {
            doubts.add(new RowDoubt(number, column, message, false));
        }

        private String cell(Column column) {
            int at = columns.indexOf(column);
            if (at < 0) return "";
            String cell = cells.get(at);
            // A text that a spreadsheet would take for a formula was kept from it by an apostrophe.
            return cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@".indexOf(cell.charAt(1)) >= 0
                    ? cell.substring(1)
                    : cell;
        }

        private String line(Column column, int most) {
            return line(column, cell(column), most);
        }

        private String line(Column column, String cell, int most) {
            try {
                return Words.line(column.name().toLowerCase(Locale.ROOT), cell, most);
            } catch (Refusal e) {
                keptOut = true;
                doubts.add(new RowDoubt(number, column.name().toLowerCase(Locale.ROOT), e.getMessage(), true));
                return "";
            }
        }

        private int series() {
            String cell = cell(Column.SERIES);
            if (cell.isEmpty()) return 0;
            Matcher m = SERIES_LIKE.matcher(cell);
            int n = m.matches()
                    ? Integer.parseInt(m.group(1))
                    : Math.max(0, ROMAN.indexOf(cell.toUpperCase(Locale.ROOT)));
            if (n < 1 || n > 20) {
                doubt("series", "“" + brief(cell) + "” is not a series" + date(cell) + "; none was taken.");
                return 0;
            }
            return n;
        }

        private Sizes sizes() {
            List<Sizes.Size> sizes = new ArrayList<>();
            String money = cell(Column.CURRENCY).isEmpty() ? currency : cell(Column.CURRENCY);
            String written = cell(Column.SIZES);
            Optional<Volume> ml = Optional.empty();
            if (!cell(Column.VOLUME).isEmpty()) ml = tried("volume", () -> Volume.parse(cell(Column.VOLUME)));
            if (!written.isEmpty()) {
                if (written.matches("[0-9.,]+")) ml = tried("sizes", () -> Volume.parse(written));
                else tried("sizes", () -> Sizes.parse(written, money)).ifPresent(s -> sizes.addAll(s.all()));
            }
            for (int c = 0; c < columns.size(); c++) {
                if (columns.get(c) != Column.PRICE || cells.get(c).isEmpty()) continue;
                String cell = cells.get(c);
                String head = c < heads.size() ? heads.get(c) : "";
                Head of = priced.computeIfAbsent(head, Head::of);
                Optional<Volume> size = of.volume.isPresent() ? of.volume : ml;
                if (size.isEmpty() && sizes.size() == 1)
                    size = Optional.of(sizes.get(0).volume());
                if (size.isEmpty()) {
                    doubt("price", "The price " + brief(cell) + " has no size, so it was not taken.");
                    continue;
                }
                Volume volume = size.get();
                Optional<Money> price = tried("price", () -> price(cell, of.currency.orElse(money)));
                if (price.isPresent()) {
                    sizes.removeIf(s -> s.volume().equals(volume));
                    sizes.add(new Sizes.Size(volume, price));
                }
            }
            if (sizes.isEmpty() && ml.isPresent()) sizes.add(new Sizes.Size(ml.get(), Optional.empty()));
            return new Sizes(sizes.stream()
                    .sorted((a, b) -> a.volume().ml().compareTo(b.volume().ml()))
                    .toList());
        }

        private Money price(String cell, String money) {
            boolean bare = cell.chars().allMatch(c -> c >= '0' && c <= '9' || c == '.' || c == ',');
            if (bare) return Prices.parse(cell, money);
            return Prices.parse(
                    CURRENCY_IN_PRICE.matcher(cell).replaceAll("").strip(),
                    currencyIn(cell).orElse(money));
        }

        private ColourStatus status() {
            String cell = cell(Column.STATUS);
            if (cell.isEmpty()) return ColourStatus.CURRENT;
            for (String w : cell.toLowerCase(Locale.ROOT).split("[\\s,;/]+")) {
                if (STATUSES.containsKey(w)) return STATUSES.get(w);
            }
            doubt("status", "“" + brief(cell) + "” is no status we know; taken for current.");
            return ColourStatus.CURRENT;
        }

        private <T> Optional<T> tried(String column, java.util.function.Supplier<T> of) {
            try {
                return Optional.of(of.get());
            } catch (Refusal e) {
                doubt(column, e.getMessage() + date(cell(Column.valueOf(column.toUpperCase(Locale.ROOT)))));
                return Optional.empty();
            }
        }
    }

    private static Optional<String> currencyIn(String text) {
        Matcher of = CURRENCY_LIKE.matcher(text);
        if (!of.find()) return Optional.empty();
        return Optional.of(
                switch (of.group(1)) {
                    case "€" -> "EUR";
                    case "£" -> "GBP";
                    case "$" -> "USD";
                    default -> of.group(1);
                });
    }

    /** What the heading of a column of prices says: of which size they are, and in what. */
    private record Head(Optional<Volume> volume, Optional<String> currency) {
        static Head of(String heading) {
            Matcher priced = PRICED.matcher(heading);
            return new Head(
                    priced.find() ? Optional.of(Volume.parse(priced.group())) : Optional.empty(), currencyIn(heading));
        }
    }

    private static Map<String, Integer> ranks() {
        Map<String, Integer> ranks = new HashMap<>();
        for (int i = 0; i < BY_RANK.size(); i++) {
            int rank = i;
            BY_RANK.get(i).words.forEach(w -> ranks.putIfAbsent(w, rank));
        }
        return ranks;
    }

    private static String date(String cell) {
        return cell.matches("\\d{4}-\\d{2}-\\d{2}.*|\\d{1,2}[./]\\d{1,2}[./]\\d{2,4}")
                ? " (a date: a spreadsheet may have changed the number)"
                : "";
    }

    private static String first(List<String> row) {
        return row.stream().filter(c -> !c.isEmpty()).findFirst().orElse("");
    }

    private static String brief(String text) {
        return text.length() <= 40 ? text : text.substring(0, 40) + "…";
    }

    private static String cut(String text) {
        return text.length() <= 300 ? text : text.substring(0, 300);
    }
}
