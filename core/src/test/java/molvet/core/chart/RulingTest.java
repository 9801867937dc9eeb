package molvet.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class RulingTest {
    private static final SheetSize A4 = SheetSize.named("A4").orElseThrow();
    private static final SheetSize EIGHTH = SheetSize.named("eighth imperial").orElseThrow();

    /** ISO 216:2007, tables 1 and 2. */
    @Test
    void paperSizesAreThoseOfTheStandard() {
        Map.of(
                        "A0", new SheetSize(841, 1189),
                        "A1", new SheetSize(594, 841),
                        "A2", new SheetSize(420, 594),
                        "A3", new SheetSize(297, 420),
                        "A4", new SheetSize(210, 297),
                        "A5", new SheetSize(148, 210),
                        "A6", new SheetSize(105, 148),
                        "B4", new SheetSize(250, 353),
                        "B5", new SheetSize(176, 250))
                .forEach((name, size) ->
                        assertThat(SheetSize.named(name)).as(name).contains(size));
    }

    /** Where the width is short, more pages make no square larger. */
    @Test
    void narrowSheetsOfManySquaresAreNotSpreadOverPages() {
        SheetSize a5 = SheetSize.named("A5").orElseThrow();
        Plan six = Ruling.plan(ChartSpec.of(ChartForm.STRIPS, a5, 8).withSteps(6));
        assertThat(six.pages()).hasSize(1);
        Plan ten = Ruling.plan(ChartSpec.of(ChartForm.STRIPS, A4, 8).withSteps(10));
        assertThat(ten.pages()).hasSize(1);
        assertThat(ten.size()).isLessThan(12);
        assertThat(ten.notes()).anyMatch(n -> n.startsWith("Squares are only"));
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.STRIPS, A4, 60).withSteps(4))
                        .pages()
                        .size())
                .isGreaterThan(1);
    }

    /** Common practice, no published source: an eighth of 22 × 30 in, 7.5 × 11 in, goes into an A4 pocket. */
    @Test
    void anEighthImperialGoesIntoAnAFourPocket() {
        assertThat(EIGHTH.width()).isEqualTo(190.5);
        assertThat(EIGHTH.height()).isCloseTo(279.4, within(1e-9));
        assertThat(EIGHTH.fitsIn(A4)).isTrue();
        assertThat(EIGHTH.turned().fitsIn(A4)).isTrue();
        assertThat(SheetSize.named("quarter imperial").orElseThrow().fitsIn(A4)).isFalse();
        assertThat(EIGHTH.area() * 8)
                .isCloseTo(SheetSize.named("full imperial").orElseThrow().area(), within(1e-6));
    }

    /** Common practice, no published source: 238 colours are carried over onto four A4 pages. */
    @Test
    void twoHundredAndThirtyEightDotsGoOntoFourPages() {
        Plan plan = Ruling.plan(ChartSpec.of(ChartForm.GRID, A4, 238).withPages(4));
        assertThat(plan.pages()).hasSize(4);
        assertThat(plan.cells()).hasSize(238);
        assertThat(plan.pages().get(0).cells()).hasSize(60);
        assertThat(plan.pages().get(3).cells()).hasSize(58);
        assertThat(plan.size()).isGreaterThan(12);
        assertThat(plan.notes().get(0)).isEqualTo("238 cells on 4 pages, 60 a page, 58 on the last.");
    }

    /** Common practice, no published source: eleven colours as strips on an eighth of a sheet. */
    @Test
    void elevenStripsOnAnEighth() {
        Plan plan = Ruling.plan(ChartSpec.of(ChartForm.STRIPS, EIGHTH, 11).withMarks(true));
        assertThat(plan.pages()).hasSize(1);
        List<Plan.Cell> cells = plan.pages().get(0).cells();
        assertThat(cells).allSatisfy(c -> {
            List<Rect> squares = c.parts(PartKind.STEP).map(Plan.Part::box).toList();
            assertThat(squares).hasSize(5);
            for (int i = 0; i < 5; i++) {
                assertThat(squares.get(i).width())
                        .isEqualTo(squares.get(i).height())
                        .isEqualTo(plan.size());
                if (i > 0) {
                    assertThat(squares.get(i).x() - squares.get(i - 1).right()).isCloseTo(3, within(1e-9));
                }
            }
        });
        for (int r = 1; r < cells.size(); r++) {
            assertThat(cells.get(r).box().y() - cells.get(r - 1).box().bottom()).isCloseTo(3, within(1e-9));
        }
        assertThat(plan.size()).isEqualTo(19);
    }

    /** Common practice, no published source: one against the other 27 of a palette and 2 more is 29 and one mass tone. */
    @Test
    void oneAgainstAll() {
        Plan plan = Ruling.plan(ChartSpec.of(ChartForm.ONE_AGAINST_ALL, A4, 30));
        assertThat(plan.cells().filter(Plan.Cell::isMixture)).hasSize(29);
        assertThat(plan.cells().filter(c -> !c.isMixture())).hasSize(1);
    }

    /** Common practice, no published source: 24 round the ring and 8 outside it. */
    @Test
    void theWheelHoldsThirtyTwo() {
        ChartSpec spec = ChartSpec.of(ChartForm.WHEEL, A4, 32);
        assertThat(spec.outside()).isEqualTo(8);
        Plan plan = Ruling.plan(spec);
        Rect room = Ruling.room(spec);
        Plan.Cell top = plan.pages().get(0).cells().get(0);
        Plan.Cell right = plan.pages().get(0).cells().get(6);
        assertThat(top.box().centreX()).isCloseTo(room.centreX(), within(1e-6));
        assertThat(top.box().centreY()).isLessThan(room.centreY());
        assertThat(right.box().centreX()).isGreaterThan(room.centreX());
        double radius = room.centreY() - top.box().centreY();
        plan.pages().get(0).cells().stream()
                .limit(24)
                .forEach(c -> assertThat(Math.hypot(
                                c.box().centreX() - room.centreX(), c.box().centreY() - room.centreY()))
                        .isCloseTo(radius, within(1e-6)));
        plan.pages().get(0).cells().stream()
                .skip(24)
                .forEach(c -> assertThat(Math.hypot(
                                c.box().centreX() - room.centreX(), c.box().centreY() - room.centreY()))
                        .isGreaterThan(radius));
    }

    @Test
    void everyPairStandsOnceOrTwice() {
        ChartSpec spec = ChartSpec.of(ChartForm.PAIRS, A4, 12);
        assertThat(Ruling.plan(spec).cells()).hasSize(78);
        assertThat(Ruling.plan(spec)
                        .cells()
                        .map(c -> c.paint() + "+"
                                + c.holds().get(c.holds().size() - 1).paint())
                        .distinct())
                .hasSize(78);
    }

    @Test
    void ringCardsAreCutAlongTheirEdges() {
        Plan plan = Ruling.plan(ChartSpec.of(ChartForm.RING_CARD, A4, 5).withMargin(5));
        List<Plan.Cell> cells = plan.pages().get(0).cells();
        assertThat(cells.get(0).box().width()).isEqualTo(50.8);
        assertThat(cells.get(0).box().height()).isEqualTo(101.6);
        assertThat(cells.get(0).box().right()).isEqualTo(cells.get(1).box().x());
        assertThat(cells.get(0).parts(PartKind.HOLE)).hasSize(1);
        assertThat(Ruling.plan(ChartSpec.of(
                                        ChartForm.RING_CARD,
                                        SheetSize.named("A5").orElseThrow(),
                                        5)
                                .withMargin(5))
                        .notes())
                .contains("With the paper on its side a sheet holds 3 instead of 2.");
        Plan one = Ruling.plan(
                ChartSpec.of(ChartForm.RING_CARD, SheetSize.ofInches(2, 4), 3).withMargin(2));
        assertThat(one.pages()).hasSize(3);
    }

    @Test
    void askedTheOtherWayRound() {
        ChartSpec strips = ChartSpec.of(ChartForm.STRIPS, A4, 1);
        int rows = Ruling.fit(strips, 12);
        assertThat(rows).isEqualTo(18);
        assertThat(Ruling.plan(strips.withCells(rows).withPages(1)).size()).isGreaterThanOrEqualTo(12);
        assertThat(Ruling.plan(strips.withCells(rows + 1).withPages(1)).size()).isLessThan(12);
        assertThat(Ruling.fit(strips.withMargin(200), 12)).isZero();
        List<Ruling.Choice> papers = Ruling.papers(
                ChartSpec.of(ChartForm.GRID, A4, 40),
                20,
                List.of(
                        new SheetSize.Named("A4", A4),
                        new SheetSize.Named("eighth", EIGHTH),
                        new SheetSize.Named("A2", SheetSize.named("A2").orElseThrow())));
        assertThat(papers)
                .isNotEmpty()
                .isSortedAccordingTo(java.util.Comparator.comparingDouble(Ruling.Choice::wastePercent));
        assertThat(papers).allMatch(c -> c.cell() >= 20 && c.wastePercent() > 0 && c.wastePercent() < 100);
        assertThat(papers).extracting(Ruling.Choice::name).contains("A4", "A2");
    }

    @Test
    void thePunchAndTheMarksAreKeptClear() {
        ChartSpec spec = ChartSpec.of(ChartForm.GRID, A4, 40)
                .withPunch(ChartSpec.Punch.LEFT)
                .withMarks(true);
        PageMarks marks = PageMarks.on(A4);
        Plan plan = Ruling.plan(spec);
        assertThat(plan.cells()).allSatisfy(c -> {
            assertThat(c.box().x()).isGreaterThanOrEqualTo(18);
            assertThat(marks.markers()).noneMatch(m -> m.box().overlaps(c.box()));
            assertThat(marks.qr().overlaps(c.box())).isFalse();
        });
    }

    @Test
    void whatCannotBeRuledIsSaidWithTheWayOut() {
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.GRID, A4, 0))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no paint");
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.GRID, A4, 2001))
                .hasMessageContaining("more than one chart holds");
        assertThatThrownBy(() -> Ruling.plan(ChartSpec.of(ChartForm.GRID, A4, 4).withMargin(110)))
                .hasMessageContaining("leave nothing of A4");
        assertThatThrownBy(() -> ChartSpec.of(ChartForm.STRIPS, A4, 4).withSteps(41))
                .hasMessageContaining("between 1 and 40");
        assertThatThrownBy(
                        () -> Ruling.plan(ChartSpec.of(ChartForm.GRID, A4, 2000).withPages(1)))
                .isInstanceOfSatisfying(Refusal.class, r -> {
                    assertThat(r.getMessage()).contains("too small to paint");
                    assertThat(r.faults().get(0).suggestion()).contains("pages would do");
                });
        assertThatThrownBy(() -> Ruling.plan(ChartSpec.of(ChartForm.FREE, A4, 4).withCell(300, 20)))
                .hasMessageContaining("do not fit on A4");
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.STRIPS, A4, 3).withSteps(1))
                        .cells())
                .hasSize(3);
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.STRIPS, new SheetSize(420, 594), 3)
                                .withSteps(40))
                        .cells())
                .hasSize(3);
        assertThat(Ruling.plan(ChartSpec.of(ChartForm.GRID, A4, 2000)).cells()).hasSize(2000);
    }

    /** Of every form: cells of one size, inside the margins, none over another, gaps not smaller than asked. */
    @Property(tries = 200)
    void everyFormIsRuledTrue(
            @ForAll ChartForm form,
            @ForAll @IntRange(min = 4, max = 60) int cells,
            @ForAll @DoubleRange(min = 0, max = 20) double margin,
            @ForAll @DoubleRange(min = 0, max = 4) double gap,
            @ForAll boolean marks) {
        ChartSpec spec = ChartSpec.of(form, A4, form == ChartForm.PAIRS ? Math.min(cells, 14) : cells)
                .withMargin(margin)
                .withGap(gap)
                .withMarks(marks)
                .withOpacityLine(true);
        Plan plan;
        try {
            plan = Ruling.plan(spec);
        } catch (Refusal r) {
            Assume.that(false);
            return;
        }
        assertThat(plan.cells().map(Plan.Cell::index).toList())
                .isEqualTo(java.util.stream.IntStream.range(0, spec.count())
                        .boxed()
                        .toList());
        Rect room = Ruling.room(spec);
        Rect first = sized(form, plan.pages().get(0).cells().get(0));
        for (Plan.Page page : plan.pages()) {
            List<Rect> boxes = new ArrayList<>();
            for (Plan.Cell c : page.cells()) {
                assertThat(c.box().isWithin(room)).as("%s in %s", c.box(), room).isTrue();
                assertThat(sized(form, c).width()).isCloseTo(first.width(), within(1e-6));
                assertThat(sized(form, c).height()).isCloseTo(first.height(), within(1e-6));
                assertThat(c.parts()).allMatch(p -> p.box().isWithin(c.box()));
                assertThat(c.parts()).anyMatch(p -> p.kind().isPainted());
                Rect grown = new Rect(
                        c.box().x() - gap,
                        c.box().y() - gap,
                        c.box().width() + 2 * gap,
                        c.box().height() + 2 * gap);
                assertThat(boxes).noneMatch(b -> b.overlaps(grown) && gap > 1e-6 || b.overlaps(c.box()));
                boxes.add(c.box());
            }
        }
    }

    /** What is as large as all others: the cell, or where whole strips cross, each of their squares. */
    private static Rect sized(ChartForm form, Plan.Cell c) {
        return form == ChartForm.CROSSED_STRIPS ? c.parts().get(0).box() : c.box();
    }

    @ParameterizedTest
    @EnumSource(ChartForm.class)
    void everyFormGoesOntoOneSheetOfItsOwn(ChartForm form) {
        Plan plan = Ruling.plan(ChartSpec.of(form, A4, 8).withMarks(true));
        assertThat(plan.notes()).isNotEmpty().allMatch(n -> n.endsWith("."));
        assertThat(plan.used()).isBetween(0.02, 1.0);
    }
}
