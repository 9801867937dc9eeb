package molvet.core.sharing;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
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
import molvet.core.shelf.PlaceCode;
import org.joda.money.Money;

/**
 * Reads a list of paints that somebody keeps in a spreadsheet: which column holds what, and what each row says.
 *
 * <p>Nothing that stands in it is lost: a cell that is not understood is a {@link Doubt}, and goes into the row’s note as written.
 */
public final class OwnList {
    public static final int MOST_ROWS = 20_000;
    public static final int MOST_COLUMNS = 100;
    private static final int LOOKED_AT = 40;
    private static final int SAMPLED = 200;
    /** Of a palette’s name, in letters. */
    private static final int MOST_PALETTE = 120;

    private static final Pattern TICKED = Pattern.compile("(?iu)x|y|yes|ja|j|oui|o|si|sì|sí|1|✓|✔|true|wahr");
    private static final int MOST_NOTE = 4000;

    private static final Pattern MONEY = Pattern.compile(
            "(?iu)\\s*(€|£|\\$|[A-Z]{3}(?=[\\s\\d]))?\\s*([0-9][0-9.,'’ ]*)\\s*(€|£|\\$|euros?|[A-Z]{3})?\\s*");
    private static final Pattern CODE_LIKE = Pattern.compile("(?iu).*[PN][\\s.]?(?:[YORVGWM]|B[RK]?)[\\s.]?\\d.*");
    private static final Pattern SERIES =
            Pattern.compile("(?iu)(?:series|serie|série|s)?\\.?\\s*(\\d{1,2})(?:[.,]0+)?");
    private static final Map<String, String> SIGNS =
            Map.of("€", "EUR", "£", "GBP", "$", "USD", "EURO", "EUR", "EUROS", "EUR");

    private final LabelReader labels;
    private final Doubts doubts;

    public OwnList(LabelReader labels, Doubts doubts) {
        this.labels = labels;
        this.doubts = doubts;
    }

    /**
     * What was chosen and mended in the preview.
     *
     * @param columns by index from 0, instead of what was recognised
     * @param cells by row from 1, then column from 0: another text for a cell
     * @param words by column from 0: another text for every cell that reads so
     * @param leaveOut rows from 1 that are not taken
     * @param days in which order days are written, where the list leaves it open
     * @param form of holdings that name none; empty: such rows are wishes
     * @param currency of prices that name none
     */
    public record Mending(
            Map<Integer, ListColumn> columns,
            Map<Integer, Map<Integer, String>> cells,
            Map<Integer, Map<String, String>> words,
            Set<Integer> leaveOut,
            Optional<DayOrder> days,
            Optional<HoldingForm> form,
            String currency) {
        public static final Mending NONE = new Mending(
                Map.of(), Map.of(), Map.of(), Set.of(), Optional.empty(), Optional.of(HoldingForm.TUBE), "EUR");
    }

    /**
     * Something to look at.
     *
     * @param column from 0, or -1 where it is about the row
     * @param mend what the cell likely should say; empty if there is nothing likely
     * @param keptOut whether the row is not taken because of it
     */
    public record Doubt(int row, int column, String message, String mend, boolean keptOut) {}

    /**
     * @param heading the row of the headings, from 1; 0 if there is none
     * @param becauses why each column was taken for what it was, in words
     * @param orders in which days may be written; more than one is to be asked
     * @param unformed rows that own paint in a form they do not name
     * @param said of the list as a whole
     */
    public record Read(
            int heading,
            List<ListColumn> columns,
            List<String> becauses,
            List<OwnRow> rows,
            List<Doubt> doubts,
            List<DayOrder> orders,
            int unformed,
            List<String> said) {}

    /**
     * @param cells rows of cells as text, ragged rows allowed
     * @throws Refusal if there are too many rows or columns, or nothing that could be the names of paints
     */
    public Read read(List<List<String>> cells, Mending mending) {
        int width = cells.stream().mapToInt(List::size).max().orElse(0);
        if (width > MOST_COLUMNS) {
            throw Refusal.of(
                    "file",
                    "The list has " + width + " columns; " + MOST_COLUMNS + " are read.",
                    "Take out the columns that say nothing of the paints, and try again.");
        }
        if (cells.size() > MOST_ROWS + LOOKED_AT) {
            throw Refusal.of(
                    "file",
                    "The list has more than " + MOST_ROWS + " rows; so many are read at once.",
                    "Split it, and bring in one file after the other.");
        }
        return new Reading(cells, width, mending).read();
    }

