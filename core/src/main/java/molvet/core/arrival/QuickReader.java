package molvet.core.arrival;

import static molvet.core.arrival.LinePatterns.*;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import molvet.core.arrival.QuickLine.Charge;
import molvet.core.arrival.QuickLine.Kind;
import molvet.core.arrival.QuickLine.Part;
import molvet.core.arrival.QuickLine.PartKind;
import molvet.core.collection.HoldingForm;
import molvet.core.maker.ChartIndex;
import molvet.core.measure.Decimals;
import molvet.core.measure.PlainText;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.LabelReading;
import molvet.core.pigment.Note;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;

/**
 * Reads what came, one paint a line, its parts in any order and between any separators, as labels are read aloud, bills
 * are pasted and orders are dictated.
 *
 * <p>Parts that can be told by their shape are taken first (prices, sizes, pigments, quantities), then what the makers'
 * charts know, and the name is what is left. A part can always be named outright in brackets: {@code [series: 2]}. Lines
 * that only name a maker, a giver or a parcel hold for the lines below them. The words are English, with the German and
 * French ones that stand on bills.
 */
public final class QuickReader {
    public static final int MOST_LINES = 2000;
    public static final int MOST_CHARACTERS = 200_000;
    /** A longer line is read as far as this; the rest is kept as a note. */
    public static final int LONGEST_LINE = 1000;

    private final LabelReader labels;
    private final ChartIndex charts;

    public QuickReader(LabelReader labels, ChartIndex charts) {
        this.labels = labels;
        this.charts = charts;
    }

    /**
     * @param maker the maker of lines that name none; may be empty
     * @return every line that is not blank, in order
     * @throws Refusal if there are more than {@link #MOST_LINES} lines or {@link #MOST_CHARACTERS} characters, or if the
     *     text holds hidden characters
     */
    public List<QuickLine> read(String text, String maker) {
        String kept = Words.lines("text", text, MOST_CHARACTERS);
        String[] lines = kept.split("\n", -1);
        if (lines.length > MOST_LINES) {
            throw Refusal.of(
                    "text",
                    "These are " + lines.length + " lines; " + MOST_LINES + " are read at once.",
                    "Paste the rest as a second arrival.");
        }
        List<QuickLine> out = new ArrayList<>();
        Context context = new Context();
        context.maker = charts.maker(Words.folded(maker));
        context.makerName = context.maker.map(ChartIndex.Maker::name).orElse(maker.strip());
        context.listed = isNumbered(lines);
        for (int i = 0; i < lines.length; i++) {
            if (lines[i].isBlank()) continue;
            out.add(new Run(i + 1, lines[i], context).read());
        }
        return SetPrice.divided(named(out));
    }

    /** Whether the numbers lines begin with rise from line to line, as those of a list do and those of pieces do not. */
    private static boolean isNumbered(String[] lines) {
        List<Integer> numbers = Arrays.stream(lines)
                .map(LISTED::matcher)
                .filter(Matcher::lookingAt)
                .map(m -> Integer.parseInt(m.group(1)))
                .toList();
        int rises = 0;
        for (int i = 1; i < numbers.size(); i++) if (numbers.get(i) > numbers.get(i - 1)) rises++;
        return numbers.size() >= LEAST_LISTED && rises == numbers.size() - 1;
    }

    private static final int LEAST_LISTED = 3;
    /** More pieces of one paint than this nobody writes in front of its name. */
    private static final int MOST_LEADING = 12;

    /** The text without the names of givers who asked not to be named, and those names. */
    public record Unnamed(String text, List<String> names) {
        public static Unnamed in(String text) {
            Matcher m = FROM_UNNAMED.matcher(text);
            List<String> names = new ArrayList<>();
            StringBuilder kept = new StringBuilder();
            while (m.find()) {
                names.add(m.group(2).strip());
                m.appendReplacement(kept, Matcher.quoteReplacement(m.group(1) + m.group(2)));
            }
            return new Unnamed(
                    m.appendTail(kept).toString(), names.stream().distinct().toList());
        }
    }

    /** Tells of lines that stand in the text more than once, where none of them is to be given away. */
    private static List<QuickLine> named(List<QuickLine> lines) {
        Map<String, QuickLine> first = new HashMap<>();
        List<QuickLine> out = new ArrayList<>();
        for (QuickLine l : lines) {
            if (l.kind() != Kind.PAINT || l.name().isEmpty()) {
                out.add(l);
                continue;
            }
            String key = l.colour().map(String::valueOf).orElse(Words.folded(l.maker() + " " + l.name()))
                    + l.form().orElse(HoldingForm.TUBE)
                    + l.edition();
            QuickLine before = first.putIfAbsent(key, l);
            if (before == null || before.toGive() + l.toGive() > 0) {
                out.add(l);
                continue;
            }
            Note twice = new Note(
                    l.name(),
                    "twice-here",
                    l.name() + " stands on line " + before.line()
                            + " too. If one is to give, say so; if it was pasted twice, take one line out.",
                    "gift for …");
            out.add(l.with(l.unitPrice(), List.of(twice)));
        }
        return out;
    }

    /** What holds for the lines below a heading. */
    private static final class Context {
        Optional<ChartIndex.Maker> maker = Optional.empty();
        String makerName = "";
        Optional<ChartIndex.Line> line = Optional.empty();
        String from = "";
        Optional<Integer> parcel = Optional.empty();
        /** Whether the lines are numbered. */
        boolean listed;
    }

