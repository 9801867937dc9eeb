package molvet.core.palette;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Range;
import molvet.core.collection.Sample;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;

/** What a palette lacks, what changed in it, and what of it is used. */
class PaletteJudgementTest {
    private static Sample paint(long id, String name, String code, Lab full, Granulation grain) {
        return new Sample(
                id,
                name,
                new Recipe(List.of(PigmentCode.of(code))),
                WashRun.ofFull(full),
                Optional.of(grain),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    private static final Sample YELLOW = paint(1, "Yellow", "PY151", new Lab(83, 6, 84), Granulation.NONE);
    private static final Sample ULTRAMARINE = paint(2, "Ultramarine", "PB29", new Lab(26, 22, -58), Granulation.STRONG);
    private static final Sample PHTHALO = paint(3, "Phthalo", "PB15", new Lab(27, -5, -44), Granulation.NONE);
    private static final Sample WARM_RED = paint(4, "Red", "PR254", new Lab(44, 62, 42), Granulation.NONE);
    private static final Sample BRIGHT_GREEN = paint(5, "Grass", "PG36", new Lab(42, -52, 22), Granulation.NONE);
    private static final Sample LIGHT_GREEN = paint(6, "Leaf", "PG7", new Lab(48, -55, 30), Granulation.NONE);
    private static final Sample DARK_GREEN = paint(7, "Fir", "PG7", new Lab(24, -22, 2), Granulation.NONE);
    private static final Sample ROSE = paint(8, "Rose", "PV19", new Lab(38, 58, 5), Granulation.NONE);

    private static List<Lying> palette(Sample... paints) {
        List<Lying> all = new ArrayList<>();
        for (Sample p : paints) all.add(new Lying(all.size(), p, false));
        return all;
    }

    private static Optional<Lacks.Lack> lack(List<Lacks.Lack> all, String said) {
        return all.stream().filter(l -> l.said().contains(said)).findFirst();
    }

    @Test
    void aMissingPlaceIsNamedWithWhatFillsItNearestAtHandFirst() {
        List<Lacks.Lack> all =
                Lacks.of(palette(YELLOW, PHTHALO, WARM_RED), List.of(List.of(BRIGHT_GREEN), List.of(ROSE), List.of()));
        Lacks.Lack red = lack(all, "No cool red").orElseThrow();
        assertThat(red.filling()).containsExactly(ROSE);
        Lacks.Lack green = lack(all, "green").orElseThrow();
        // Yellow and a phthalo blue make a green (common practice, no published source).
        assertThat(all.stream()
                        .filter(l -> l.said().contains("green"))
                        .anyMatch(l -> l.mixed().isPresent()))
                .isTrue();
        assertThat(green.said()).startsWith("No ");
    }

    @Test
    void whatMixesItNamesItsPaints() {
        List<Lying> in = palette(YELLOW, PHTHALO);
        Lab green = new Lab(45, -30, 20);
        String yellow = YELLOW.name();
        String blue = PHTHALO.name();
        assertThat(new Lacks.Mixed(in.get(0), 3, in.get(1), 1, green).words())
                .isEqualTo("3 parts of " + yellow + " and one of " + blue);
        assertThat(new Lacks.Mixed(in.get(0), 1, in.get(1), 3, green).words())
                .isEqualTo("3 parts of " + blue + " and one of " + yellow);
        assertThat(new Lacks.Mixed(in.get(0), 1, in.get(1), 1, green).words())
                .isEqualTo(yellow + " and " + blue + " half and half");
    }

    /** Whoever is told that two paints make an earth sees an earth, not the red it turns to half washed out. */
    @Test
    void whatIsMixedIsWhatWasMissingWhereItIsStrongest() {
        List<Lacks.Lack> mixed = Lacks.of(palette(YELLOW, PHTHALO, WARM_RED, ROSE), List.of()).stream()
                .filter(l -> l.said().startsWith("No ") && l.mixed().isPresent())
                .toList();
        assertThat(mixed).hasSizeGreaterThan(2);
        for (Lacks.Lack l : mixed) {
            Range is = Range.of(l.mixed().get().strongest(), Recipe.NONE);
            assertThat(l.said()).isEqualTo("No " + is.words() + ".");
        }
    }

    /** Three parts of a warm yellow and one of a phthalo green make an olive (common practice). */
    @Test
    void anOliveIsNoCoolYellow() {
        Sample cadmium = paint(9, "Cadmium", "PY35", new Lab(82, 9, 84), Granulation.NONE);
        Sample green = paint(10, "Yellowish Green", "PG36", new Lab(33, -42, 24), Granulation.NONE);
        List<Lacks.Lack> all = Lacks.of(palette(cadmium, green, ROSE, ULTRAMARINE), List.of());
        assertThat(lack(all, "No cool yellow").orElseThrow().mixed()).isEmpty();
        assertThat(lack(all, "No orange").orElseThrow().mixed()).isPresent();
    }

    @Test
    void brightOnesThatCrowdWithoutADarkOneAreNoticed() {
        List<Lacks.Lack> all = Lacks.of(
                palette(YELLOW, BRIGHT_GREEN, LIGHT_GREEN, WARM_RED, ULTRAMARINE),
                List.of(List.of(DARK_GREEN), List.of(), List.of()));
        Lacks.Lack dark = lack(all, "bright greens and no dark one").orElseThrow();
        assertThat(dark.said()).isEqualTo("Two bright greens and no dark one.");
        assertThat(dark.filling()).containsExactly(DARK_GREEN);
        assertThat(lack(Lacks.of(palette(YELLOW, BRIGHT_GREEN, LIGHT_GREEN, DARK_GREEN), List.of()), "no dark one"))
                .isEmpty();
    }

    @Test
    void depthAndGrainAreMissedAndGrainIsNeverMixed() {
        List<Lacks.Lack> pale = Lacks.of(palette(YELLOW, WARM_RED, LIGHT_GREEN), List.of());
        assertThat(lack(pale, "Nothing is darker than L* 44, Red")).isPresent();
        List<Lacks.Lack> smooth =
                Lacks.of(palette(YELLOW, PHTHALO, WARM_RED), List.of(List.of(ULTRAMARINE), List.of(), List.of()));
        Lacks.Lack grain = lack(smooth, "Nothing in it granulates").orElseThrow();
        assertThat(grain.filling()).containsExactly(ULTRAMARINE);
        assertThat(grain.mixed()).isEmpty();
        assertThat(lack(Lacks.of(palette(YELLOW, ULTRAMARINE, WARM_RED), List.of()), "granulat"))
                .isEmpty();
    }

    @Test
    void changesAreInOutMovedAndRefilled() {
        List<PaletteChange.Filled> before = List.of(
                new PaletteChange.Filled(0, 1, "Yellow", 11),
                new PaletteChange.Filled(1, 2, "Blue", 12),
                new PaletteChange.Filled(2, 3, "Red", 13),
                new PaletteChange.Filled(3, -7, "Gone", 0));
        List<PaletteChange.Filled> after = List.of(
                new PaletteChange.Filled(0, 1, "Yellow", 21),
                new PaletteChange.Filled(2, 2, "Blue", 12),
                new PaletteChange.Filled(3, -7, "Gone", 0),
                new PaletteChange.Filled(4, 4, "Green", 14));
        PaletteChange c = PaletteChange.between(before, after);
        assertThat(c.in()).containsExactly(new PaletteChange.Change(4, "Green", -1, 4));
        assertThat(c.out()).containsExactly(new PaletteChange.Change(3, "Red", 2, -1));
        assertThat(c.moved()).containsExactly(new PaletteChange.Change(2, "Blue", 1, 2));
        assertThat(c.refilled()).containsExactly(new PaletteChange.Change(1, "Yellow", 0, 0));
        assertThat(c.said()).isEqualTo("in: Green; out: Red; moved: Blue; refilled: Yellow");
        assertThat(PaletteChange.between(before, before).said()).isEqualTo("nothing changed");
    }

    @Test
    void useIsToldOfPaintingsSinceAPaintLiesThereAndOfFewNothing() {
        LocalDate day = LocalDate.of(2026, 1, 1);
        List<PaletteUse.Painting> ten = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            ten.add(new PaletteUse.Painting(day.plusDays(i), i == 3 ? List.of(1L, 2L) : List.of(1L)));
        }
        PaletteUse use = PaletteUse.of(Map.of(1L, day, 2L, day, 3L, day, 4L, day.plusDays(8)), ten);
        assertThat(of(use, 1).degree()).isEqualTo(PaletteUse.Degree.OFTEN);
        assertThat(of(use, 2).degree()).isEqualTo(PaletteUse.Degree.HARDLY);
        assertThat(of(use, 2).last()).contains(day.plusDays(3));
        assertThat(of(use, 3).said()).isEqualTo("never used in 10 paintings");
        assertThat(of(use, 4).degree()).isEqualTo(PaletteUse.Degree.NEW);
        assertThat(of(PaletteUse.of(Map.of(3L, day), ten.subList(0, 3)), 3).degree())
                .isEqualTo(PaletteUse.Degree.NEW);
    }

    private static PaletteUse.Use of(PaletteUse use, long paint) {
        return use.uses().stream().filter(u -> u.paint() == paint).findFirst().orElseThrow();
    }
}