    /** One list under way. */
    private final class Reading {
        private final List<List<String>> cells;
        private final int width;
        private final Mending mending;
        private final List<ListColumn> columns = new ArrayList<>();
        private final List<String> because = new ArrayList<>();
        private final List<Doubt> found = new ArrayList<>();
        private final List<String> said = new ArrayList<>();
        private final Map<String, LabelReading> read = new HashMap<>();
        private final Map<String, Optional<HoldingForm>> forms = new HashMap<>();
        private final Map<String, Optional<LocalDate>> dates = new HashMap<>();
        private int heading;
        private DayOrder days = DayOrder.DAY_MONTH_YEAR;
        private String makerAbove = "";
        private boolean makersRunOn;
        private int unformed;

        Reading(List<List<String>> cells, int width, Mending mending) {
            this.cells = cells;
            this.width = width;
            this.mending = mending;
        }

        Read read() {
            heading = heading();
            for (int c = 0; c < width; c++) column(c);
            byContent();
            if (!columns.contains(ListColumn.NAME)) {
                throw Refusal.of(
                        "file",
                        "No column of this list was recognised as the names of paints.",
                        "Head one “Name”, or choose it in the preview.");
            }
            List<DayOrder> orders = orders();
            days = mending.days.orElse(orders.isEmpty() ? DayOrder.DAY_MONTH_YEAR : orders.get(0));
            makersRunOn = makersRunOn();
            List<OwnRow> rows = new ArrayList<>();
            for (int r = heading; r < cells.size(); r++) row(r).ifPresent(rows::add);
            return new Read(
                    heading,
                    List.copyOf(columns),
                    List.copyOf(because),
                    List.copyOf(rows),
                    List.copyOf(found),
                    mending.days.isPresent() || orders.size() < 2 ? List.of() : orders,
                    unformed,
                    List.copyOf(said));
        }

        // ---- columns --------------------------------------------------------------------------------------------

        /** The first of the rows at the top in which most cells are headings we know: two at least, and half of them. */
        private int heading() {
            int best = 0;
            long most = 1;
            for (int r = 0; r < Math.min(LOOKED_AT, cells.size()); r++) {
                List<String> row = cells.get(r);
                long filled = row.stream().filter(c -> !c.isBlank()).count();
                long known = row.stream()
                        .filter(c -> c.chars().noneMatch(Character::isDigit) || c.length() < 8)
                        .filter(c -> ListColumn.headed(c).isPresent())
                        .count();
                if (known > most && known * 2 >= filled) {
                    most = known;
                    best = r + 1;
                }
            }
            return best;
        }

        private void column(int c) {
            String head = heading == 0 ? "" : at(heading - 1, c);
            ListColumn chosen = mending.columns.get(c);
            Optional<ListColumn> headed = ListColumn.headed(head);
            boolean claimedElsewhere = headed.flatMap(ListColumn::trait).isPresent() && isWorkedOut(head);
            if (chosen != null) {
                set(chosen, "chosen by you");
            } else if (claimedElsewhere) {
                set(ListColumn.WORKED_OUT, "the verdict; what the label claims stands beside it");
            } else if (headed.isPresent() && (headed.get().mayRepeat() || !columns.contains(headed.get()))) {
                set(headed.get(), "headed “" + head + "”");
            } else {
                set(ListColumn.IGNORED, headed.isPresent() ? "a second column headed like it" : "");
            }
        }

        /** Beside “claimed granulation” a column “granulation” is what Molvet made of it. */
        private boolean isWorkedOut(String head) {
            String claimed = "claimed " + Words.folded(head);
            return cells.get(heading - 1).stream().anyMatch(c -> Words.folded(c).equals(claimed));
        }

        private void set(ListColumn column, String why) {
            columns.add(column);
            because.add(why);
        }

