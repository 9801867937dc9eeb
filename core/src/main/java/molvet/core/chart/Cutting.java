package molvet.core.chart;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;

/**
 * The most cards of one size that can be cut from a sheet. Cards may be turned.
 *
 * <p>With a ruler or a paper cutter every cut goes from edge to edge: then the answer is the best there is, by dynamic
 * programming over the sizes that card sides add up to (Beasley 1985, “Algorithms for unconstrained two-dimensional
 * guillotine cutting”, J. Opl Res. Soc. 36; raster points after Scheithauer 1997). With a knife, patterns of five blocks
 * round a middle are tried too, each divided again in the same way (Morabito and Morales 1998, “A simple and effective
 * recursive procedure for the manufacturer’s pallet loading problem”, J. Opl Res. Soc. 49).
 *
 * <p>Sizes are handled in hundredths of a millimetre, so 50.8 mm is exact.
 */
public final class Cutting {
    private static final double UNIT = 100;
    /** More sizes than this are not searched: the plain grids and their strips are. */
    private static final int MOST_SIZES = 260;

    private static final long MOST_TRIES = 6_000_000;

    private final long width;
    private final long height;
    private final boolean free;
    private final boolean searched;
    private final Map<Long, Node> known = new HashMap<>();
    private final long[] acrossSizes;
    private final long[] downSizes;
    private long tries = 0;

    /**
     * @param cut edge to edge only, or with a knife as well
     * @param gap lost by the blade between two cards
     * @param margin of the sheet that is not used, on all sides
     */
    public record Task(SheetSize sheet, double cardWidth, double cardHeight, double gap, double margin, boolean free) {
        /** @throws Refusal if a length is not one */
        public Task {
            List<Refusal.Fault> faults = new ArrayList<>();
            if (!(cardWidth >= 5 && cardHeight >= 5 && cardWidth <= 2500 && cardHeight <= 2500)) {
                faults.add(new Refusal.Fault(
                        "card", "A card is between 5 mm and 2500 mm on each side.", "2 × 4 in is 50.8 × 101.6 mm."));
            }
            if (!(gap >= 0 && gap <= 50)) {
                faults.add(new Refusal.Fault("gap", "The blade takes between 0 and 50 mm.", "Scissors take nothing."));
            }
            if (!(margin >= 0 && margin <= 500)) {
                faults.add(new Refusal.Fault("margin", "A margin is between 0 and 500 mm.", "0 uses the whole sheet."));
            }
            if (!faults.isEmpty()) throw new Refusal(faults);
        }
    }

    /**
     * One cut to make.
     *
     * @param number from 1, in the order to make them
     * @param piece which piece it goes through: the sheet, or a letter
     * @param down whether it runs from top to bottom of the piece, else from left to right
     * @param at how far from the left or top edge of that piece, in mm
     * @param x1 and the others: where it runs on the sheet, in mm
     * @param says the same in words
     */
    public record Cut(
            int number,
            String piece,
            boolean down,
            double at,
            double x1,
            double y1,
            double x2,
            double y2,
            String says) {}

    /**
     * @param cards where each lies, turned ones wider than high or the other way about
     * @param wastePercent of the sheet that becomes no card
     * @param cuts none if the pattern is cut with a knife, card by card
     * @param steps the same cuts told together, pieces that are cut alike in one sentence
     * @param offcuts what is left in one piece, largest first
     */
    public record Result(
            List<Rect> cards,
            double wastePercent,
            List<Cut> cuts,
            List<String> steps,
            List<Rect> offcuts,
            List<String> notes) {
        public int count() {
            return cards.size();
        }
    }

    /** How a rectangle is divided. */
    private interface Node {
        int count();

        /** Whether it can be cut from edge to edge. */
        default boolean isGuillotine() {
            return true;
        }

        /** Turns the pattern into places on the sheet, and notes what is left over in one piece. */
        void lay(Laid on, double x, double y, long w, long h);
    }

    private record Laid(Task task, List<Rect> cards, List<Rect> left) {
        /** A strip that is left; the gap counted at its far edge is no paper. */
        void leave(double x, double y, double w, double h) {
            double right = Math.min(x + w, task.sheet.width() - task.margin);
            double bottom = Math.min(y + h, task.sheet.height() - task.margin);
            if (right - x > 1 && bottom - y > 1) left.add(new Rect(x, y, right - x, bottom - y));
        }
    }

