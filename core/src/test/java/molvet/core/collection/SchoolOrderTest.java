package molvet.core.collection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Orders and cusps are common practice, no published source; colours are from memory of painted swatches. */
class SchoolOrderTest {
    private final SchoolOrder orders = new SchoolOrder(PigmentReference.standard());

    private static Swatchable colour(String name, String pigments, Lab lab) {
        return new Swatchable(
                name,
                name,
                pigments.isEmpty() ? Recipe.NONE : Recipe.of(pigments.split(" ")),
                Optional.ofNullable(lab).map(WashRun::ofFull),
                Optional.empty(),
                "");
    }

    private static final Swatchable LEMON = colour("Lemon", "PY3", Lab.of(88, -8, 85));
    private static final Swatchable DEEP_YELLOW = colour("Deep", "PY65", Lab.of(78, 18, 85));
    private static final Swatchable SCARLET = colour("Scarlet", "PR188", Lab.of(50, 62, 42));
    private static final Swatchable ROSE = colour("Rosy", "PV19", Lab.of(45, 62, 2));
    private static final Swatchable ULTRAMARINE = colour("Ultra", "PB29", Lab.of(28, 22, -62));
    private static final Swatchable PHTHALO = colour("Phth", "PB15:3", Lab.of(35, -14, -45));
    private static final Swatchable VIRIDIAN = colour("Viri", "PG18", Lab.of(40, -45, 5));
    private static final Swatchable SEPIA = colour("Lamp", "PBk7", Lab.of(18, 0.5, 1));

    private static final List<Swatchable> ALL =
            List.of(SEPIA, VIRIDIAN, PHTHALO, ULTRAMARINE, ROSE, SCARLET, DEEP_YELLOW, LEMON);

    @Test
    void sevenGroupsAreKeptTogetherCoolToWarm() {
        SchoolOrder.Ordered o = orders.order(School.SEVEN_GROUPS, ALL);
        assertThat(o.order()).containsExactly("Lemon", "Deep", "Rosy", "Scarlet", "Phth", "Ultra", "Viri", "Lamp");
        assertThat(o.groups())
                .extracting(SchoolOrder.Group::name)
                .containsExactly("yellows", "reds and pinks", "blues", "greens", "earths, browns, greys and blacks");
    }

    @Test
    void theOtherSchools() {
        assertThat(orders.order(School.YELLOW_FIRST, ALL).order())
                .containsExactly("Lemon", "Deep", "Scarlet", "Rosy", "Ultra", "Phth", "Viri", "Lamp");
        assertThat(orders.order(School.RAINBOW, ALL).order())
                .containsExactly("Rosy", "Scarlet", "Deep", "Lemon", "Viri", "Phth", "Ultra", "Lamp");
        assertThat(orders.order(School.NEUTRALS_FIRST, ALL).order().get(0)).isEqualTo("Lamp");
        // Clockwise from yellow on top: cools on the right, violet below, warms on the left.
        assertThat(orders.order(School.WHEEL, ALL).order())
                .containsExactly("Deep", "Lemon", "Viri", "Phth", "Ultra", "Rosy", "Scarlet", "Lamp");
        assertThat(orders.order(School.BY_HAND, ALL).order())
                .isEqualTo(ALL.stream().map(Swatchable::id).toList());
    }

    /** What an unpainted mixture makes decides, not the pigment its label names first (common practice). */
    @ParameterizedTest(name = "{0} of {1}")
    @CsvSource({
        "Saltmarsh, PY150 PB15:3, greens",
        "Saltmarsh, PB15:3 PY150, greens",
        "Wharf, PR122 PB29, violets",
        "Kiln, PY35 PR108, oranges",
        // A word for a metal is none where no pigment is one.
        "Silver Fir, PG7 PY150 PR101, greens",
        "Silver Fir, PM2, greys"
    })
    void anUnpaintedMixtureStandsWhereItsPigmentsBringIt(String name, String pigments, String group) {
        assertThat(orders.order(School.YELLOW_FIRST, List.of(colour(name, pigments, null)))
                        .groups())
                .extracting(SchoolOrder.Group::name)
                .containsExactly(group);
    }