        /** Columns whose heading says nothing, by what stands in them: three cells in five must agree. */
        private void byContent() {
            for (int c = 0; c < width; c++) {
                if (columns.get(c) != ListColumn.IGNORED || !because.get(c).isEmpty()) continue;
                Optional<ListColumn> told = told(c).filter(k -> !columns.contains(k));
                because.set(c, told.isPresent() ? "by what stands in it" : "not recognised");
                if (told.isPresent()) columns.set(c, told.get());
            }
            if (columns.contains(ListColumn.NAME)) return;
            wordiest().ifPresent(c -> {
                columns.set(c, ListColumn.NAME);
                because.set(c, "the column with the most words");
            });
        }

        private Optional<ListColumn> told(int c) {
            List<String> full = sample(c);
            if (full.isEmpty()) return Optional.empty();
            if (most(
                    full,
                    v -> CODE_LIKE.matcher(v).matches()
                            && !labels.read(cut(v)).recipe().isEmpty())) return Optional.of(ListColumn.PIGMENTS);
            if (most(full, v -> CellWords.place(v).isPresent())) return Optional.of(ListColumn.PLACE);
            if (most(full, v -> CellWords.volume(v, false).isPresent())) return Optional.of(ListColumn.VOLUME);
            if (most(full, v -> CellWords.form(v).isPresent() && v.length() < 24)) return Optional.of(ListColumn.FORM);
            if (most(
                    full,
                    v -> CellWords.isShort(v)
                            && v.matches(".*[€£$].*")
                            && MONEY.matcher(v).matches())) return Optional.of(ListColumn.PRICE);
            if (most(
                    full,
                    v -> v.matches(".*\\d{4}.*")
                            && Arrays.stream(DayOrder.values())
                                    .anyMatch(o -> o.day(v).isPresent()))) {
                return Optional.of(ListColumn.BOUGHT_ON);
            }
            long words =
                    full.stream().filter(v -> v.matches("(?u)\\p{L}{2,}.*")).count();
            long distinct = full.stream().distinct().count();
            // Makers come again and again; names do not.
            if (full.size() >= 8 && words == full.size() && distinct * 4 <= full.size())
                return Optional.of(ListColumn.MAKER);
            return Optional.empty();
        }

        private boolean most(List<String> full, java.util.function.Predicate<String> is) {
            return full.stream().filter(is).count() >= full.size() * 0.6;
        }

        private Optional<Integer> wordiest() {
            return IntStream.range(0, width)
                    .filter(c -> columns.get(c) == ListColumn.IGNORED
                            && !because.get(c).startsWith("chosen"))
                    .filter(c -> words(c) > 0.5)
                    .boxed()
                    .max((a, b) -> Double.compare(words(a), words(b)));
        }

        private double words(int c) {
            List<String> full = sample(c);
            return full.stream()
                            .filter(v -> v.matches("(?u)\\p{L}{2,}.*"))
                            .distinct()
                            .count()
                    / Math.max(1.0, full.size());
        }

        private List<String> sample(int column) {
            return IntStream.range(heading, cells.size())
                    .limit(SAMPLED)
                    .mapToObj(r -> at(r, column))
                    .filter(v -> !v.isEmpty())
                    .toList();
        }

        private List<DayOrder> orders() {
            int c = columns.indexOf(ListColumn.BOUGHT_ON);
            if (c < 0) return List.of();
            List<String> all = IntStream.range(heading, cells.size())
                    .mapToObj(r -> at(r, c))
                    .filter(v -> !v.isEmpty())
                    .distinct()
                    .toList();
            List<DayOrder> possible = DayOrder.possible(all);
            // All read alike in every order that is possible: nothing to ask.
            boolean open = possible.size() > 1
                    && all.stream()
                            .anyMatch(v -> possible.stream()
                                            .map(o -> o.day(v))
                                            .distinct()
                                            .count()
                                    > 1);
            return open ? possible : possible.subList(0, Math.min(1, possible.size()));
        }

        /** Merged cells leave their value in the first row only. */
        private boolean makersRunOn() {
            int c = columns.indexOf(ListColumn.MAKER);
            if (c < 0) return false;
            long blank = IntStream.range(heading, cells.size())
                    .filter(r -> at(r, c).isEmpty() && filled(r) > 1)
                    .count();
            boolean runOn = !at(heading, c).isEmpty() && blank * 2 > cells.size() - heading;
            if (runOn) said.add("Most rows name no maker: they were given the one above, as in merged cells.");
            return runOn;
        }

