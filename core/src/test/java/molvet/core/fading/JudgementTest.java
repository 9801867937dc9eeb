package molvet.core.fading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.DoubleStream;
import molvet.core.colour.Film;
import molvet.core.colour.Lab;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What strips say once they hung. */
class JudgementTest {
    private static final PigmentReference REFERENCE = PigmentReference.standard();
    private static final LocalDate DAY = LocalDate.of(2026, 1, 5);
    private static final Lab ROSE = new Lab(45, 62, 5);
    private static final Lab WASH = new Lab(70, 38, 0);
    private static final Dose DAILY = new Dose(0.07, 0.18, 0.45);

    /** A film of which so much is left, at a day. */
    private static Moment faded(Film film, double left, int day, Optional<Integer> gone) {
        Film now = film.faded(left);
        return moment(
                day,
                0,
                gone,
                Change.of(film.at(1), now.at(1), 0.5),
                Change.of(film.at(film.palest()), now.at(film.palest()), 0.5));
    }

    private static Moment moment(int day, long dark, Optional<Integer> gone, Change full, Change tint) {
        return moment(day, dark, gone, BlueWool.STEPS, full, tint);
    }

    private static Moment moment(int day, long dark, Optional<Integer> gone, int hung, Change full, Change tint) {
        return new Moment(
                DAY.plusDays(day),
                DAILY.during(day, day, day),
                Math.max(1, day),
                dark,
                gone,
                hung,
                true,
                true,
                full,
                Optional.of(tint));
    }

    private static Moment same(int day, Optional<Integer> gone) {
        return moment(day, 0, gone, Change.of(ROSE, ROSE, 0.5), Change.of(WASH, WASH, 0.5));
    }

    private static Judgement judged(List<Moment> moments) {
        return Judgement.of(moments, DAILY, Recipe.of("PR83"), REFERENCE);
    }

    /** First-order loss: with the rate known, what is read must give it back within a tenth. */
    @ParameterizedTest
    @ValueSource(doubles = {0.004, 0.01, 0.03})
    void theRateOfAFirstOrderLossComesBack(double rate) {
        Film film = Film.through(ROSE, WASH, Lab.PAPER);
        List<Moment> course = new ArrayList<>();
        for (int day : new int[] {14, 28, 56, 112}) {
            course.add(faded(film, Math.exp(-rate * day), day, Optional.empty()));
        }
        assertThat(course.get(3).most().deltaE00()).isGreaterThan(3);
        assertThat(judged(course).rate().orElseThrow()).isCloseTo(rate, within(0.1 * rate));
    }

    /** A change a picture only just sees is no pace: half of it may be the picture’s. */
    @Test
    void ofALittleThatWentNoPaceIsTold() {
        Film film = Film.through(ROSE, WASH, Lab.PAPER);
        List<Moment> course = List.of(
                faded(film, Math.exp(-0.0012 * 28), 28, Optional.empty()),
                faded(film, Math.exp(-0.0012 * 56), 56, Optional.empty()));
        assertThat(course.get(1).most().deltaE00()).isBetween(1.0, 3.0);
        assertThat(judged(course).rate()).isEmpty();
    }

    /**
     * Only three references hang there, and all have gone: the light may have been enough for the sixth, as place and days say (5 to
     * 32 Mlux·h, where the sixth goes at 20 and the seventh at 50, CIE 157:2004, from memory).
     */
    @Test
    void whereAllReferencesHaveGoneTheLightMayHaveBeenMore() {
        Film film = Film.through(ROSE, WASH, Lab.PAPER);
        Film now = film.faded(0.93);
        Change full = Change.of(film.at(1), now.at(1), 0.5);
        Change tint = Change.of(film.at(film.palest()), now.at(film.palest()), 0.5);
        assertThat(full.isSeen() || tint.isSeen()).isTrue();
        Judgement ofThree = judged(List.of(moment(70, 0, Optional.of(3), 3, full, tint)));
        assertThat(ofThree.best()).isEqualTo(BlueWool.grade(6));
        assertThat(ofThree.reasons())
                .anyMatch(r -> r.contains("all that hang there; by place and days perhaps all up to 6"));
        Judgement ofEight = judged(List.of(moment(70, 0, Optional.of(3), full, tint)));
        assertThat(ofEight.best()).isEqualTo(BlueWool.grade(3));
        // Nor is it known that the next of them has not gone.
        Change none = Change.of(ROSE, ROSE, 0.5);
        assertThat(judged(List.of(moment(70, 0, Optional.of(3), 3, none, none))).next())
                .anyMatch(n -> n.matches("For excellent .* has gone: within \\d+ weeks more here, .*"));
        assertThat(judged(List.of(moment(200, 0, Optional.of(6), 6, full, tint)))
                        .astm())
                .as("that 8 has not gone is not seen")
                .isEmpty();
    }