    private record Nothing() implements Node {
        @Override
        public int count() {
            return 0;
        }

        @Override
        public void lay(Laid on, double x, double y, long w, long h) {
            on.leave(x, y, w / UNIT, h / UNIT);
        }
    }

    /** A plain grid of cards all one way. */
    private record Block(int across, int down, boolean turned) implements Node {
        @Override
        public int count() {
            return across * down;
        }

        @Override
        public void lay(Laid on, double x, double y, long w, long h) {
            double cw = turned ? on.task.cardHeight : on.task.cardWidth;
            double ch = turned ? on.task.cardWidth : on.task.cardHeight;
            for (int r = 0; r < down; r++) {
                for (int c = 0; c < across; c++) {
                    on.cards.add(new Rect(x + c * (cw + on.task.gap), y + r * (ch + on.task.gap), cw, ch));
                }
            }
            double usedX = across * (cw + on.task.gap);
            double usedY = down * (ch + on.task.gap);
            on.leave(x + usedX, y, w / UNIT - usedX, h / UNIT);
            on.leave(x, y + usedY, usedX, h / UNIT - usedY);
        }
    }

    private record Split(boolean vertical, long at, Node first, Node second, int count) implements Node {
        @Override
        public boolean isGuillotine() {
            return first.isGuillotine() && second.isGuillotine();
        }

        @Override
        public void lay(Laid on, double x, double y, long w, long h) {
            first.lay(on, x, y, vertical ? at : w, vertical ? h : at);
            if (vertical) second.lay(on, x + at / UNIT, y, w - at, h);
            else second.lay(on, x, y + at / UNIT, w, h - at);
        }
    }

    /** Four blocks turning about a fifth: left, bottom, right, top, middle. */
    private record Five(long x1, long x2, long y1, long y2, List<Node> parts, int count) implements Node {
        @Override
        public boolean isGuillotine() {
            return false;
        }

        @Override
        public void lay(Laid on, double x, double y, long w, long h) {
            parts.get(0).lay(on, x, y, x1, y2);
            parts.get(1).lay(on, x, y + y2 / UNIT, x2, h - y2);
            parts.get(2).lay(on, x + x2 / UNIT, y + y1 / UNIT, w - x2, h - y1);
            parts.get(3).lay(on, x + x1 / UNIT, y, w - x1, y1);
            parts.get(4).lay(on, x + x1 / UNIT, y + y1 / UNIT, x2 - x1, y2 - y1);
        }
    }

    private static final Node NOTHING = new Nothing();

    private Cutting(Task task, long sheetWidth, long sheetHeight) {
        this.width = units(task.cardWidth + task.gap);
        this.height = units(task.cardHeight + task.gap);
        this.free = task.free;
        this.acrossSizes = sizes(sheetWidth);
        this.downSizes = sizes(sheetHeight);
        this.searched = acrossSizes.length <= MOST_SIZES && downSizes.length <= MOST_SIZES;
    }

    public static Result cut(Task task) {
        double roomX = task.sheet.width() - 2 * task.margin;
        double roomY = task.sheet.height() - 2 * task.margin;
        long w = Math.max(0, units(roomX + task.gap));
        long h = Math.max(0, units(roomY + task.gap));
        Cutting cutting = new Cutting(task, w, h);
        Node best = cutting.best(w, h);
        List<Rect> cards = new ArrayList<>();
        List<Rect> left = new ArrayList<>();
        best.lay(new Laid(task, cards, left), task.margin, task.margin, w, h);
        List<String> notes = new ArrayList<>();
        if (cards.isEmpty()) {
            notes.add("A card of " + Mm.of(task.cardWidth) + " × " + Mm.of(task.cardHeight) + " mm does not fit on "
                    + task.sheet.words() + (task.margin > 0 ? " inside the margin." : "."));
        } else if (!cutting.searched) {
            notes.add("So many small cards fit that not every pattern was tried.");
        }
        List<Cut> cuts = new ArrayList<>();
        List<String> steps = new ArrayList<>();
        if (best.isGuillotine() && !cards.isEmpty()) {
            Cutter cutter = new Cutter(task, cuts);
            cutter.cut(cards);
            steps.addAll(cutter.steps(cards));
        } else if (!cards.isEmpty()) notes.add("Cut with a knife along the lines: some cuts end inside the sheet.");
        left.removeIf(r -> Math.min(r.width(), r.height()) < 10);
        left.sort((a, b) -> Double.compare(b.width() * b.height(), a.width() * a.height()));
        double waste = 100 * (1 - cards.size() * task.cardWidth * task.cardHeight / task.sheet.area());
        return new Result(
                List.copyOf(cards),
                waste,
                List.copyOf(cuts),
                List.copyOf(steps),
                List.copyOf(left),
                List.copyOf(notes));
    }