        // ---- cells ----------------------------------------------------------------------------------------------

        private String at(int r, int c) {
            if (r >= cells.size()) return "";
            Map<Integer, String> row = mending.cells.isEmpty() ? Map.of() : mending.cells.getOrDefault(r + 1, Map.of());
            List<String> all = cells.get(r);
            String text = row.containsKey(c) ? row.get(c) : c < all.size() ? all.get(c) : "";
            if (text == null) return "";
            String plain = text.indexOf('\u00a0') < 0
                    ? text.strip()
                    : text.replace('\u00a0', ' ').strip();
            // As our own tables keep a spreadsheet from taking a text for a formula.
            if (plain.length() > 1 && plain.charAt(0) == '\'' && "=+-@".indexOf(plain.charAt(1)) >= 0) {
                plain = plain.substring(1);
            }
            Map<String, String> instead = mending.words.get(c);
            return instead == null ? plain : instead.getOrDefault(plain, plain);
        }

        private long filled(int r) {
            long filled = 0;
            for (int c = 0; c < width; c++) if (!at(r, c).isEmpty()) filled++;
            return filled;
        }

        private Optional<OwnRow> row(int r) {
            long filled = filled(r);
            if (filled == 0) return Optional.empty();
            if (mending.leaveOut.contains(r + 1)) return out(r, -1, "Left out by you.");
            if (filled == 1
                            && width > 2
                            && at(r, columns.indexOf(ListColumn.NAME)).isEmpty()
                    || isTitle(r, filled)) {
                makerAbove = printable(IntStream.range(0, width)
                        .mapToObj(c -> at(r, c))
                        .filter(v -> !v.isEmpty())
                        .findFirst()
                        .orElse(""));
                boolean makers = !columns.contains(ListColumn.MAKER);
                return out(
                        r,
                        -1,
                        "“" + brief(makerAbove) + "” stands alone: taken for "
                                + (makers ? "the maker of what follows." : "a title."));
            }
            if (heading > 0 && cells.get(r).equals(cells.get(heading - 1))) {
                return out(r, -1, "The headings once more.");
            }
            return new OneRow(r).read();
        }

        /** A name alone is a heading of what follows only where nothing else names the makers. */
        private boolean isTitle(int r, long filled) {
            return filled == 1
                    && width > 2
                    && !columns.contains(ListColumn.MAKER)
                    && columns.stream().filter(c -> c != ListColumn.IGNORED).count() > 2;
        }

        private static String printable(String text) {
            return text.replaceAll("[\\p{Cc}\\p{Cf}&&[^\n]]", " ").strip();
        }

        private Optional<OwnRow> out(int r, int column, String why) {
            found.add(new Doubt(r + 1, column, why, "", true));
            return Optional.empty();
        }

        private String cut(String text) {
            return text.length() > LabelReader.MOST ? text.substring(0, LabelReader.MOST) : text;
        }

        private static String brief(String text) {
            return text.length() > 60 ? text.substring(0, 59) + "…" : text;
        }

        /** One row under way: what is not understood of it goes into its note. */
        private final class OneRow {
            private final int r;
            private final List<String> kept = new ArrayList<>();

            OneRow(int r) {
                this.r = r;
            }

            private String cell(ListColumn column) {
                int c = columns.indexOf(column);
                return c < 0 ? "" : at(r, c);
            }

            private void doubt(ListColumn column, String message, String mend) {
                found.add(new Doubt(r + 1, columns.indexOf(column), message, mend, false));
            }

            private String heading(ListColumn column) {
                int c = columns.indexOf(column);
                String head = heading == 0 || c < 0 ? "" : Reading.this.at(heading - 1, c);
                return head.isEmpty() ? column.name().toLowerCase(Locale.ROOT).replace('_', ' ') : head;
            }