    /** What was read of a line's prices: of a piece, and what it was before a sale. */
    private record Prices(Optional<BigDecimal> unit, Optional<BigDecimal> list) {}

    private static final Prices NO_PRICES = new Prices(Optional.empty(), Optional.empty());

    private record Price(BigDecimal amount, PartKind kind, int from, int to) {}

    private record Piece(String text, int from, int to) {}

    /** One line, read once. */
    private final class Run {
        private final int number;
        private final String written;
        private final Context context;
        private final PlainText plain;
        private final StringBuilder rest;
        private final String lower;
        private final List<Part> parts = new ArrayList<>();
        private final List<Note> notes = new ArrayList<>();
        private final List<String> unread = new ArrayList<>();
        private final Map<Trait, String> claims = new EnumMap<>(Trait.class);
        private final List<Price> prices = new ArrayList<>();
        private final List<PigmentCode> codes = new ArrayList<>();
        private String name = "";
        private String also = "";
        private String pigments = "";
        private Optional<ChartIndex.Maker> maker = Optional.empty();
        private String makerName = "";
        private Optional<ChartIndex.Line> line = Optional.empty();
        private String lineName = "";
        private Optional<ChartIndex.Colour> colour = Optional.empty();
        private String catalogueNumber = "";
        private Optional<HoldingForm> form = Optional.empty();
        private Optional<Volume> volume = Optional.empty();
        private Optional<Integer> series = Optional.empty();
        private Optional<String> currency = Optional.empty();
        private BigDecimal discount = BigDecimal.ZERO;
        private boolean saysQuantity = false;
        private int quantity = 1;
        private int toGive = 0;
        private String giftFor = "";
        private String from = "";
        private String edition = "";
        private Optional<Integer> parcel = Optional.empty();
        private String as = "";
        private boolean thing = false;

        Run(int number, String written, Context context) {
            this.number = number;
            this.written = written;
            this.context = context;
            String read = written.length() > LONGEST_LINE ? written.substring(0, LONGEST_LINE) : written;
            if (read.length() < written.length()) {
                unread.add(written.substring(LONGEST_LINE).strip());
                notes.add(Note.of(
                        "",
                        "too-long",
                        "The line has " + written.length() + " characters; the first " + LONGEST_LINE
                                + " were read, the rest is kept as a note."));
            }
            plain = PlainText.of(read);
            rest = new StringBuilder(plain.text());
            lower = plain.text().toLowerCase(Locale.ROOT);
        }

        QuickLine read() {
            skip(MARK);
            brackets();
            money();
            each(DISCOUNT, m -> {
                discount = decimal(m.group(1)).min(new BigDecimal(100));
                take(PartKind.DISCOUNT, m.start(), m.end(), discount.toPlainString());
            });
            first(SIZE, m -> size(m.group(), m.start(), m.end()));
            readPigments();
            people();
            first(EDITION, m -> {
                edition = text(m.start(), m.end());
                take(PartKind.EDITION, m.start(), m.end(), edition);
            });
            first(PARCEL, m -> {
                parcel = Optional.of(Integer.valueOf(m.group(1)));
                take(PartKind.PARCEL, m.start(), m.end(), m.group(1));
            });
            first(LIGHT, m -> {
                String claim = m.group(1) == null ? m.group(2) : m.group(1);
                claims.putIfAbsent(Trait.LIGHTFASTNESS, claim);
                take(PartKind.LIGHTFASTNESS, m.start(), m.end(), claim);
            });
            first(SERIES, m -> series(m.group(1) == null ? m.group(2) : m.group(1), m.start(), m.end()));
            readQuantity();
            first(CATALOGUE, m -> {
                catalogueNumber = m.group(1) == null ? m.group(2) : m.group(1);
                take(PartKind.NUMBER, m.start(), m.end(), catalogueNumber);
            });
            readForm();
            makerAndLine();
            Optional<QuickLine> heading = heading();
            if (heading.isPresent()) return heading.get();
            if (makerName.isEmpty() && lineName.isEmpty()) {
                maker = context.maker;
                makerName = context.makerName;
                line = context.line;
                lineName = line.map(ChartIndex.Line::name).orElse("");
            }
            Optional<QuickLine> charge = charge();
            if (charge.isPresent()) return charge.get();
            findColour();
            claimsInWords();
            if (name.isEmpty()) nameFromWhatIsLeft();
            otherName();
            pigmentsInWords();
            keepWhatIsLeft();
            decideThing();
            decideWhatIsGiven();
            Prices decided = decidePrices();
            if (from.isEmpty()) from = context.from;
            if (parcel.isEmpty()) parcel = context.parcel;
            parts.sort(Comparator.comparingInt(Part::from));
            Kind kind = thing ? Kind.THING : Kind.PAINT;
            if (name.isEmpty() && kind == Kind.PAINT) {
                notes.add(Note.of(
                        "", "no-name", "No name was found on this line. Write [name: …], or take the line out."));
            }
            return made(kind, decided, Optional.empty());
        }

        /** “Two, a gift for Ada” gives her one and keeps one, unless it says both. */
        private void decideWhatIsGiven() {
            if (toGive > quantity) toGive = quantity;
            if (toGive >= 0) return;
            boolean all = toGive == ALL;
            toGive = all ? quantity : 1;
            if (quantity > 1 && !all) {
                notes.add(new Note(
                        giftFor,
                        "one-to-give",
                        "One of " + quantity + " is for " + giftFor + ", "
                                + (quantity == 2 ? "one is" : quantity - 1 + " are")
                                + " yours. If all are to give, say so.",
                        "all for " + giftFor));
            }
        }