    /** What the better of the two plain grids holds: all cards one way. */
    public static int plainGrid(Task task) {
        long w = Math.max(0, units(task.sheet.width() - 2 * task.margin + task.gap));
        long h = Math.max(0, units(task.sheet.height() - 2 * task.margin + task.gap));
        long a = units(task.cardWidth + task.gap);
        long b = units(task.cardHeight + task.gap);
        return (int) Math.max((w / a) * (h / b), (w / b) * (h / a));
    }

    private static long units(double mm) {
        return Math.round(mm * UNIT);
    }

    /** Every length up to a limit that sides of cards add up to, smallest first, from 0. */
    private long[] sizes(long limit) {
        TreeSet<Long> all = new TreeSet<>();
        for (long i = 0; i * width <= limit; i++) {
            for (long j = 0; i * width + j * height <= limit; j++) {
                all.add(i * width + j * height);
                if (all.size() > 4 * MOST_SIZES) break;
            }
        }
        return all.stream().mapToLong(Long::longValue).toArray();
    }

    private static long down(long[] sizes, long length) {
        int at = java.util.Arrays.binarySearch(sizes, length);
        return at >= 0 ? sizes[at] : sizes[-at - 2];
    }

    private Node best(long w, long h) {
        long x = searched ? down(acrossSizes, w) : w;
        long y = searched ? down(downSizes, h) : h;
        Node plain = block(x, y);
        if (x == 0 || y == 0) return NOTHING;
        long most = x * y / (width * height);
        if (plain.count() == most || most == 0) return plain.count() == 0 ? NOTHING : plain;
        long key = x * 10_000_000L + y;
        Node before = known.get(key);
        if (before != null) return before;
        Node best = searched ? divided(x, y, plain, most) : striped(x, y, plain);
        if (free && searched && best.count() < most) best = five(x, y, best, most);
        known.put(key, best);
        return best;
    }

    private Node block(long w, long h) {
        Block upright = new Block((int) (w / width), (int) (h / height), false);
        Block turned = new Block((int) (w / height), (int) (h / width), true);
        Node better = turned.count() > upright.count() ? turned : upright;
        return better.count() == 0 ? NOTHING : better;
    }

    private Node divided(long w, long h, Node best, long most) {
        for (long x : acrossSizes) {
            if (x == 0) continue;
            if (x > w / 2) break;
            Node a = best(x, h);
            Node b = best(w - x, h);
            if (a.count() + b.count() > best.count()) {
                best = new Split(true, x, a, b, a.count() + b.count());
                if (best.count() == most) return best;
            }
        }
        for (long y : downSizes) {
            if (y == 0) continue;
            if (y > h / 2) break;
            Node a = best(w, y);
            Node b = best(w, h - y);
            if (a.count() + b.count() > best.count()) {
                best = new Split(false, y, a, b, a.count() + b.count());
                if (best.count() == most) return best;
            }
        }
        return best;
    }

    /** Without a search: a grid one way, and strips beside or below it filled the other way. */
    private Node striped(long w, long h, Node best) {
        for (long side : new long[] {width, height}) {
            for (long n = 1; n * side < w; n++) {
                Node a = block(n * side, h);
                Node b = block(w - n * side, h);
                if (a.count() + b.count() > best.count()) best = new Split(true, n * side, a, b, a.count() + b.count());
            }
            for (long n = 1; n * side < h; n++) {
                Node a = block(w, n * side);
                Node b = block(w, h - n * side);
                if (a.count() + b.count() > best.count())
                    best = new Split(false, n * side, a, b, a.count() + b.count());
            }
        }
        return best;
    }