            /** Understood, or in doubt and kept as written. */
            private <T> Optional<T> understood(
                    ListColumn column, String text, Function<String, Optional<T>> as, String what, String mend) {
                if (text.isEmpty()) return Optional.empty();
                Optional<T> value = as.apply(text);
                if (value.isEmpty()) {
                    doubt(
                            column,
                            "“" + brief(text) + "” is not understood as " + what + "; it is kept in the note.",
                            mend);
                    kept.add(heading(column) + ": " + text);
                }
                return value;
            }

            private String line(ListColumn column, int most) {
                String text = cell(column);
                try {
                    return Words.line(heading(column), text, most);
                } catch (Refusal e) {
                    doubt(column, e.faults().get(0).message() + " It is kept in the note.", "");
                    kept.add(heading(column) + ": " + printable(text));
                    return "";
                }
            }

            Optional<OwnRow> read() {
                String name = line(ListColumn.NAME, 160);
                if (name.isEmpty()) return out(r, columns.indexOf(ListColumn.NAME), "The row names no paint.");
                String label = label(name);
                Recipe recipe = label.isEmpty() ? Recipe.NONE : reading(label).recipe();
                boolean wished = understood(ListColumn.WISH, cell(ListColumn.WISH), CellWords::yes, "yes or no", "")
                        .orElse(false);
                Optional<HoldingState> state = understood(
                        ListColumn.STATE, cell(ListColumn.STATE), this::stateOrWish, "what became of it", "");
                wished |=
                        state.isEmpty() && Words.folded(cell(ListColumn.STATE)).startsWith("wish");
                String maker = maker();
                Optional<HoldingForm> form = form(wished);
                OptionalInt series = series();
                Optional<Volume> volume = volume();
                int left = left();
                int quantity = form.isEmpty() ? 0 : quantity();
                Optional<Money> price = price();
                Optional<LocalDate> day = day();
                String from = from();
                String keptWhere = line(ListColumn.KEPT_WHERE, 160);
                String line = maker.isEmpty() ? "" : line(ListColumn.LINE, 120);
                List<PlaceCode> places = places();
                Map<Trait, String> claims = claims();
                Map<EyeTrait, String> seen = seen();
                String holdingNote = line(ListColumn.HOLDING_NOTE, 1000);
                return Optional.of(new OwnRow(
                        r + 1,
                        cell(ListColumn.ACCESSION),
                        name,
                        otherNames(),
                        maker,
                        line,
                        label,
                        recipe,
                        series,
                        form,
                        volume,
                        left,
                        state.orElse(HoldingState.HERE),
                        quantity,
                        price,
                        day,
                        from,
                        keptWhere,
                        places,
                        claims,
                        seen,
                        wished || form.isEmpty(),
                        palettes(),
                        note(),
                        holdingNote));
            }

            private Optional<HoldingState> stateOrWish(String text) {
                String folded = Words.folded(text);
                if (folded.startsWith("wish") || folded.equals("owned") || folded.equals("sampled")) {
                    return Optional.of(HoldingState.HERE);
                }
                return CellWords.state(text);
            }

            private String maker() {
                String own = line(ListColumn.MAKER, 120);
                if (!columns.contains(ListColumn.MAKER)) return makerAbove.length() > 120 ? "" : makerAbove;
                if (own.isEmpty() && makersRunOn) return makerAbove;
                makerAbove = own;
                return own;
            }

            private String otherNames() {
                List<String> all = new ArrayList<>();
                for (int c = 0; c < width; c++) {
                    if (columns.get(c) == ListColumn.OTHER_NAME && !at(r, c).isEmpty()) {
                        all.add(printable(at(r, c)).replace('\n', ' '));
                    }
                }
                String joined = String.join(" / ", all);
                return joined.length() > 400 ? joined.substring(0, 400) : joined;
            }

            private LabelReading reading(String label) {
                return read.computeIfAbsent(label, labels::read);
            }

            private String label(String name) {
                String text = cut(line(ListColumn.PIGMENTS, LabelReader.MOST));
                if (text.isEmpty()) return "";
                LabelReading label = reading(text);
                if (!label.unread().isEmpty()) {
                    doubt(
                            ListColumn.PIGMENTS,
                            "Not understood: " + String.join(", ", label.unread()) + ". It is kept as written.",
                            "");
                }
                for (Note note : doubts.about(label.recipe(), name)) {
                    if (note.kind().equals("unlikely-code") || note.kind().equals("unknown-number")) {
                        doubt(ListColumn.PIGMENTS, note.message(), mended(label.recipe(), note));
                    }
                }
                return text;
            }