    /**
     * Light of a steady pace takes blue wool 1 to 8 after 0.22, 0.6, 1.5, 3.5, 8, 20, 50 and 120 Mlux·h (CIE 157:2004, from
     * memory): when the sixth truly goes lies within what was foreseen, whatever the place was thought to give.
     */
    @ParameterizedTest
    @CsvSource({"0.02, 224", "0.05, 224", "0.08, 112", "0.1, 56", "0.3, 56", "0.6, 28", "0.01, 365"})
    void howLongStillIsToldByTheReferencesThatWent(double aDay, int days) {
        double[] taken = {0.22, 0.6, 1.5, 3.5, 8, 20, 50, 120};
        int gone = (int) DoubleStream.of(taken).filter(d -> d <= aDay * days).count();
        String said = judged(List.of(same(days, Optional.of(gone)))).next().stream()
                .filter(n -> n.startsWith("For excellent it must hang until blue wool 6"))
                .findFirst()
                .orElseThrow();
        double truly = (20 / aDay - days) / 7;
        Matcher m = Pattern.compile("(?:within|about (\\d+) to) (\\d+) weeks? more here")
                .matcher(said);
        assertThat(m.find()).as(said).isTrue();
        assertThat(truly)
                .as(said)
                .isBetween(
                        m.group(1) == null ? 0 : Double.parseDouble(m.group(1)) - 0.5,
                        Double.parseDouble(m.group(2)) + 0.5);
    }

    /** ASTM D4303: ΔE*ab up to 4, 8, 16, 24 are I to IV, beyond V (from memory). */
    @ParameterizedTest
    @CsvSource({"3,I,EXCELLENT", "6,II,VERY_GOOD", "12,III,FAIR", "20,IV,POOR", "30,V,FUGITIVE"})
    void aClassIsNamedWhereTheReferencesSayTheLightWasThatOfTheStandard(
            double moved, FadingGrade.AstmClass astm, Lightfastness grade) {
        Change tint = Change.of(WASH, new Lab(WASH.l(), WASH.a() - moved, WASH.b()), 0.5);
        Change full = Change.of(ROSE, new Lab(ROSE.l(), ROSE.a() - moved, ROSE.b()), 0.5);
        Judgement j = judged(List.of(same(20, Optional.of(3)), moment(200, 0, Optional.of(6), full, tint)));
        assertThat(j.astm()).contains(astm);
        assertThat(j.best()).isEqualTo(grade);
        assertThat(j.worst()).isEqualTo(grade);
        assertThat(judged(List.of(moment(200, 0, Optional.empty(), full, tint))).astm())
                .as("an estimate is never a class")
                .isEmpty();
        assertThat(judged(List.of(moment(200, 0, Optional.of(8), full, tint))).astm())
                .as("more light than the standard’s")
                .isEmpty();
    }

    @Test
    void aWashFarFromTheStandardsGivesNoClass() {
        Lab pale = new Lab(92, 8, 1);
        Lab dark = new Lab(30, 40, 10);
        Judgement j = judged(List.of(
                moment(200, 0, Optional.of(6), Change.of(dark, dark, 0.5), Change.of(pale, new Lab(96, 1, 2), 0.5))));
        assertThat(j.astm()).isEmpty();
        assertThat(j.reasons()).anyMatch(r -> r.contains("neither stroke comes near its wash"));
    }

    @Test
    void whatDidNotChangeIsAtLeastAsGoodAsTheLightItStood() {
        assertThat(judged(List.of(same(50, Optional.of(0)))).isTelling()).isFalse();
        assertThat(judged(List.of(same(50, Optional.of(0)))).next()).isNotEmpty();
        // It may have hung on since: weeks are told from a day that stands there.
        assertThat(judged(List.of(same(50, Optional.empty()))).next())
                .last()
                .asString()
                .matches("Counted from the reading of \\d+ \\w+ \\d{4}\\.");
        Judgement four = judged(List.of(same(50, Optional.of(4))));
        assertThat(four.worst()).isEqualTo(Lightfastness.FAIR);
        assertThat(four.best()).isEqualTo(Lightfastness.EXCELLENT);
        assertThat(four.words()).isEqualTo("at least fair");
        assertThat(judged(List.of(same(50, Optional.of(5)))).worst()).isEqualTo(Lightfastness.VERY_GOOD);
        // By an estimate only the least light counts: 0.07 · 120 = 8.4 Mlux·h takes blue wool 5.
        assertThat(judged(List.of(same(120, Optional.empty()))).worst()).isEqualTo(Lightfastness.VERY_GOOD);
        assertThat(judged(List.of(same(110, Optional.empty()))).worst()).isEqualTo(Lightfastness.FAIR);
    }