    private Node five(long w, long h, Node best, long most) {
        for (long x1 : acrossSizes) {
            if (x1 == 0) continue;
            if (x1 >= w) break;
            for (long x2 : acrossSizes) {
                if (x2 <= x1) continue;
                if (x2 >= w) break;
                for (long y1 : downSizes) {
                    if (y1 == 0) continue;
                    if (y1 >= h) break;
                    for (long y2 : downSizes) {
                        if (y2 <= y1) continue;
                        if (y2 >= h) break;
                        if (++tries > MOST_TRIES) return best;
                        List<Node> parts = List.of(
                                best(x1, y2),
                                best(x2, h - y2),
                                best(w - x2, h - y1),
                                best(w - x1, y1),
                                best(x2 - x1, y2 - y1));
                        int count = parts.stream().mapToInt(Node::count).sum();
                        if (count > best.count()) {
                            best = new Five(x1, x2, y1, y2, parts, count);
                            if (count == most) return best;
                        }
                    }
                }
            }
        }
        return best;
    }

    /** Finds cuts from edge to edge that part the cards, and numbers them in an order a person can follow. */
    private static final class Cutter {
        private static final double HAIR = 1e-3;

        private final Task task;
        private final List<Cut> cuts;
        private int pieces = 0;

        Cutter(Task task, List<Cut> cuts) {
            this.task = task;
            this.cuts = cuts;
        }

        void cut(List<Rect> cards) {
            Rect sheet = new Rect(0, 0, task.sheet.width(), task.sheet.height());
            cut("the sheet", sheet, cards);
        }

        private record Piece(Rect box, List<Rect> cards) {
            /** Its size and where its cards lie in it: pieces of one shape are cut alike. */
            String shape() {
                return Mm.of(box.width()) + "×" + Mm.of(box.height())
                        + cards.stream()
                                .map(c -> Mm.of(c.x() - box.x()) + "," + Mm.of(c.y() - box.y()))
                                .sorted()
                                .toList();
            }
        }

        List<String> steps(List<Rect> cards) {
            List<String> steps = new ArrayList<>();
            told(steps, "the sheet", new Piece(new Rect(0, 0, task.sheet.width(), task.sheet.height()), cards));
            return steps;
        }

        /** One sentence for a piece, then one for each shape of the pieces it falls into. */
        private void told(List<String> steps, String name, Piece piece) {
            boolean vertical = isVertical(piece.box, piece.cards);
            List<Line> lines = lines(piece.box, piece.cards, vertical);
            if (lines.isEmpty()) return;
            List<Piece> parts = parts(piece, lines, vertical);
            String edge = vertical ? "left" : "top";
            double first = lines.get(0).at - (vertical ? piece.box.x() : piece.box.y());
            double start = parts.isEmpty()
                    ? 0
                    : vertical
                            ? parts.get(0).box.x() - piece.box.x()
                            : parts.get(0).box.y() - piece.box.y();
            List<String> said = new ArrayList<>();
            if (start > 0.5) said.add("trim " + Mm.of(first) + " mm off its " + edge + " edge");
            Map<String, Integer> sizes = new LinkedHashMap<>();
            parts.forEach(p -> sizes.merge(Mm.of(vertical ? p.box.width() : p.box.height()), 1, Integer::sum));
            sizes.forEach(
                    (size, n) -> said.add("cut off " + (n == 1 ? "a strip" : n + " strips") + " of " + size + " mm"));
            double end = vertical ? piece.box.right() : piece.box.bottom();
            double last = parts.isEmpty()
                    ? end
                    : vertical
                            ? parts.get(parts.size() - 1).box.right()
                            : parts.get(parts.size() - 1).box.bottom();
            String left = end - last > 1 ? "; " + Mm.of(end - last - task.gap) + " mm are left over" : "";
            steps.add("From the " + edge + " of " + name + ", " + String.join(", then ", said) + left + ".");
            Map<String, List<Piece>> shapes = new LinkedHashMap<>();
            parts.stream()
                    .filter(p -> p.cards.size() > 1 || !near(p.box, p.cards.get(0)))
                    .forEach(p -> shapes.computeIfAbsent(p.shape(), k -> new ArrayList<>())
                            .add(p));
            shapes.values().forEach(alike -> {
                Piece one = alike.get(0);
                String size = Mm.of(one.box.width()) + " × " + Mm.of(one.box.height()) + " mm";
                told(
                        steps,
                        alike.size() == 1
                                ? "the piece of " + size
                                : "each of the " + alike.size() + " pieces of " + size,
                        one);
            });
        }