    @Test
    void measuredHueNeedsAMeasurement() {
        Swatchable unseen = colour("Moss Green", "PG7", null);
        SchoolOrder.Ordered o = orders.order(School.MEASURED_HUE, List.of(unseen, SEPIA, LEMON, SCARLET));
        assertThat(o.order()).containsExactly("Scarlet", "Lemon", "Lamp", "Moss Green");
        assertThat(o.groups().get(2).name()).isEqualTo("not measured");
    }

    @Test
    void theMakersOrderIsByNumber() {
        List<Swatchable> numbered = List.of(
                new Swatchable("a", "A", Recipe.NONE, Optional.empty(), Optional.empty(), "110"),
                new Swatchable("b", "B", Recipe.NONE, Optional.empty(), Optional.empty(), "12"),
                new Swatchable("c", "C", Recipe.NONE, Optional.empty(), Optional.empty(), ""));
        assertThat(orders.order(School.MAKER, numbered).order()).containsExactly("b", "a", "c");
    }

    @Test
    void coloursOnTheCuspAreAskedAboutOnceAndRemembered() {
        Swatchable ochre = colour("Cliff Ochre", "PY43", Lab.of(60, 18, 50));
        Swatchable oxide = colour("Red Oxide", "PR101", Lab.of(38, 32, 28));
        Swatchable leaning = colour("Harbour Grey", "PBk6 PB29", Lab.of(38, -3, -17));
        SchoolOrder.Ordered o = orders.order(School.SEVEN_GROUPS, List.of(ochre, oxide, leaning, LEMON));
        assertThat(o.cusps()).extracting(SchoolOrder.Cusp::id).contains("Cliff Ochre", "Red Oxide", "Harbour Grey");
        assertThat(o.cusps())
                .filteredOn(c -> c.id().equals("Cliff Ochre"))
                .singleElement()
                .satisfies(c -> {
                    assertThat(List.of(c.one(), c.other())).containsExactlyInAnyOrder(Family.YELLOW, Family.EARTH);
                    assertThat(c.why()).contains("yellow pigment");
                });
        assertThat(o.cusps())
                .filteredOn(c -> c.id().equals("Harbour Grey"))
                .singleElement()
                .satisfies(c -> assertThat(List.of(c.one(), c.other())).containsExactly(Family.BLUE, Family.GREY));
        Swatchable decided = new Swatchable(
                ochre.id(), ochre.name(), ochre.recipe(), ochre.measured(), Optional.of(Family.YELLOW), "");
        SchoolOrder.Ordered then = orders.order(School.SEVEN_GROUPS, List.of(decided, LEMON));
        assertThat(then.cusps()).isEmpty();
        assertThat(then.groups())
                .singleElement()
                .satisfies(g -> assertThat(g.name()).isEqualTo("yellows"));
    }

    @Test
    void warmAndCoolAreSaidOfNeighbours() {
        assertThat(orders.warmth(DEEP_YELLOW, LEMON)).get().asString().startsWith("Warmer than Lemon: its hue lies");
        assertThat(orders.warmth(PHTHALO, ULTRAMARINE)).get().asString().startsWith("Cooler than Ultra");
        assertThat(orders.warmth(LEMON, SCARLET)).isEmpty();
    }

    /** Whatever the school, nothing is lost and nothing doubled. */
    @ParameterizedTest
    @EnumSource(School.class)
    void everyColourStandsOnce(School school) {
        List<Swatchable> odd = List.of(
                LEMON,
                SEPIA,
                colour("", "PR5", null),
                colour("Nameless", "", null),
                colour("White", "PW6", Lab.of(96, 0, 2)),
                colour("Gold", "PY43 PM1", Lab.of(50, 5, 30)));
        assertThat(orders.order(school, odd).order())
                .containsExactlyInAnyOrderElementsOf(
                        odd.stream().map(Swatchable::id).toList());
    }

    @Test
    void paintedCellsKeepTheirPlaces() {
        assertThat(SchoolOrder.keepingPainted(List.of("a", "b", "c", "d"), Set.of(1, 2), List.of("d", "c", "b", "a")))
                .containsExactly("d", "b", "c", "a");
        assertThat(SchoolOrder.keepingPainted(List.of("a", "a", "b"), Set.of(0), List.of("b", "a", "a")))
                .containsExactly("a", "b", "a");
    }
}