        private QuickLine made(Kind kind, Prices decided, Optional<Charge> charge) {
            return new QuickLine(
                    number,
                    written,
                    kind,
                    cut(name),
                    cut(also),
                    cut(makerName),
                    cut(lineName),
                    colour.map(ChartIndex.Colour::id),
                    catalogueNumber,
                    pigments,
                    new Recipe(codes.stream().distinct().toList()),
                    form,
                    volume,
                    series,
                    decided.unit,
                    decided.list,
                    currency,
                    discount,
                    quantity,
                    toGive,
                    cut(giftFor),
                    cut(from),
                    Map.copyOf(claims),
                    cut(edition),
                    parcel,
                    as,
                    charge,
                    List.copyOf(unread),
                    List.copyOf(parts),
                    List.copyOf(notes));
        }

        // ---- taking -------------------------------------------------------------------------------------------------

        private void take(PartKind kind, int start, int end, String value) {
            while (start < end && plain.text().charAt(start) == ' ') start++;
            while (end > start && plain.text().charAt(end - 1) == ' ') end--;
            parts.add(new Part(kind, plain.origin(start), plain.origin(end), value));
            cover(start, end);
        }

        private void cover(int start, int end) {
            for (int i = start; i < end; i++) rest.setCharAt(i, TAKEN);
        }

        private void skip(Pattern p) {
            Matcher m = p.matcher(rest);
            if (m.lookingAt()) cover(m.start(), m.end());
        }

        private void first(Pattern p, java.util.function.Consumer<Matcher> use) {
            if (!mayHold(lower, p)) return;
            Matcher m = p.matcher(rest.toString());
            if (m.find()) use.accept(m);
        }

        private void each(Pattern p, java.util.function.Consumer<Matcher> use) {
            if (!mayHold(lower, p)) return;
            Matcher m = p.matcher(rest.toString());
            while (m.find()) use.accept(m);
        }

        private String text(int start, int end) {
            return written.substring(plain.origin(start), plain.origin(end)).strip();
        }

        // ---- parts told by their shape ------------------------------------------------------------------------------

        private void brackets() {
            each(NAMED, m -> {
                Optional<PartKind> kind = PartKind.parse(m.group(1));
                if (kind.isEmpty()) return;
                String value = m.group(2) == null ? "" : text(m.start(2), m.end(2));
                try {
                    if (outright(kind.get(), value, m.start(), m.end())) return;
                } catch (Refusal e) {
                    notes.add(Note.of(value, "not-understood", e.getMessage()));
                }
                unread.add(value);
                take(PartKind.NOTE, m.start(), m.end(), value);
            });
        }

        /** A part named by its reader: it is what it says. */
        private boolean outright(PartKind kind, String value, int start, int end) {
            switch (kind) {
                case NAME -> name = value;
                case ALSO -> also = value;
                case PIGMENTS -> {
                    pigments = value;
                    labels.read(value).recipe().pigments().forEach(codes::add);
                }
                case MAKER -> {
                    makerName = value;
                    maker = charts.maker(Words.folded(value));
                }
                case LINE -> lineName = value;
                case NUMBER -> catalogueNumber = value;
                case SERIES -> {
                    series(value, start, end);
                    return true;
                }
                case SIZE -> {
                    size(value, start, end);
                    return true;
                }
                case FORM -> {
                    Optional<HoldingForm> named = formNamed(value);
                    if (named.isEmpty()) return false;
                    form = named;
                }
                case PRICE, WAS, TOTAL -> {
                    Matcher m = MONEY_FIRST.matcher(value);
                    Matcher n = MONEY_LAST.matcher(value);
                    if (m.lookingAt()) currency = Optional.of(code(m.group(1)));
                    else if (n.lookingAt()) currency = Optional.of(code(n.group(2)));
                    String amount = m.lookingAt() ? m.group(2) : n.lookingAt() ? n.group(1) : value;
                    prices.add(new Price(Decimals.parse("price", amount), kind, start, end));
                    cover(start, end);
                    return true;
                }
                case DISCOUNT ->
                    discount =
                            Decimals.parse("discount", value.replace("%", "")).min(new BigDecimal(100));
                case QUANTITY -> quantity(Decimals.parse("quantity", value).intValue());
                case GIFT_FOR -> {
                    giftFor = value;
                    toGive = NOT_SAID;
                }
                case FROM -> from = value;
                case LIGHTFASTNESS -> claims.put(Trait.LIGHTFASTNESS, value);
                case TRANSPARENCY -> claims.put(Trait.TRANSPARENCY, value);
                case STAINING -> claims.put(Trait.STAINING, value);
                case GRANULATION -> claims.put(Trait.GRANULATION, value);
                case EDITION -> edition = value;
                case PARCEL ->
                    parcel = Optional.of(Decimals.parse("parcel", value).intValue());
                case AS -> as = value;
                case THING -> thing = true;
                case NOTE, CHARGE -> {
                    return false;
                }
            }
            take(kind, start, end, value);
            return true;
        }

        private void people() {
            first(ALL_FOR, m -> {
                toGive = ALL;
                giftFor = text(m.start(1), m.end(1));
                take(PartKind.GIFT_FOR, m.start(), m.end(), giftFor);
            });
            if (toGive == 0) readGift();
            if (toGive == 0) {
                first(TO_GIVE, m -> {
                    toGive = Integer.parseInt(m.group(1));
                    giftFor = m.group(2) == null ? "" : text(m.start(2), m.end(2));
                    take(PartKind.GIFT_FOR, m.start(), m.end(), giftFor);
                });
            }
            if (toGive == 0) {
                first(FOR, m -> {
                    toGive = NOT_SAID;
                    giftFor = text(m.start(1), m.end(1));
                    take(PartKind.GIFT_FOR, m.start(), m.end(), giftFor);
                });
            }
            readFrom();
        }

