package molvet.server.fading;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.fading.Accident;
import molvet.core.fading.BlueWool;
import molvet.core.fading.Change;
import molvet.core.fading.Dose;
import molvet.core.fading.Halves;
import molvet.core.fading.Judgement;
import molvet.core.fading.Mistakes;
import molvet.core.fading.Moment;
import molvet.core.fading.TimeInLight;
import molvet.core.measure.DayInWords;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.collection.OrderStore;
import molvet.server.fading.FadingStore.AccidentRow;
import molvet.server.fading.FadingStore.HalfRow;
import molvet.server.fading.FadingStore.Loaded;
import molvet.server.fading.FadingStore.ReadingRow;
import molvet.server.fading.FadingStore.StripRow;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** Puts the readings of an exposure in order, strip by strip, for the core to judge. */
@Component
class ExposureJudge {
    /** A reading this soon after it was hung up is still the first. */
    private static final int FIRST_DAYS = 1;
    /** Two pictures of sheet and twin belong together within so many days. */
    private static final int TOGETHER = 10;

    private final OrderStore orders;
    private final PigmentReference reference;

    ExposureJudge(OrderStore orders, PigmentReference reference) {
        this.orders = orders;
        this.reference = reference;
    }

    /** @param reading which one; {@code moment} what it told of the strip */
    record Point(ReadingRow reading, HalfRow half, Moment moment) {}

    /**
     * One strip over all its readings.
     *
     * @param first before it hung; empty where nobody read it then
     * @param points readings since it hangs, by day; of two on one day the later stands
     * @param spoilt why it tells nothing any more; empty where it does
     */
    record StripCourse(
            StripRow strip,
            Recipe recipe,
            Optional<HalfRow> first,
            List<Point> points,
            Judgement judgement,
            Optional<String> spoilt,
            Optional<String> besideTwin) {}

    /** Blue wool references have courses too; they are judged by nobody. */
    List<StripCourse> courses(Collector me, Loaded all) {
        Map<Long, OrderStore.CardRow> cards = orders.cards(
                me,
                all.strips().stream()
                        .flatMap(s -> s.paintId() == null
                                ? java.util.stream.Stream.empty()
                                : java.util.stream.Stream.of(s.paintId()))
                        .toList());
        Map<Long, ReadingRow> readings =
                all.readings().stream().collect(Collectors.toMap(ReadingRow::id, Function.identity()));
        Map<LocalDate, Integer> gone = gone(all, readings);
        LocalDate last = all.readings().stream()
                .map(ReadingRow::readOn)
                .max(Comparator.naturalOrder())
                .orElse(LocalDate.EPOCH);
        Dose daily = all.time().map(t -> t.daily(last)).orElse(Dose.NONE);
        List<StripCourse> courses = new ArrayList<>();
        for (StripRow s : all.strips()) {
            Recipe recipe = Optional.ofNullable(s.paintId())
                    .map(cards::get)
                    .map(OrderStore.CardRow::pigments)
                    .orElse(Recipe.NONE);
            List<HalfRow> own = all.halves().stream()
                    .filter(h -> h.exposureStripId() == s.id())
                    .sorted(Comparator.comparing((HalfRow h) ->
                                    readings.get(h.exposureReadingId()).readOn())
                            .thenComparing(HalfRow::id))
                    .toList();
            List<AccidentRow> accidents = all.accidents().stream()
                    .filter(a -> a.exposureStripId() == null || a.exposureStripId() == s.id())
                    .toList();
            Optional<AccidentRow> spoilt =
                    accidents.stream().filter(a -> a.accident().isSpoiling()).findFirst();
            Optional<HalfRow> first = first(all, own, readings);
            List<Point> points = points(all, own, first, readings, accidents, gone);
            courses.add(new StripCourse(
                    s,
                    recipe,
                    first,
                    points,
                    Judgement.of(points.stream().map(Point::moment).toList(), daily, recipe, reference),
                    spoilt.map(a -> "Since " + DayInWords.of(a.happenedOn()) + " "
                            + a.accident().words() + ": what was read since is not judged."),
                    besideTwin(all, own, readings)));
        }
        return courses;
    }

    private static boolean isFirst(Loaded all, ReadingRow r) {
        return all.time().map(t -> t.daysInLight(r.readOn()) <= FIRST_DAYS).orElse(true);
    }

    /** The last that was read before it had hung for long. */
    private static Optional<HalfRow> first(Loaded all, List<HalfRow> own, Map<Long, ReadingRow> readings) {
        return own.stream()
                .filter(h -> !readings.get(h.exposureReadingId()).twin())
                .filter(h -> isFirst(all, readings.get(h.exposureReadingId())))
                .reduce((a, b) -> b);
    }