            private static String mended(Recipe recipe, Note note) {
                if (note.suggestion().isEmpty()) return "";
                return String.join(
                        ", ",
                        recipe.pigments().stream()
                                .map(Object::toString)
                                .map(c -> c.equals(note.about()) ? note.suggestion() : c)
                                .toList());
            }

            private OptionalInt series() {
                return understood(
                                ListColumn.SERIES,
                                cell(ListColumn.SERIES),
                                t -> {
                                    if (!CellWords.isShort(t)) return Optional.empty();
                                    Matcher m = SERIES.matcher(t);
                                    return m.matches() && Integer.parseInt(m.group(1)) > 0
                                            ? Optional.of(Integer.parseInt(m.group(1)))
                                            : roman(t);
                                },
                                "a series",
                                "")
                        .map(OptionalInt::of)
                        .orElse(OptionalInt.empty());
            }

            private static Optional<Integer> roman(String text) {
                int at = List.of("", "I", "II", "III", "IV", "V", "VI", "VII", "VIII")
                        .indexOf(text.toUpperCase(Locale.ROOT));
                return at > 0 ? Optional.of(at) : Optional.empty();
            }

            private Optional<HoldingForm> form(boolean wished) {
                String text = cell(ListColumn.FORM);
                Optional<HoldingForm> named = forms.computeIfAbsent(text, CellWords::form);
                if (named.isEmpty()) named = forms.computeIfAbsent(cell(ListColumn.VOLUME), CellWords::form);
                if (!text.isEmpty()
                        && named.isEmpty()
                        && CellWords.volume(text, false).isEmpty()) {
                    understood(ListColumn.FORM, text, t -> Optional.empty(), "a form such as tube or half pan", "");
                }
                if (named.isPresent()) return named;
                if (wished) return Optional.empty();
                unformed++;
                return mending.form;
            }

            private Optional<Volume> volume() {
                String text = cell(ListColumn.VOLUME);
                Optional<Volume> own = text.isEmpty()
                        ? Optional.empty()
                        : CellWords.volume(text, true)
                                .or(() -> CellWords.isFormOrVolume(text)
                                        ? Optional.empty()
                                        : understood(
                                                ListColumn.VOLUME, text, t -> Optional.empty(), "a volume in ml", ""));
                return own.isPresent() ? own : CellWords.volume(cell(ListColumn.FORM), false);
            }

            private int left() {
                return understood(
                                ListColumn.LEFT,
                                cell(ListColumn.LEFT),
                                t -> boxed(CellWords.left(t)),
                                "how much is left",
                                "")
                        .orElse(100);
            }

            private int quantity() {
                return understood(
                                ListColumn.QUANTITY,
                                cell(ListColumn.QUANTITY),
                                t -> boxed(CellWords.count(t)),
                                "a number up to 99",
                                "")
                        .orElse(1);
            }

            private static Optional<Integer> boxed(OptionalInt n) {
                return n.isPresent() ? Optional.of(n.getAsInt()) : Optional.empty();
            }

            private Optional<Money> price() {
                return understood(ListColumn.PRICE, cell(ListColumn.PRICE), this::money, "a price", "");
            }

            private Optional<Money> money(String text) {
                if (!CellWords.isShort(text)) return Optional.empty();
                Matcher m = MONEY.matcher(text);
                if (!m.matches()) return Optional.empty();
                String sign =
                        m.group(1) != null ? m.group(1) : m.group(3) != null ? m.group(3) : cell(ListColumn.CURRENCY);
                String code =
                        sign.isBlank() ? mending.currency : SIGNS.getOrDefault(sign.toUpperCase(Locale.ROOT), sign);
                try {
                    return Optional.of(Prices.parse(m.group(2), code));
                } catch (Refusal none) {
                    return Optional.empty();
                }
            }

            private Optional<LocalDate> day() {
                return understood(ListColumn.BOUGHT_ON, cell(ListColumn.BOUGHT_ON), this::dated, "a day", "");
            }