        private static final int ALL = -2;
        private static final int NOT_SAID = -1;

        private void readGift() {
            first(GIFT, m -> {
                if (m.group(1) != null) toGive = Integer.parseInt(m.group(1));
                else toGive = NOT_SAID;
                giftFor = text(m.start(2), m.end(2));
                take(PartKind.GIFT_FOR, m.start(), m.end(), giftFor);
            });
        }

        private void readFrom() {
            first(UNNAMED, m -> take(PartKind.FROM, m.start(), m.end(), ""));
            first(FROM, m -> {
                String who = text(m.start(1), m.end(1));
                if (!takeMaker(who, m)) {
                    from = who;
                    take(PartKind.FROM, m.start(), m.end(), who);
                }
            });
            first(BY, m -> {
                String who = text(m.start(1), m.end(1));
                if (!takeMaker(who, m)) {
                    makerName = who;
                    take(PartKind.MAKER, m.start(), m.end(), who);
                }
            });
        }

        private boolean takeMaker(String who, Matcher m) {
            Optional<ChartIndex.Maker> known = charts.maker(Words.folded(who));
            if (known.isEmpty()) return false;
            maker = known;
            makerName = known.get().name();
            take(PartKind.MAKER, m.start(), m.end(), makerName);
            return true;
        }

        private void money() {
            each(MONEY_SPOKEN, m -> {
                currency = Optional.of(code(m.group(2)));
                price(m, decimal(m.group(1) + "." + m.group(3)));
            });
            each(MONEY_FIRST, m -> {
                currency = Optional.of(code(m.group(1)));
                price(m, decimal(m.group(2)));
            });
            each(MONEY_LAST, m -> {
                currency = Optional.of(code(m.group(2)));
                price(m, decimal(m.group(1)));
            });
            each(MONEY_BARE, m -> price(m, decimal(m.group(1))));
        }

        private void price(Matcher m, BigDecimal amount) {
            String before = rest.substring(0, m.start());
            int start = m.start();
            int end = m.end();
            PartKind kind = PartKind.PRICE;
            boolean plainly = false;
            Matcher was = WAS.matcher(before);
            Matcher now = NOW.matcher(before);
            Matcher sum = SUM.matcher(before);
            if (was.find()) {
                kind = PartKind.WAS;
                start = was.start();
            } else if (sum.find()) {
                kind = PartKind.TOTAL;
                start = sum.start();
            } else if (now.find()) {
                plainly = true;
                start = now.start();
            }
            Matcher each = EACH.matcher(rest.substring(end));
            if (each.find()) {
                plainly = true;
                end += each.end();
            }
            prices.add(new Price(amount, kind == PartKind.PRICE && plainly ? PartKind.NOTE : kind, start, end));
            cover(start, end);
        }

        private Prices decidePrices() {
            List<Price> open = new ArrayList<>();
            Optional<BigDecimal> unit = Optional.empty();
            Optional<BigDecimal> list = Optional.empty();
            Optional<Price> total = Optional.empty();
            for (Price p : prices) {
                switch (p.kind) {
                    case WAS -> {
                        list = Optional.of(p.amount);
                        partOf(PartKind.WAS, p);
                    }
                    case TOTAL -> total = Optional.of(p);
                    case NOTE -> {
                        unit = Optional.of(p.amount);
                        partOf(PartKind.PRICE, p);
                    }
                    default -> open.add(p);
                }
            }
            BigDecimal pieces = BigDecimal.valueOf(quantity);
            for (Price p : List.copyOf(open)) {
                boolean isSum = open.stream()
                        .anyMatch(o -> o != p
                                && quantity > 1
                                && o.amount.multiply(pieces).compareTo(p.amount) == 0);
                if (isSum && total.isEmpty()) {
                    total = Optional.of(p);
                    open.remove(p);
                }
            }
            if (unit.isEmpty() && !open.isEmpty()) {
                Price lowest =
                        open.stream().min(Comparator.comparing(Price::amount)).orElseThrow();
                boolean same = open.size() > 1 && open.stream().allMatch(p -> p.amount.compareTo(lowest.amount) == 0);
                if (open.size() == 2 && list.isEmpty() && !same && discount.signum() == 0) {
                    list = open.stream().map(Price::amount).max(Comparator.naturalOrder());
                    open.stream().filter(p -> p != lowest).forEach(p -> partOf(PartKind.WAS, p));
                    open.removeIf(p -> p != lowest);
                }
                unit = Optional.of(open.contains(lowest) && list.isPresent() ? lowest.amount : open.get(0).amount);
                partOf(PartKind.PRICE, open.contains(lowest) && list.isPresent() ? lowest : open.get(0));
                Price taken = open.contains(lowest) && list.isPresent() ? lowest : open.get(0);
                open.remove(taken);
            }
            for (Price p : open) {
                partOf(PartKind.NOTE, p);
                unread.add(text(p.from, p.to));
            }
            if (total.isPresent()) {
                partOf(PartKind.TOTAL, total.get());
                BigDecimal sum = total.get().amount;
                if (unit.isEmpty()) {
                    BigDecimal each = sum.divide(pieces, 2, RoundingMode.HALF_UP);
                    unit = Optional.of(each);
                    if (each.multiply(pieces).compareTo(sum) != 0) {
                        notes.add(Note.of(
                                sum.toPlainString(),
                                "not-divisible",
                                sum.toPlainString() + " does not divide into " + quantity + " equal prices; "
                                        + each.toPlainString() + " each was taken."));
                    }
                } else if (discount.signum() == 0 && unit.get().multiply(pieces).compareTo(sum) != 0) {
                    notes.add(Note.of(
                            sum.toPlainString(),
                            "sum-differs",
                            quantity + " times " + unit.get().toPlainString() + " is "
                                    + unit.get().multiply(pieces).toPlainString() + ", but the line says "
                                    + sum.toPlainString() + "."));
                }
            }
            return new Prices(unit, list);
        }