    private static List<Point> points(
            Loaded all,
            List<HalfRow> own,
            Optional<HalfRow> first,
            Map<Long, ReadingRow> readings,
            List<AccidentRow> accidents,
            Map<LocalDate, Integer> gone) {
        boolean swapped = all.exposure().swapped();
        Optional<Halves> before = first.map(h -> h.halves(swapped));
        boolean fadedBefore = accidents.stream().anyMatch(a -> a.accident() == Accident.FADED_BEFORE);
        Map<LocalDate, Point> byDay = new java.util.TreeMap<>();
        for (HalfRow h : own) {
            ReadingRow r = readings.get(h.exposureReadingId());
            if (r.twin() || all.time().isEmpty() || isFirst(all, r)) continue;
            if (accidents.stream()
                    .anyMatch(a -> a.accident().isSpoiling() && !a.happenedOn().isAfter(r.readOn()))) {
                continue;
            }
            boolean slipped = accidents.stream()
                    .anyMatch(a -> a.accident() == Accident.FLAP_SLIPPED
                            && !a.happenedOn().isAfter(r.readOn()));
            TimeInLight time = all.time().get();
            Halves now = h.halves(swapped);
            byDay.put(
                    r.readOn(),
                    new Point(
                            r,
                            h,
                            new Moment(
                                    r.readOn(),
                                    time.dose(r.readOn()),
                                    time.daysInLight(r.readOn()),
                                    time.daysInDark(r.readOn()),
                                    Optional.ofNullable(gone.get(r.readOn())),
                                    hung(all),
                                    time.isUltraviolet(r.readOn()),
                                    !slipped && !fadedBefore,
                                    now.ofFull(before),
                                    now.ofTint(before))));
        }
        return List.copyOf(byDay.values());
    }

    /** How many references hang beside the paints; where none does, the eye looks at a card of all of them. */
    private static int hung(Loaded all) {
        return all.strips().stream()
                .map(StripRow::wool)
                .filter(java.util.Objects::nonNull)
                .max(Comparator.naturalOrder())
                .orElse(BlueWool.STEPS);
    }

    /** Of each day of reading the highest reference that had visibly gone: as measured beside the paints, else as the eye said. */
    private Map<LocalDate, Integer> gone(Loaded all, Map<Long, ReadingRow> readings) {
        Map<LocalDate, Integer> days = new HashMap<>();
        all.readings().stream().filter(r -> r.wool() != null && !r.twin()).forEach(r -> days.put(r.readOn(), r.wool()));
        Map<LocalDate, Map<Integer, Boolean>> seen = new HashMap<>();
        for (StripRow s : all.strips()) {
            if (s.wool() == null) continue;
            List<HalfRow> own = all.halves().stream()
                    .filter(h -> h.exposureStripId() == s.id())
                    .sorted(Comparator.comparing(
                            h -> readings.get(h.exposureReadingId()).readOn()))
                    .toList();
            Optional<HalfRow> first = first(all, own, readings);
            for (Point p : points(all, own, first, readings, List.of(), Map.of())) {
                Change c = p.moment().full();
                seen.computeIfAbsent(p.reading().readOn(), d -> new HashMap<>())
                        .put(s.wool(), c.deltaEab() >= BlueWool.GONE && c.isSeen());
            }
        }
        seen.forEach((day, wools) -> {
            days.put(
                    day,
                    wools.entrySet().stream()
                            .filter(Map.Entry::getValue)
                            .mapToInt(Map.Entry::getKey)
                            .max()
                            .orElse(0));
        });
        return days;
    }

    /** How far the covered half lies from the twin in the dark, beside how far it lay at the start. */
    private static Optional<String> besideTwin(Loaded all, List<HalfRow> own, Map<Long, ReadingRow> readings) {
        boolean swapped = all.exposure().swapped();
        Optional<HalfRow> now = own.stream()
                .filter(h -> !readings.get(h.exposureReadingId()).twin())
                .filter(h -> !isFirst(all, readings.get(h.exposureReadingId())))
                .reduce((a, b) -> b);
        Optional<HalfRow> first = first(all, own, readings);
        if (now.isEmpty() || first.isEmpty()) return Optional.empty();
        Optional<HalfRow> twinThen = twin(
                own, readings, readings.get(first.get().exposureReadingId()).readOn());
        Optional<HalfRow> twinNow =
                twin(own, readings, readings.get(now.get().exposureReadingId()).readOn());
        if (twinThen.isEmpty()
                || twinNow.isEmpty()
                || twinThen.get().id() == twinNow.get().id()) return Optional.empty();
        Halves.Pair sheet = covered(now.get(), first.get(), swapped);
        Halves.Pair dark = covered(twinNow.get(), twinThen.get(), false);
        Change c = Halves.moved(sheet, dark);
        return Mistakes.besideTwin(c.deltaE00());
    }

    /** What a covered half is now, beside what it was. */
    private static Halves.Pair covered(HalfRow now, HalfRow then, boolean swapped) {
        return new Halves.Pair(
                then.halves(swapped).full().covered(),
                now.halves(swapped).full().covered(),
                0);
    }

    private static Optional<HalfRow> twin(List<HalfRow> own, Map<Long, ReadingRow> readings, LocalDate day) {
        return own.stream()
                .filter(h -> readings.get(h.exposureReadingId()).twin())
                .filter(h ->
                        Math.abs(readings.get(h.exposureReadingId()).readOn().toEpochDay() - day.toEpochDay())
                                <= TOGETHER)
                .min(Comparator.comparingLong(h ->
                        Math.abs(readings.get(h.exposureReadingId()).readOn().toEpochDay() - day.toEpochDay())));
    }

    /** What looks wrong with the sheet as a whole, at its latest reading. */
    List<String> mistakes(Loaded all, List<StripCourse> courses) {
        boolean swapped = all.exposure().swapped();
        List<Mistakes.Strip> strips = courses.stream()
                .filter(c -> c.first().isPresent() && !c.points().isEmpty())
                .map(c -> new Mistakes.Strip(
                        c.first().get().halves(swapped),
                        c.points().get(c.points().size() - 1).half().halves(swapped)))
                .toList();
        return Mistakes.of(strips);
    }
}
