package molvet.server.sharing;

import java.awt.image.BufferedImage;
import java.text.Collator;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.measure.Paper;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;

/**
 * A printed catalogue: a title page, paints in an order with what is known of each, and where each stands by pigment, by maker
 * and by name. Laid out once, so that the indexes know the pages; drawn page by page.
 */
final class Book {
    /** What a size of paper bears, in mm. {@code columns} of the indexes. */
    enum BookSize {
        A4(210, 297, 16, 16.5, 62, 3),
        POCKET(105, 148, 7, 15, 26, 2);

        final Paper paper;
        final double margin;
        final double row;
        final double strip;
        final int columns;

        BookSize(double width, double height, double margin, double row, double strip, int columns) {
            this.paper = new Paper(width, height);
            this.margin = margin;
            this.row = row;
            this.strip = strip;
            this.columns = columns;
        }
    }

    /**
     * @param id of the paint
     * @param stops of its strip; none if its colour is not known
     * @param whole whether the strip was seen all along; else its ends were
     * @param holding in words; it and what is {@code said} of it stand under its name
     */
    record BookEntry(
            long id,
            String number,
            String name,
            String maker,
            List<String> pigments,
            List<String> stops,
            double grain,
            boolean whole,
            String holding,
            String said,
            String place) {}

    record BookChapter(String name, List<BookEntry> entries) {}

    private static final double HEADING = 9;
    private static final double LEADING = 4.1;
    private static final double SMALL = 2.7;
    private static final double FOOT = 8;
    /** Between columns. */
    private static final double GAP = 5;

    /** What stands on a page: a heading or an entry, and how far down. */
    private record Placed(double y, String heading, BookEntry entry) {}

    /** A line of an index: a heading of its own, or a word with its pages. */
    private record IndexLine(String text, String pages, boolean heading) {}

    private final BookSize size;
    private final String title;
    private final List<String> said;
    private final LongFunction<Optional<BufferedImage>> picture;
    private final List<List<Placed>> pages = new ArrayList<>();
    private final List<List<List<IndexLine>>> indexes = new ArrayList<>();
    private final Lettering.Ruler plain = Paper.ruler(Letters.PLAIN);
    private final Lettering.Ruler book = Paper.ruler(Letters.BOOK);
    private final Lettering.Ruler code = Paper.ruler(Letters.CODE);

    /**
     * @param said on the title page, a paragraph each
     * @param picture of the swatch of a paint, which stands instead of its strip; asked for when its page is drawn
     */
    Book(
            BookSize size,
            String title,
            List<String> said,
            List<BookChapter> chapters,
            LongFunction<Optional<BufferedImage>> picture) {
        this.picture = picture;
        this.size = size;
        this.title = title;
        this.said = said;
        Map<BookEntry, Integer> at = laidOut(chapters);
        List<BookEntry> all = chapters.stream().flatMap(c -> c.entries.stream()).toList();
        List<IndexLine> lines = new ArrayList<>();
        index(lines, "By pigment", all, at, e -> e.pigments.stream(), Book::byCode);
        index(
                lines,
                "By maker",
                all,
                at,
                e -> Stream.of(e.maker.isEmpty() ? "no maker" : e.maker),
                Collator.getInstance(Locale.ENGLISH)::compare);
        index(lines, "By name", all, at, e -> Stream.of(e.name), Collator.getInstance(Locale.ENGLISH)::compare);
        int rows = (int) ((size.paper.height() - 2 * size.margin - FOOT) / LEADING);
        for (int from = 0; from < lines.size(); from += rows * size.columns) {
            List<List<IndexLine>> columns = new ArrayList<>();
            for (int c = 0; c < size.columns; c++) {
                int start = Math.min(lines.size(), from + c * rows);
                columns.add(lines.subList(start, Math.min(lines.size(), start + rows)));
            }
            indexes.add(columns);
        }
    }

    /** Letters of the class first, then the number as a number: PB15:3 before PB29, PBk7 after PB. */
    private static int byCode(String one, String other) {
        Comparator<String> by = Comparator.comparing((String c) -> c.replaceAll("[\\d:.].*", ""))
                .thenComparing(c -> {
                    String digits = c.replaceAll("\\D+", " ").strip().split(" ")[0];
                    return digits.isEmpty() ? 0 : Integer.parseInt(digits.substring(0, Math.min(8, digits.length())));
                })
                .thenComparing(c -> c);
        return by.compare(one, other);
    }