        private void partOf(PartKind kind, Price p) {
            int start = p.from;
            int end = p.to;
            while (start < end && plain.text().charAt(start) == ' ') start++;
            parts.add(new Part(kind, plain.origin(start), plain.origin(end), p.amount.toPlainString()));
        }

        private void size(String value, int start, int end) {
            try {
                volume = Optional.of(Volume.parse(value));
                take(PartKind.SIZE, start, end, volume.get().toString());
            } catch (Refusal e) {
                notes.add(Note.of(value, "not-understood", e.getMessage()));
            }
        }

        private void readPigments() {
            if (!codes.isEmpty()) return;
            List<LabelReader.Found> found = labels.codesIn(plain.withText(rest.toString()));
            int start = -1;
            int end = -1;
            for (LabelReader.Found f : found) {
                codes.add(f.code());
                notes.addAll(f.notes());
                int from = at(f.from());
                int to = at(f.to());
                if (start >= 0
                        && BETWEEN_CODES.matcher(rest.substring(end, from)).matches()) {
                    end = to;
                } else {
                    if (start >= 0) takePigments(start, end);
                    start = from;
                    end = to;
                }
            }
            if (start >= 0) takePigments(start, end);
        }

        private void takePigments(int start, int end) {
            String as = text(start, end);
            pigments = pigments.isEmpty() ? as : pigments + ", " + as;
            take(PartKind.PIGMENTS, start, end, as);
            Matcher crystal = CRYSTAL.matcher(rest).region(end, rest.length());
            if (crystal.lookingAt()) cover(crystal.start(), crystal.end());
        }

        /** Where in the plain text a place in the written line is. */
        private int at(int origin) {
            int i = 0;
            while (i < rest.length() && plain.origin(i) < origin) i++;
            return i;
        }

        private void series(String value, int start, int end) {
            int n = switch (value.toUpperCase(Locale.ROOT)) {
                case "I" -> 1;
                case "II" -> 2;
                case "III" -> 3;
                case "IV" -> 4;
                case "V" -> 5;
                default -> Decimals.parse("series", value).intValue();
            };
            if (n < 1 || n > 20) return;
            series = Optional.of(n);
            take(PartKind.SERIES, start, end, String.valueOf(n));
        }

        private void readQuantity() {
            if (saysQuantity) return;
            first(QUANTITY, m -> {
                for (int g = 1; g <= m.groupCount(); g++) {
                    if (m.group(g) == null) continue;
                    quantity(m.group(g).startsWith("a") ? 2 : Integer.parseInt(m.group(g)));
                    take(PartKind.QUANTITY, m.start(), m.end(), String.valueOf(quantity));
                }
            });
            if (!saysQuantity) first(QUANTITY_OF_FORMS, this::takeQuantity);
            if (!saysQuantity) {
                Matcher m = LISTED.matcher(rest);
                // A number written as a word may belong to the name.
                if (m.lookingAt() && Character.isDigit(written.charAt(plain.origin(m.start(1))))) leadingNumber(m);
            }
        }

        /** How many there are, or the number of a list or catalogue: a list counts on, and nobody buys 28 of one. */
        private void leadingNumber(Matcher m) {
            String digits = m.group(1);
            boolean counts = context.listed || digits.startsWith("0") || Integer.parseInt(digits) > MOST_LEADING;
            if (!counts && QUANTITY_FIRST.matcher(rest).lookingAt()) {
                takeQuantity(m);
                return;
            }
            if (!counts) return;
            catalogueNumber = digits;
            take(PartKind.NUMBER, m.start(1), m.end(1), digits);
            notes.add(new Note(
                    digits,
                    "number-not-pieces",
                    "“" + digits + "” was taken for its number in a list, not for " + digits + " pieces.",
                    "x" + Integer.parseInt(digits)));
        }

        private void takeQuantity(Matcher m) {
            quantity(Integer.parseInt(m.group(1)));
            take(PartKind.QUANTITY, m.start(1), m.end(1), String.valueOf(quantity));
        }

        private void quantity(int n) {
            if (n < 1 || n > 10_000) {
                notes.add(Note.of(String.valueOf(n), "not-understood", n + " pieces cannot be; one was taken."));
                return;
            }
            quantity = n;
            saysQuantity = true;
        }

        private void readForm() {
            if (form.isPresent()) return;
            for (Map.Entry<Pattern, HoldingForm> f : FORMS) {
                if (!mayHold(lower, f.getKey())) continue;
                Matcher m = f.getKey().matcher(rest);
                if (m.find()) {
                    form = Optional.of(f.getValue());
                    take(PartKind.FORM, m.start(), m.end(), f.getValue().words());
                    return;
                }
            }
        }

        // ---- parts the charts know ----------------------------------------------------------------------------------