            private Optional<LocalDate> dated(String text) {
                return dates.computeIfAbsent(text, days::day);
            }

            private String from() {
                String giver = line(ListColumn.GIFT_OF, 140);
                boolean bare = CellWords.yes(giver).isPresent();
                if (!giver.isEmpty() && !bare) return "gift of " + giver;
                String shop = line(ListColumn.FROM, 160);
                return giver.isEmpty() || !CellWords.yes(giver).orElse(false) || !shop.isEmpty() ? shop : "a gift";
            }

            private List<PlaceCode> places() {
                List<PlaceCode> all = new ArrayList<>();
                for (int c = 0; c < width; c++) {
                    if (columns.get(c) != ListColumn.PLACE) continue;
                    for (String one : at(r, c).split("[;|\\n]")) {
                        String text = one.strip();
                        if (text.isEmpty()) continue;
                        Optional<PlaceCode> place = CellWords.place(text);
                        if (place.isPresent()) {
                            all.add(place.get());
                        } else {
                            found.add(new Doubt(
                                    r + 1,
                                    c,
                                    "“" + brief(text)
                                            + "” is no place such as R2·17 or binder 1 page 4 cell 3; it is kept"
                                            + " in the note.",
                                    "",
                                    false));
                            kept.add("Swatch: " + text);
                        }
                    }
                }
                return all.stream().distinct().toList();
            }

            private Map<Trait, String> claims() {
                Map<Trait, String> all = new EnumMap<>(Trait.class);
                columns.forEach(c -> c.trait().ifPresent(t -> {
                    String claim = line(c, 40);
                    if (!claim.isEmpty()) all.put(t, claim);
                }));
                return all;
            }

            private Map<EyeTrait, String> seen() {
                Map<EyeTrait, String> all = new EnumMap<>(EyeTrait.class);
                columns.stream()
                        .distinct()
                        .forEach(c -> c.eye().ifPresent(trait -> {
                            Optional<String> step = trait == EyeTrait.LIKING
                                    ? understood(
                                            c, cell(c), CellWords::liking, "a liking such as loved, ★★★★ or 4/5", "")
                                    : understood(
                                            c,
                                            cell(c),
                                            t -> step(trait, t),
                                            "one of "
                                                    + String.join(", ", trait.steps())
                                                            .toLowerCase(Locale.ROOT)
                                                            .replace('_', ' '),
                                            "");
                            step.ifPresent(s -> all.put(trait, s));
                        }));
                return all;
            }

            private static Optional<String> step(EyeTrait trait, String text) {
                try {
                    return Optional.of(trait.step(text));
                } catch (Refusal none) {
                    return Optional.empty();
                }
            }

            /** By name, several with a semicolon between, since names hold commas and strokes; where there is but a tick, the one palette. */
            private List<String> palettes() {
                String all = printable(cell(ListColumn.PALETTE));
                if (TICKED.matcher(all.strip()).matches()) return List.of("Palette");
                return Stream.of(all.split("[;\n]"))
                        .map(String::strip)
                        .filter(n -> !n.isEmpty())
                        .map(n -> n.length() > MOST_PALETTE
                                ? n.substring(0, MOST_PALETTE).strip()
                                : n)
                        .distinct()
                        .toList();
            }

            /** What has no place of its own is added to the note, with its heading. */
            private String note() {
                List<String> all = new ArrayList<>();
                for (int c = 0; c < width; c++) {
                    if (columns.get(c) == ListColumn.NOTE && !at(r, c).isEmpty()) all.add(printable(at(r, c)));
                }
                if (!cell(ListColumn.NUMBER).isEmpty()) all.add("Number: " + printable(cell(ListColumn.NUMBER)));
                kept.forEach(k -> all.add(printable(k)));
                String note = String.join("\n", all);
                if (note.length() > MOST_NOTE) {
                    found.add(new Doubt(
                            r + 1,
                            columns.indexOf(ListColumn.NOTE),
                            "The note is longer than " + MOST_NOTE + " characters; its end is left out.",
                            "",
                            false));
                    note = note.substring(0, MOST_NOTE);
                }
                return note;
            }
        }
    }
}