    private Map<BookEntry, Integer> laidOut(List<BookChapter> chapters) {
        Map<BookEntry, Integer> at = new java.util.IdentityHashMap<>();
        double last = size.paper.height() - size.margin - FOOT;
        double y = last + 1;
        for (BookChapter c : chapters) {
            boolean headed = false;
            for (BookEntry e : c.entries) {
                double needed = size.row + (headed ? 0 : HEADING);
                if (y + needed > last) {
                    pages.add(new ArrayList<>());
                    y = size.margin;
                }
                List<Placed> page = pages.get(pages.size() - 1);
                if (!headed) {
                    page.add(new Placed(y, c.name, null));
                    y += HEADING;
                    headed = true;
                }
                page.add(new Placed(y, null, e));
                at.put(e, pages.size() + 1);
                y += size.row;
            }
        }
        return at;
    }

    private void index(
            List<IndexLine> lines,
            String heading,
            List<BookEntry> all,
            Map<BookEntry, Integer> at,
            Function<BookEntry, Stream<String>> words,
            Comparator<String> order) {
        Map<String, TreeSet<Integer>> by = new TreeMap<>(order.thenComparing(Comparator.naturalOrder()));
        all.forEach(e -> words.apply(e)
                .forEach(w -> by.computeIfAbsent(w, k -> new TreeSet<>()).add(at.get(e))));
        if (by.isEmpty()) return;
        if (!lines.isEmpty()) lines.add(new IndexLine("", "", false));
        lines.add(new IndexLine(heading, "", true));
        double most = columnWidth() * 0.5;
        by.forEach((word, pages) -> {
            String first = word;
            StringBuilder row = new StringBuilder();
            for (String run : runs(pages).split(", ")) {
                String longer = row.isEmpty() ? run : row + ", " + run;
                if (!row.isEmpty() && code.width(longer, SMALL) > most) {
                    lines.add(new IndexLine(first, row + ",", false));
                    first = "";
                    row = new StringBuilder(run);
                } else {
                    row = new StringBuilder(longer);
                }
            }
            lines.add(new IndexLine(first, row.toString(), false));
        });
    }

    /** 3, 4, 5, 9 is 3–5, 9. */
    static String runs(TreeSet<Integer> pages) {
        List<int[]> runs = new ArrayList<>();
        for (int p : pages) {
            int[] last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
            if (last != null && last[1] == p - 1) last[1] = p;
            else runs.add(new int[] {p, p});
        }
        return runs.stream()
                .map(r -> r[0] == r[1] ? "" + r[0] : r[0] + "–" + r[1])
                .collect(Collectors.joining(", "));
    }

    int pages() {
        return 1 + pages.size() + indexes.size();
    }

    byte[] pdf() {
        return size.paper.pdf(pages(), this::draw);
    }

    private void draw(Pen pen, int page) {
        if (page == 1) {
            front(pen);
            return;
        }
        if (page - 2 < pages.size()) {
            pages.get(page - 2).forEach(p -> {
                if (p.entry == null) heading(pen, p.heading, p.y);
                else entry(pen, p.entry, p.y);
            });
        } else {
            index(pen, indexes.get(page - 2 - pages.size()));
        }
        String number = "" + page;
        pen.text(
                Letters.PLAIN,
                number,
                size.paper.width() / 2 - plain.width(number, SMALL) / 2,
                size.paper.height() - size.margin,
                SMALL);
    }

    private void front(Pen pen) {
        double wide = size.paper.width() - 2 * size.margin;
        double y = size.paper.height() / 4;
        double big = size.margin * 0.75;
        Lettering.Fitted fitted = Lettering.fit(title, wide, 3, big, big * 0.6, book);
        for (String line : fitted.lines()) {
            pen.text(Letters.BOOK, line, size.margin, y, fitted.size());
            y += fitted.size() * 1.3;
        }
        // Every paint as a sliver of its own colour, in the book’s order.
        List<BookEntry> coloured = pages.stream()
                .flatMap(List::stream)
                .filter(p -> p.entry != null && !p.entry.stops.isEmpty())
                .map(Placed::entry)
                .toList();
        double each = wide / Math.max(1, coloured.size());
        for (int i = 0; i < coloured.size(); i++) {
            pen.wash(new Rect(size.margin + i * each, y, each * 1.02, size.margin * 1.4), coloured.get(i).stops, true);
        }
        y += size.margin * 1.4 + 8;
        for (String paragraph : said) {
            for (String line :
                    Lettering.fit(paragraph, wide, 6, 3.2, 2.6, plain).lines()) {
                pen.text(Letters.PLAIN, line, size.margin, y, 3.2);
                y += 4.6;
            }
            y += 2;
        }
    }