        private void makerAndLine() {
            if (makerName.isEmpty()) {
                longest(4, folded -> charts.maker(folded)).ifPresent(w -> {
                    maker = Optional.of(w.found());
                    makerName = w.found().name();
                    take(PartKind.MAKER, w.from(), w.to(), makerName);
                });
            }
            if (lineName.isEmpty()) {
                longest(5, folded -> {
                            List<ChartIndex.Line> lines = charts.lines(
                                    folded, maker.or(() -> makerName.isEmpty() ? context.maker : Optional.empty()));
                            return lines.size() == 1 ? Optional.of(lines.get(0)) : Optional.empty();
                        })
                        .ifPresent(w -> {
                            line = Optional.of(w.found());
                            lineName = w.found().name();
                            if (maker.isEmpty()) {
                                maker = Optional.of(charts.maker(w.found().maker()));
                                makerName = maker.get().name();
                            }
                            take(PartKind.LINE, w.from(), w.to(), lineName);
                        });
            }
        }

        private record Window<T>(T found, int from, int to) {}

        /** The longest run of words that a look-up knows. */
        private <T> Optional<Window<T>> longest(int most, java.util.function.Function<String, Optional<T>> lookUp) {
            List<Piece> words = words();
            List<String> folded = words.stream()
                    .map(w -> Words.folded(written.substring(plain.origin(w.from), plain.origin(w.to))))
                    .toList();
            for (int n = Math.min(most, words.size()); n >= 1; n--) {
                for (int i = 0; i + n <= words.size(); i++) {
                    int from = words.get(i).from;
                    int to = words.get(i + n - 1).to;
                    if (isCut(from, to)) continue;
                    Optional<T> found = lookUp.apply(String.join(" ", folded.subList(i, i + n)));
                    if (found.isPresent()) return Optional.of(new Window<>(found.get(), from, to));
                }
            }
            return Optional.empty();
        }

        private boolean isCut(int from, int to) {
            for (int i = from; i < to; i++) {
                char c = rest.charAt(i);
                if (c == TAKEN || ",;|\t()[]".indexOf(c) >= 0) return true;
            }
            return false;
        }

        private List<Piece> words() {
            return WORD.matcher(rest)
                    .results()
                    .map(r -> new Piece(r.group(), r.start(), r.end()))
                    .toList();
        }

        private void findColour() {
            if (!name.isEmpty()) {
                List<ChartIndex.Colour> named = charts.named(Words.folded(name), maker);
                if (named.size() == 1) takeColour(named.get(0));
                return;
            }
            Optional<Window<List<ChartIndex.Colour>>> window = longest(7, folded -> {
                List<ChartIndex.Colour> named = charts.named(folded, maker).stream()
                        .filter(c -> line.isEmpty() || c.line() == line.get().id())
                        .toList();
                return named.isEmpty() ? Optional.empty() : Optional.of(named);
            });
            if (window.isPresent() && (maker.isPresent() || makerName.isEmpty())) {
                List<ChartIndex.Colour> named = window.get().found();
                name = named.get(0).name();
                if (named.size() == 1) {
                    boolean told = maker.isPresent();
                    takeColour(named.get(0));
                    if (!told) {
                        notes.add(Note.of(
                                makerName,
                                "maker-from-chart",
                                "Only " + makerName + " has a " + name
                                        + " in your charts, so it was taken for theirs."));
                    }
                } else {
                    name = text(window.get().from(), window.get().to());
                    notes.add(Note.of(
                            name,
                            "several-makers",
                            "Your charts have " + name + " from "
                                    + named.stream()
                                            .map(c -> charts.maker(c.maker()).name() + " ("
                                                    + charts.line(c.line()).name() + ")")
                                            .distinct()
                                            .collect(Collectors.joining(" and "))
                                    + ". Write which."));
                }
                take(PartKind.NAME, window.get().from(), window.get().to(), name);
            }
            byNumber();
        }

        private void byNumber() {
            if (maker.isEmpty()) return;
            if (!catalogueNumber.isEmpty()) {
                numbered(catalogueNumber).ifPresent(this::agree);
                return;
            }
            for (Piece w : words()) {
                if (!BARE_NUMBER.matcher(w.text).matches()) continue;
                Optional<ChartIndex.Colour> found = numbered(w.text);
                if (found.isPresent()
                        && (colour.isEmpty() || colour.get().id() == found.get().id())) {
                    catalogueNumber = w.text;
                    take(PartKind.NUMBER, w.from, w.to, w.text);
                    agree(found.get());
                    return;
                }
            }
        }

        private Optional<ChartIndex.Colour> numbered(String written) {
            List<ChartIndex.Colour> found = charts.numbered(written, maker.orElseThrow()).stream()
                    .filter(c -> line.isEmpty() || c.line() == line.get().id())
                    .toList();
            return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
        }

        /** A number that names another colour than the words do is told of; the words are believed. */
        private void agree(ChartIndex.Colour byNumber) {
            if (colour.isEmpty() && name.isEmpty()) {
                takeColour(byNumber);
            } else if (colour.isPresent() && colour.get().id() != byNumber.id()) {
                notes.add(new Note(
                        catalogueNumber,
                        "number-differs",
                        "Number " + catalogueNumber + " of " + makerName + " is " + byNumber.name()
                                + ", but the line says " + colour.get().name() + ". The name was believed.",
                        byNumber.name()));
            } else if (colour.isEmpty()) {
                takeColour(byNumber);
            }
        }

