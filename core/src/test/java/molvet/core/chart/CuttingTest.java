package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class CuttingTest {
    private static final SheetSize IMPERIAL = SheetSize.ofInches(30, 22);

    private static Cutting.Task task(SheetSize sheet, double width, double height) {
        return new Cutting.Task(sheet, width, height, 0, 0, false);
    }

    /** Common practice, no published source: 82 cards of 2 × 4 in come out of a full imperial sheet of 22 × 30 in. */
    @Test
    void aFullImperialSheetGivesEightyTwoCards() {
        Cutting.Result cut = Cutting.cut(task(IMPERIAL, 50.8, 101.6));
        assertThat(cut.count()).isEqualTo(82);
        assertThat(cut.wastePercent()).isBetween(0.6, 0.61);
        assertThat(cut.offcuts()).hasSize(1);
        assertThat(cut.offcuts().get(0).width() * cut.offcuts().get(0).height())
                .isEqualTo(50.8 * 50.8, org.assertj.core.api.Assertions.within(1.0));
    }

    /** The order in the middle of the sheet rounded to whole millimetres, as scripts send it. */
    @Test
    void aSheetMeasuredInWholeMillimetresGivesAsMany() {
        assertThat(Cutting.cut(task(new SheetSize(762, 559), 50.8, 101.6)).count())
                .isEqualTo(82);
    }

    /** By arithmetic: every sum of 2 and 4 in is even, so of 15 × 22 in only 14 × 22 can be used: 308 / 8 = 38.5. */
    @Test
    void halfASheetGivesThirtyEight() {
        assertThat(Cutting.cut(task(SheetSize.ofInches(15, 22), 50.8, 101.6)).count())
                .isEqualTo(38);
    }

    @Test
    void theCutsCanBeFollowed() {
        Cutting.Result cut = Cutting.cut(new Cutting.Task(SheetSize.named("A4").orElseThrow(), 60, 80, 2, 5, false));
        assertThat(cut.cuts()).isNotEmpty();
        assertThat(cut.cuts().get(0).piece()).isEqualTo("the sheet");
        assertThat(cut.cuts())
                .extracting(Cutting.Cut::number)
                .isEqualTo(IntStream.rangeClosed(1, cut.cuts().size()).boxed().toList());
        assertThat(cut.cuts().get(0).says()).startsWith("Cut the sheet from ").endsWith(" edge.");
        followed(new Rect(0, 0, 210, 297), cut);
    }

    @Test
    void theStepsTellCutsThatAreAlikeTogether() {
        Cutting.Result cut = Cutting.cut(task(new SheetSize(310, 215), 50, 100));
        assertThat(cut.count()).isEqualTo(12);
        assertThat(cut.steps())
                .containsExactly(
                        "From the top of the sheet, cut off 2 strips of 100 mm; 15 mm are left over.",
                        "From the left of each of the 2 pieces of 310 × 100 mm, cut off 6 strips of 50 mm; 10 mm are left over.");
        assertThat(Cutting.cut(task(IMPERIAL, 50.8, 101.6)).steps().size()).isLessThan(10);
    }

    @Test
    void theBladeTakesItsShare() {
        SheetSize sheet = new SheetSize(100, 100);
        assertThat(Cutting.cut(new Cutting.Task(sheet, 50, 50, 0, 0, false)).count())
                .isEqualTo(4);
        assertThat(Cutting.cut(new Cutting.Task(sheet, 50, 50, 1, 0, false)).count())
                .isEqualTo(1);
        assertThat(Cutting.cut(new Cutting.Task(sheet, 49.5, 49.5, 1, 0, false)).count())
                .isEqualTo(4);
        assertThat(Cutting.cut(new Cutting.Task(sheet, 49.5, 49.5, 1, 1, false)).count())
                .isEqualTo(1);
    }

    @Test
    void aCardLargerThanTheSheetIsSaidSo() {
        Cutting.Result none = Cutting.cut(task(new SheetSize(100, 100), 120, 30));
        assertThat(none.count()).isZero();
        assertThat(none.wastePercent()).isEqualTo(100);
        assertThat(none.notes()).singleElement().asString().contains("does not fit");
        assertThatThrownBy(() -> task(IMPERIAL, 0, 10))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("between 5 mm");
    }

    /**
     * The pattern of a wind wheel: four cards of 2 × 3 round a middle of 1 × 1 in a square of 5 × 5. No cut goes from edge
     * to edge.
     */
    @Test
    void aKnifeCutsMoreThanARuler() {
        SheetSize square = new SheetSize(50, 50);
        assertThat(Cutting.cut(task(square, 20, 30)).count()).isEqualTo(3);
        Cutting.Result free = Cutting.cut(new Cutting.Task(square, 20, 30, 0, 0, true));
        assertThat(free.count()).isEqualTo(4);
        assertThat(free.cuts()).isEmpty();
        assertThat(free.notes()).singleElement().asString().contains("knife");
    }

    @Test
    void manySmallCardsAreAnsweredToo() {
        Cutting.Task task = new Cutting.Task(new SheetSize(1500, 2000), 7.13, 11.37, 0.3, 4, true);
        Cutting.Result cut = Cutting.cut(task);
        assertThat(cut.count()).isGreaterThanOrEqualTo(Cutting.plainGrid(task));
    }

    /** Against every way to lay the cards on a small sheet, in whole units of 10 mm. */
    @Property(tries = 150)
    void asGoodAsTryingEverything(
            @ForAll @IntRange(min = 2, max = 8) int w,
            @ForAll @IntRange(min = 2, max = 8) int h,
            @ForAll @IntRange(min = 1, max = 4) int a,
            @ForAll @IntRange(min = 2, max = 5) int b) {
        Assume.that(a < b);
        Cutting.Task free = new Cutting.Task(new SheetSize(w * 10, h * 10), a * 10, b * 10, 0, 0, true);
        Cutting.Result cut = Cutting.cut(free);
        assertThat(cut.count()).isEqualTo(new Everything(w, h, a, b).most());
        laid(cut, w * 10, h * 10);
        Cutting.Result ruler = Cutting.cut(task(free.sheet(), a * 10, b * 10));
        assertThat(ruler.count())
                .isEqualTo(EdgeToEdge.most(w, h, a, b))
                .isGreaterThanOrEqualTo(Cutting.plainGrid(free));
        followed(new Rect(0, 0, w * 10, h * 10), ruler);
    }

    /** Never worse than the better plain grid, cards never overlap or leave the sheet, and offcuts are bare paper. */
    @Property(tries = 60)
    void neverWorseThanAPlainGrid(
            @ForAll @IntRange(min = 100, max = 800) int w,
            @ForAll @IntRange(min = 100, max = 800) int h,
            @ForAll @IntRange(min = 25, max = 150) int a,
            @ForAll @IntRange(min = 25, max = 150) int b,
            @ForAll @IntRange(min = 0, max = 3) int gap,
            @ForAll @IntRange(min = 0, max = 9) int margin) {
        Cutting.Task task = new Cutting.Task(new SheetSize(w, h), a, b, gap, margin, false);
        Cutting.Result cut = Cutting.cut(task);
        assertThat(cut.count()).isGreaterThanOrEqualTo(Cutting.plainGrid(task));
        laid(cut, w, h);
        Rect inside = new Rect(margin, margin, w - 2.0 * margin, h - 2.0 * margin);
        assertThat(cut.cards()).allMatch(c -> c.isWithin(inside));
        followed(new Rect(0, 0, w, h), cut);
    }

    private static void laid(Cutting.Result cut, double w, double h) {
        List<Rect> all = new ArrayList<>(cut.cards());
        all.addAll(cut.offcuts());
        Rect sheet = new Rect(0, 0, w, h);
        for (int i = 0; i < all.size(); i++) {
            assertThat(all.get(i).isWithin(sheet)).isTrue();
            for (int j = i + 1; j < all.size(); j++) {
                assertThat(all.get(i).overlaps(all.get(j)))
                        .as("%s and %s", all.get(i), all.get(j))
                        .isFalse();
            }
        }
    }

    /** Cuts the paper as told, each cut through one piece from edge to edge, and looks whether every card lies free. */
    private static void followed(Rect sheet, Cutting.Result cut) {
        List<Rect> pieces = new ArrayList<>(List.of(sheet));
        for (Cutting.Cut c : cut.cuts()) {
            Rect piece = pieces.stream()
                    .filter(p -> c.down()
                            ? c.x1() > p.x() + 1e-3
                                    && c.x1() < p.right() - 1e-3
                                    && Math.abs(p.y() - c.y1()) < 7
                                    && Math.abs(p.bottom() - c.y2()) < 7
                            : c.y1() > p.y() + 1e-3
                                    && c.y1() < p.bottom() - 1e-3
                                    && Math.abs(p.x() - c.x1()) < 7
                                    && Math.abs(p.right() - c.x2()) < 7)
                    .findFirst()
                    .orElseThrow(() -> new AssertionError("Cut " + c + " goes through no piece of " + pieces));
            assertThat(cut.cards())
                    .noneMatch(k -> c.down()
                            ? k.x() < c.x1() - 1e-3
                                    && k.right() > c.x1() + 1e-3
                                    && k.y() < c.y2() - 1e-3
                                    && k.bottom() > c.y1() + 1e-3
                            : k.y() < c.y1() - 1e-3
                                    && k.bottom() > c.y1() + 1e-3
                                    && k.x() < c.x2() - 1e-3
                                    && k.right() > c.x1() + 1e-3);
            pieces.remove(piece);
            if (c.down()) {
                pieces.add(new Rect(piece.x(), piece.y(), c.x1() - piece.x(), piece.height()));
                pieces.add(new Rect(c.x1(), piece.y(), piece.right() - c.x1(), piece.height()));
            } else {
                pieces.add(new Rect(piece.x(), piece.y(), piece.width(), c.y1() - piece.y()));
                pieces.add(new Rect(piece.x(), c.y1(), piece.width(), piece.bottom() - c.y1()));
            }
        }
        for (Rect card : cut.cards()) {
            assertThat(pieces)
                    .as("a piece for %s", card)
                    .anyMatch(p -> card.isWithin(p) && p.width() - card.width() < 7 && p.height() - card.height() < 7);
        }
    }

    /** Every way: the first bare unit square is covered by a card one way or the other, or wasted. */
    private static final class Everything {
        private final int w;
        private final int h;
        private final int a;
        private final int b;
        private int best = 0;

        Everything(int w, int h, int a, int b) {
            this.w = w;
            this.h = h;
            this.a = a;
            this.b = b;
        }

        int most() {
            go(0L, 0, 0, 0);
            return best;
        }

        private void go(long covered, int at, int count, int wasted) {
            best = Math.max(best, count);
            while (at < w * h && (covered >> at & 1) == 1) at++;
            if (at == w * h || (w * h - wasted) / (a * b) <= best) return;
            for (int turn = 0; turn < 2; turn++) {
                int cw = turn == 0 ? a : b;
                int ch = turn == 0 ? b : a;
                int x = at % w;
                int y = at / w;
                if (x + cw > w || y + ch > h) continue;
                long mask = 0;
                for (int r = 0; r < ch; r++) for (int c = 0; c < cw; c++) mask |= 1L << (y + r) * w + x + c;
                if ((covered & mask) == 0) go(covered | mask, at, count + 1, wasted);
            }
            go(covered | 1L << at, at + 1, count, wasted + 1);
        }
    }

    /** Every cut from edge to edge at every whole unit. */
    private static final class EdgeToEdge {
        static int most(int w, int h, int a, int b) {
            int[][] best = new int[w + 1][h + 1];
            for (int x = 1; x <= w; x++) {
                for (int y = 1; y <= h; y++) {
                    int most = x >= a && y >= b || x >= b && y >= a ? 1 : 0;
                    for (int c = 1; c < x; c++) most = Math.max(most, best[c][y] + best[x - c][y]);
                    for (int c = 1; c < y; c++) most = Math.max(most, best[x][c] + best[x][y - c]);
                    best[x][y] = most;
                }
            }
            return best[w][h];
        }
    }
}