    private void heading(Pen pen, String words, double y) {
        pen.text(Letters.PLAIN, fit(words, size.paper.width() - 2 * size.margin, 3.8, plain), size.margin, y + 5, 3.8);
        pen.line(size.margin, y + 6.6, size.paper.width() - size.margin, y + 6.6, 0.2);
    }

    private void entry(Pen pen, BookEntry e, double y) {
        double x = size.margin;
        Rect strip = new Rect(x, y + 1, size.strip, size.row - 4);
        Optional<BufferedImage> own = picture.apply(e.id);
        if (own.isPresent()) {
            pen.picture(strip, own.get());
        } else if (e.stops.isEmpty()) {
            pen.rectangle(strip.x(), strip.y(), strip.width(), strip.height(), 0.15);
            pen.text(Letters.PLAIN, "not swatched", strip.x() + 2, strip.y() + strip.height() / 2 + 1, SMALL);
        } else {
            pen.wash(strip, e.stops, e.grain, false);
            if (!e.whole) pen.rectangle(strip.x(), strip.y(), strip.width(), strip.height(), 0.15);
        }
        double from = x + size.strip + 4;
        double wide = size.paper.width() - size.margin - from;
        double place = Math.max(code.width(e.place, SMALL), code.width(e.number, SMALL));
        double right = size.paper.width() - size.margin;
        pen.text(Letters.CODE, e.number, right - code.width(e.number, SMALL), y + 4, SMALL);
        pen.text(Letters.CODE, e.place, right - code.width(e.place, SMALL), y + 8, SMALL);
        double left = wide - place - 2;
        Lettering.Fitted name = Lettering.fit(e.name, left, 1, 4.2, 2.8, book);
        pen.text(Letters.BOOK, name.lines().get(0), from, y + 4.2, name.size());
        String made = Stream.of(e.maker, String.join(" + ", e.pigments), e.holding)
                .filter(s -> !s.isEmpty())
                .collect(Collectors.joining("  ·  "));
        pen.text(Letters.PLAIN, fit(made, left, 2.9, plain), from, y + 8.4, 2.9);
        double line = y + 12;
        for (String l : Lettering.fit(e.said, wide, 2, SMALL, SMALL, plain).lines()) {
            pen.text(Letters.PLAIN, l, from, line, SMALL);
            line += 3.2;
        }
    }

    private double columnWidth() {
        return (size.paper.width() - 2 * size.margin - GAP * (size.columns - 1)) / size.columns;
    }

    private static String fit(String text, double wide, double size, Lettering.Ruler ruler) {
        if (text.isEmpty()) return "";
        return Lettering.fit(text, wide, 1, size, size, ruler).lines().get(0);
    }

    private void index(Pen pen, List<List<IndexLine>> columns) {
        double wide = columnWidth();
        for (int c = 0; c < columns.size(); c++) {
            double x = size.margin + c * (wide + GAP);
            double y = size.margin + LEADING;
            for (IndexLine line : columns.get(c)) {
                if (line.heading) {
                    pen.text(Letters.PLAIN, line.text, x, y, 3.6);
                } else {
                    double told = code.width(line.pages, SMALL);
                    pen.text(Letters.PLAIN, fit(line.text, wide - told - 2, SMALL, plain), x, y, SMALL);
                    pen.text(Letters.CODE, line.pages, x + wide - told, y, SMALL);
                }
                y += LEADING;
            }
        }
    }

    /** For a test of the layout: on which page an entry stands. */
    Map<String, Integer> where() {
        Map<String, Integer> where = new LinkedHashMap<>();
        for (int p = 0; p < pages.size(); p++) {
            for (Placed placed : pages.get(p)) if (placed.entry != null) where.put(placed.entry.number, p + 2);
        }
        return where;
    }
}