        private void takeColour(ChartIndex.Colour c) {
            colour = Optional.of(c);
            name = c.name();
            maker = Optional.of(charts.maker(c.maker()));
            makerName = maker.get().name();
            line = Optional.of(charts.line(c.line()));
            lineName = line.get().name();
            if (catalogueNumber.isEmpty()) catalogueNumber = c.catalogueNumber();
        }

        // ---- what is left -------------------------------------------------------------------------------------------

        private List<Piece> pieces() {
            List<Piece> pieces = new ArrayList<>();
            Matcher m = CUT.matcher(rest);
            int start = 0;
            while (m.find()) {
                piece(start, m.start()).ifPresent(pieces::add);
                start = m.end();
            }
            piece(start, rest.length()).ifPresent(pieces::add);
            return pieces;
        }

        private Optional<Piece> piece(int start, int end) {
            String all = rest.substring(start, end);
            String kept = withoutFillers(EDGES.matcher(all).replaceAll(""));
            int at = kept.isEmpty() ? -1 : all.indexOf(kept);
            if (at < 0 || kept.codePoints().noneMatch(Character::isLetterOrDigit)) return Optional.empty();
            return Optional.of(new Piece(kept, start + at, start + at + kept.length()));
        }

        /** Without the little words at either end that belong to parts taken away. */
        private static String withoutFillers(String text) {
            String kept = text;
            while (true) {
                int first = kept.indexOf(' ');
                int last = kept.lastIndexOf(' ');
                String head = first < 0 ? kept : kept.substring(0, first);
                String tail = last < 0 ? "" : kept.substring(last + 1);
                if (FILLERS.contains(head.toLowerCase(Locale.ROOT))) {
                    kept = first < 0 ? "" : kept.substring(first + 1);
                } else if (FILLERS.contains(tail.toLowerCase(Locale.ROOT))) {
                    kept = kept.substring(0, last);
                } else {
                    return kept;
                }
                kept = EDGES.matcher(kept).replaceAll("");
            }
        }

        /** Pieces that are nothing but claims, such as “semi-transparent, non-granulating”; never the only piece there is. */
        private void claimsInWords() {
            each(TRAIT_STEP, m -> {
                claims.putIfAbsent(Trait.parse(m.group(1)), m.group(2));
                take(PartKind.valueOf(m.group(1).toUpperCase(Locale.ROOT)), m.start(), m.end(), m.group(2));
            });
            List<Piece> pieces = pieces();
            boolean named = !name.isEmpty() || !codes.isEmpty();
            for (Piece p : pieces) {
                Map<Trait, String> said = SpokenClaims.in(p.text);
                if (said.isEmpty() || !named && pieces.size() < 2) continue;
                said.forEach(claims::putIfAbsent);
                PartKind kind = PartKind.valueOf(said.keySet().iterator().next().name());
                take(kind, p.from, p.to, String.join(", ", said.values()));
            }
        }

        /** A family without its number, and a pigment’s name where no code stands: told of, and no proof. */
        private void pigmentsInWords() {
            for (Piece p : pieces()) {
                if (FAMILY_ALONE.matcher(p.text).matches()) {
                    notes.add(Note.of(
                            p.text,
                            "code-without-number",
                            "“" + p.text + "” is a family of pigments without its number: look at the label again."));
                } else if (codes.isEmpty() && pigments.isEmpty() && colour.isEmpty()) {
                    pigmentNamed(p);
                }
            }
            if (codes.isEmpty() && pigments.isEmpty() && colour.isEmpty() && !name.isEmpty()) {
                labels.read(name).notes().stream()
                        .filter(n ->
                                n.kind().equals("name-in-words") && n.about().equalsIgnoreCase(name))
                        .forEach(n -> notes.add(new Note(
                                name,
                                "no-code",
                                "“" + name + "” is a pigment’s name, and no code stands on this line. Likely "
                                        + n.suggestion() + "; look for the code on the label.",
                                n.suggestion())));
            }
        }

        private void pigmentNamed(Piece p) {
            String said = text(p.from, p.to);
            LabelReading read = labels.read(said);
            boolean named = read.notes().stream()
                    .anyMatch(n -> n.kind().equals("name-in-words") && n.about().equalsIgnoreCase(said));
            if (!named) return;
            pigments = said;
            codes.addAll(read.recipe().pigments());
            notes.addAll(read.notes());
            take(PartKind.PIGMENTS, p.from, p.to, said);
        }

        /** “Dusk Heather / Dämmerheide”, “Dusk Heather (Dämmerheide)”: a second name beside the first. */
        private void otherName() {
            if (!also.isEmpty()) return;
            Optional<Part> first =
                    parts.stream().filter(p -> p.kind() == PartKind.NAME).findFirst();
            if (first.isEmpty()) return;
            for (Piece p : pieces()) {
                int from = plain.origin(p.from);
                if (from <= first.get().to()) continue;
                String between = written.substring(first.get().to(), from);
                String said = text(p.from, p.to);
                if (between.matches("\\s*[/(=]\\s*") && OTHER_NAME.matcher(said).matches()) {
                    also = said;
                    take(PartKind.ALSO, p.from, p.to, said);
                }
                return;
            }
        }

