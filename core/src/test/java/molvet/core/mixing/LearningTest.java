package molvet.core.mixing;

import static molvet.core.mixing.PaintsForMixing.paint;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Film;
import molvet.core.colour.FilmFit;
import molvet.core.colour.Lab;
import org.junit.jupiter.api.Test;

class LearningTest {
    private static final Lab YELLOW = new Lab(81, 4, 82);
    private static final Lab BLUE = new Lab(28, -6, -44);
    private static final Seen ONE = Seen.of(YELLOW, Optional.of(new Lab(92, -3, 30)));
    private static final Seen OTHER = Seen.of(BLUE, Optional.of(new Lab(79, -14, -22)));

    private static Lab mixed(Film yellow, Film blue, double share) {
        return yellow.mixed(blue, share).at(1);
    }

    /** A blue that overpowers: the mixture was painted with three times as much of it as its swatch says. */
    @Test
    void aPaintThatOverpowersIsLearntToBeStronger() {
        Film yellow = ONE.film().film();
        Film blue = OTHER.film().film();
        // A share of 3/6 looks like one of 1/4 when the blue is three times as strong.
        Learning.Painted painted =
                new Learning.Painted(Map.of(1L, 0.75, 2L, 0.25), 1, mixed(yellow, blue, 0.5), Optional.empty());
        Map<Long, Learning.Learnt> learnt = Learning.of(Map.of(1L, ONE, 2L, OTHER), List.of(painted));
        assertThat(learnt.get(2L).strength()).isGreaterThan(1.1);
        assertThat(learnt.get(2L).mixtures()).isEqualTo(1);
        Film now = learnt.get(2L).film().film();
        Film yellowNow = learnt.get(1L).film().film();
        assertThat(mixed(yellowNow, now, 0.25).differenceFrom(painted.massTone()))
                .isLessThan(0.5 * mixed(yellow, blue, 0.25).differenceFrom(painted.massTone()));
        // Its own swatch is not forgotten.
        assertThat(now.at(1).differenceFrom(BLUE)).isLessThan(2);
    }

    /** The same blue in a square of two washes, which is half as strong: three times as much of it is the truth. */
    @Test
    void aThinSquareTeachesTheSame() {
        Film yellow = ONE.film().film();
        Film blue = OTHER.film().film();
        Map<Long, Double> quarter = Map.of(1L, 0.75, 2L, 0.25);
        assertThat(strengthLearnt(quarter, yellow.mixed(blue, 0.5).at(0.5))).isBetween(1.3, 3.0);
        assertThat(strengthLearnt(quarter, yellow.mixed(blue, 0.25).at(0.5))).isCloseTo(1, within(0.05));
    }

    private static double strengthLearnt(Map<Long, Double> shares, Lab atHalf) {
        Learning.Painted painted = new Learning.Painted(shares, 0.5, atHalf, Optional.empty());
        return Learning.of(Map.of(1L, ONE, 2L, OTHER), List.of(painted)).get(2L).strength();
    }

    @Test
    void whatComesOutAsForeseenTeachesNothingNew() {
        Film yellow = ONE.film().film();
        Film blue = OTHER.film().film();
        Learning.Painted painted =
                new Learning.Painted(Map.of(1L, 0.5, 2L, 0.5), 1, mixed(yellow, blue, 0.5), Optional.empty());
        Map<Long, Learning.Learnt> learnt = Learning.of(Map.of(1L, ONE, 2L, OTHER), List.of(painted));
        assertThat(learnt.get(1L).strength()).isCloseTo(1, within(0.05));
        assertThat(learnt.get(2L).strength()).isCloseTo(1, within(0.05));
    }

    @Test
    void mixturesWithPaintsThatWereNeverSeenAreLeftOut() {
        Learning.Painted painted = new Learning.Painted(Map.of(1L, 0.5, 9L, 0.5), 1, BLUE, Optional.empty());
        Learning.Painted alone = new Learning.Painted(Map.of(1L, 1.0), 1, BLUE, Optional.empty());
        assertThat(Learning.of(Map.of(1L, ONE), List.of(painted, alone))).isEmpty();
    }

    /** A measured covering decides how much a film scatters: P. Kubelka (1948), a film over a ground of no light. */
    @Test
    void whatHidesALineScatters() {
        Lab full = new Lab(60, 10, 40);
        for (double share : new double[] {0.1, 0.3, 0.7}) {
            Film film = FilmFit.on(Lab.PAPER).full(full).covering(share).fit().film();
            double covers = film.overBlack(1).toXyz().y() / film.at(1).toXyz().y();
            assertThat(covers).isCloseTo(share, within(0.05 + 0.1 * share));
        }
        assertThat(paint("PW6").film().film().overBlack(1).l()).isGreaterThan(60);
    }
}