    @Test
    void whatFadedIsAtMostAsGoodAsTheLightItFailed() {
        Film film = Film.through(ROSE, WASH, Lab.PAPER);
        Judgement j = judged(List.of(same(14, Optional.of(2)), faded(film, 0.7, 28, Optional.of(3))));
        assertThat(j.finding()).isEqualTo(Judgement.Finding.FADED);
        assertThat(j.best()).isEqualTo(Lightfastness.POOR);
        assertThat(j.worst()).isEqualTo(Lightfastness.POOR);
        assertThat(j.reasons().get(0)).startsWith("Full strength became paler");
    }

    /** Light gives nothing back. */
    @Test
    void aChangeThatIsGoneAtTheNextReadingWasMisread() {
        Film film = Film.through(ROSE, WASH, Lab.PAPER);
        Judgement j = judged(List.of(faded(film, 0.7, 28, Optional.of(3)), same(56, Optional.of(4))));
        assertThat(j.finding()).isEqualTo(Judgement.Finding.UNCHANGED);
        assertThat(j.reasons())
                .contains("After 4 weeks it looked changed, and now it does not: one of the two pictures was misread.");
        assertThat(judged(List.of(same(28, Optional.of(3)), faded(film, 0.7, 56, Optional.of(4))))
                        .finding())
                .isEqualTo(Judgement.Finding.FADED);
    }

    @Test
    void whatTheFlapNoLongerCoveredProvesNothing() {
        Moment slipped = same(50, Optional.of(6));
        Moment weak = new Moment(
                slipped.day(),
                slipped.dose(),
                slipped.days(),
                0,
                slipped.gone(),
                BlueWool.STEPS,
                true,
                false,
                slipped.full(),
                slipped.tint());
        assertThat(judged(List.of(weak)).isTelling()).isFalse();
        assertThat(judged(List.of(same(20, Optional.of(3)), weak)).worst()).isEqualTo(Lightfastness.FAIR);
    }

    @Test
    void prussianBlueComesBackInTheDark() {
        Film film = Film.through(new Lab(20, -2, -30), new Lab(70, -8, -20), Lab.PAPER);
        Moment lit = faded(film, 0.6, 100, Optional.of(4));
        Moment back = faded(film, 0.97, 100, Optional.of(4));
        Moment dark = new Moment(
                DAY.plusDays(142),
                lit.dose(),
                100,
                42,
                Optional.of(4),
                BlueWool.STEPS,
                true,
                true,
                back.full(),
                back.tint());
        Judgement j = Judgement.of(List.of(lit, dark), DAILY, Recipe.of("PB27"), REFERENCE);
        assertThat(j.recovered()).isTrue();
        assertThat(j.finding()).isEqualTo(Judgement.Finding.FADED);
        assertThat(j.reasons()).anyMatch(r -> r.startsWith("After 6 weeks in the dark it had come back"));
    }

    /** A difference that was there before it hung is no fading. */
    @Test
    void whatTheHalvesDifferedByAtTheStartIsTakenOff() {
        Lab lit = new Lab(ROSE.l() + 3, ROSE.a() - 2, ROSE.b());
        Halves first = new Halves(new Halves.Pair(ROSE, lit, 0.2), Optional.empty());
        assertThat(first.ofFull(Optional.of(first)).deltaEab()).isZero();
        assertThat(first.ofFull(Optional.empty()).deltaEab()).isGreaterThan(3);
        assertThat(first.ofFull(Optional.empty()).margin())
                .as("without a first reading less is known")
                .isGreaterThan(2 * first.ofFull(Optional.of(first)).margin());
    }

    @ParameterizedTest
    @CsvSource({
        "40,40,-35,48,15,-38,paler and bluer",
        "60,60,40,70,30,38,paler and yellower",
        "50,30,40,50,18,25,browner",
        "50,30,-30,58,20,-20,paler",
        "60,10,60,60,10,60,hardly different"
    })
    void whatHappenedIsSaidAsAPainterWould(
            double l, double a, double b, double l2, double a2, double b2, String words) {
        assertThat(WhatHappened.words(Change.of(new Lab(l, a, b), new Lab(l2, a2, b2), 0.5)))
                .isEqualTo(words);
    }

    @Test
    void swappedHalvesAndALeakingFlapAreNoticed() {
        Halves start = new Halves(new Halves.Pair(ROSE, ROSE, 0.2), Optional.empty());
        Lab gone = new Lab(70, 30, 8);
        Lab less = new Lab(60, 44, 6);
        assertThat(Mistakes.of(List.of(strip(start, gone, ROSE), strip(start, gone, ROSE))))
                .singleElement()
                .asString()
                .contains("the flap may lie on the other");
        assertThat(Mistakes.of(List.of(strip(start, less, gone), strip(start, less, gone))))
                .singleElement()
                .asString()
                .contains("light gets under the flap");
        assertThat(Mistakes.of(List.of(strip(start, ROSE, gone), strip(start, ROSE, gone))))
                .isEmpty();
    }

    private static Mistakes.Strip strip(Halves start, Lab covered, Lab lit) {
        return new Mistakes.Strip(start, new Halves(new Halves.Pair(covered, lit, 0.2), Optional.empty()));
    }
}