        private void nameFromWhatIsLeft() {
            List<Piece> pieces = pieces();
            Optional<Piece> best = pieces.stream()
                    .filter(p -> p.text.codePoints().filter(Character::isLetter).count() >= 3)
                    .findFirst()
                    .or(() -> pieces.stream()
                            .filter(p -> p.text.codePoints().anyMatch(Character::isLetter))
                            .findFirst());
            best.ifPresent(p -> {
                name = text(p.from, p.to);
                Optional<ChartIndex.Colour> near =
                        maker.flatMap(m -> charts.nearly(Words.folded(text(p.from, p.to)), m));
                if (near.isPresent() && colour.isEmpty()) {
                    notes.add(new Note(
                            name,
                            "mended-name",
                            "“" + name + "” was read as " + near.get().name() + " of " + makerName + ".",
                            near.get().name()));
                    takeColour(near.get());
                }
                take(PartKind.NAME, p.from, p.to, name);
            });
        }

        private void keepWhatIsLeft() {
            for (Piece p : pieces()) {
                unread.add(text(p.from, p.to));
                take(PartKind.NOTE, p.from, p.to, text(p.from, p.to));
            }
        }

        private void decideThing() {
            if (thing) {
                if (name.isEmpty() && !unread.isEmpty()) name = unread.remove(0);
                return;
            }
            if (!codes.isEmpty() || colour.isPresent() || claims.containsKey(Trait.LIGHTFASTNESS)) return;
            Matcher m = THINGS.matcher(name);
            boolean says = m.find()
                    && (form.isEmpty() || form.get() == HoldingForm.FULL_PAN || form.get() == HoldingForm.HALF_PAN);
            boolean emptyPans = form.isPresent() && name.matches("(?iu)empty");
            if (says || emptyPans) {
                if (emptyPans) name = "empty " + form.get().words() + "s";
                thing = true;
                notes.add(Note.of(
                        name,
                        "thing",
                        "“" + name + "” was taken for something other than paint: it stays on the bill."));
            }
        }

        private Optional<QuickLine> heading() {
            List<Piece> all = pieces();
            boolean announces =
                    written.strip().endsWith(":") && all.size() == 1 && makerName.isEmpty() && from.isEmpty();
            if (announces && parts.isEmpty()) {
                makerName = text(all.get(0).from, all.get(0).to);
                take(PartKind.MAKER, all.get(0).from, all.get(0).to, makerName);
            }
            boolean bare =
                    pieces().isEmpty() && codes.isEmpty() && prices.isEmpty() && volume.isEmpty() && name.isEmpty();
            boolean names = !makerName.isEmpty() || !lineName.isEmpty() || !from.isEmpty() || parcel.isPresent();
            if (!bare || !names || !catalogueNumber.isEmpty() || form.isPresent() && makerName.isEmpty()) {
                return Optional.empty();
            }
            if (!makerName.isEmpty()) {
                context.maker = maker;
                context.makerName = makerName;
                context.line = line;
            }
            if (!from.isEmpty()) context.from = from;
            if (parcel.isPresent()) context.parcel = parcel;
            parts.sort(Comparator.comparingInt(Part::from));
            return Optional.of(made(Kind.HEADING, NO_PRICES, Optional.empty()));
        }

        private Optional<QuickLine> charge() {
            List<Piece> pieces = pieces();
            if (!codes.isEmpty() || !name.isEmpty()) return Optional.empty();
            if (pieces.isEmpty()) {
                if (!prices.isEmpty() && volume.isEmpty() && makerName.equals(context.makerName)) {
                    boolean total = prices.stream().anyMatch(p -> p.kind == PartKind.TOTAL);
                    Charge sum = total ? Charge.SUM : Charge.TOGETHER;
                    return Optional.of(made(Kind.CHARGE, decidePrices(), Optional.of(sum)));
                }
                boolean only = discount.signum() > 0 && prices.isEmpty() && volume.isEmpty();
                return only
                        ? Optional.of(made(Kind.CHARGE, NO_PRICES, Optional.of(Charge.ORDER_DISCOUNT)))
                        : Optional.empty();
            }
            String said = pieces.get(0).text.replaceAll("[:.]+$", "");
            if (!prices.isEmpty()
                    && OF_A_SET.matcher(said).matches()
                    && charts.named(Words.folded(said), maker).isEmpty()) {
                take(PartKind.CHARGE, pieces.get(0).from, pieces.get(0).to, said);
                keepWhatIsLeft();
                name = said;
                quantity = 1;
                return Optional.of(made(Kind.CHARGE, decidePrices(), Optional.of(Charge.TOGETHER)));
            }
            for (Map.Entry<Charge, Pattern> c : CHARGES.entrySet()) {
                boolean costs = !prices.isEmpty() || discount.signum() > 0;
                if (!costs || !c.getValue().matcher(said).matches()) continue;
                take(PartKind.CHARGE, pieces.get(0).from, pieces.get(0).to, said);
                keepWhatIsLeft();
                name = said;
                quantity = 1;
                Prices decided = decidePrices();
                parts.sort(Comparator.comparingInt(Part::from));
                return Optional.of(made(Kind.CHARGE, decided, Optional.of(c.getKey())));
            }
            return Optional.empty();
        }

        private static Optional<HoldingForm> formNamed(String words) {
            for (HoldingForm f : HoldingForm.values()) {
                if (f.words().equalsIgnoreCase(words.strip().replace('-', ' '))) return Optional.of(f);
            }
            return FORMS.stream()
                    .filter(f -> f.getKey().matcher(words).find())
                    .map(Map.Entry::getValue)
                    .findFirst();
        }

        private static BigDecimal decimal(String digits) {
            return Decimals.parse("price", digits);
        }

        private static String code(String written) {
            String upper = written.toUpperCase(Locale.ROOT);
            return CURRENCIES.getOrDefault(upper, upper);
        }

        private static String cut(String text) {
            return text.length() <= 160 ? text : text.substring(0, 160).strip();
        }
    }
}