        /** Fewer long strips first, as one does with a ruler; where both ways work, the one with fewer cuts. */
        private boolean isVertical(Rect piece, List<Rect> cards) {
            List<Line> down = lines(piece, cards, true);
            List<Line> across = lines(piece, cards, false);
            return across.isEmpty() || !down.isEmpty() && down.size() <= across.size();
        }

        private List<Piece> parts(Piece piece, List<Line> lines, boolean vertical) {
            List<Piece> parts = new ArrayList<>();
            double from = vertical ? piece.box.x() : piece.box.y();
            for (Line line : lines) {
                part(parts, piece.box, piece.cards, vertical, from, line.at);
                from = line.then;
            }
            part(parts, piece.box, piece.cards, vertical, from, vertical ? piece.box.right() : piece.box.bottom());
            return parts;
        }

        private void cut(String name, Rect piece, List<Rect> cards) {
            if (cards.size() == 1 && near(piece, cards.get(0))) return;
            boolean vertical = isVertical(piece, cards);
            List<Line> lines = lines(piece, cards, vertical);
            if (lines.isEmpty()) return;
            for (Line line : lines) {
                double at = line.at - (vertical ? piece.x() : piece.y());
                double x1 = vertical ? line.at : piece.x();
                double y1 = vertical ? piece.y() : line.at;
                double x2 = vertical ? line.at : piece.right();
                double y2 = vertical ? piece.bottom() : line.at;
                String says = "Cut " + name + (vertical ? " from top to bottom, " : " from left to right, ") + Mm.of(at)
                        + " mm from its " + (vertical ? "left" : "top") + " edge.";
                cuts.add(new Cut(cuts.size() + 1, name, vertical, at, x1, y1, x2, y2, says));
            }
            for (Piece p : parts(new Piece(piece, cards), lines, vertical)) {
                if (p.cards.size() == 1 && near(p.box, p.cards.get(0))) continue;
                cut("piece " + letters(pieces++), p.box, p.cards);
            }
        }

        private static void part(
                List<Piece> parts, Rect piece, List<Rect> cards, boolean vertical, double from, double to) {
            List<Rect> inside = cards.stream()
                    .filter(c -> vertical
                            ? c.x() >= from - HAIR && c.right() <= to + HAIR
                            : c.y() >= from - HAIR && c.bottom() <= to + HAIR)
                    .toList();
            if (inside.isEmpty()) return;
            Rect box = vertical
                    ? new Rect(from, piece.y(), to - from, piece.height())
                    : new Rect(piece.x(), from, piece.width(), to - from);
            parts.add(new Piece(box, inside));
        }

        /** Where a piece is cut, and where the paper behind the cut begins. */
        private record Line(double at, double then) {}

        /**
         * Where a cut goes through: along the far side of a card, its blade's width free of others; and along the near side of
         * the first, to trim the piece.
         */
        private List<Line> lines(Rect piece, List<Rect> cards, boolean vertical) {
            double from = vertical ? piece.x() : piece.y();
            double to = vertical ? piece.right() : piece.bottom();
            List<Line> lines = new ArrayList<>();
            double first = cards.stream()
                    .mapToDouble(c -> vertical ? c.x() : c.y())
                    .min()
                    .orElse(from);
            if (first - from > 0.5) lines.add(new Line(first, first));
            TreeSet<Double> far = new TreeSet<>();
            cards.forEach(c -> far.add(Math.round((vertical ? c.right() : c.bottom()) * 1000) / 1000.0));
            double begun = first;
            for (double line : far) {
                if (line < begun + HAIR || line > to - 0.05) continue;
                double behind = line + task.gap;
                boolean through = cards.stream()
                        .noneMatch(c -> vertical
                                ? c.x() < behind - HAIR && c.right() > line + HAIR
                                : c.y() < behind - HAIR && c.bottom() > line + HAIR);
                if (!through) continue;
                lines.add(new Line(line, Math.min(to, behind)));
                begun = behind;
            }
            return lines;
        }

        private static boolean near(Rect piece, Rect card) {
            return piece.width() - card.width() < 0.05 && piece.height() - card.height() < 0.05;
        }

        /** A to Z, then AA, AB and so on. */
        private static String letters(int n) {
            String out = "";
            for (int i = n; i >= 0; i = i / 26 - 1) out = (char) ('A' + i % 26) + out;
            return out;
        }
    }
}
