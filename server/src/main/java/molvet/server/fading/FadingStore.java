package molvet.server.fading;

import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.fading.Accident;
import molvet.core.fading.Halves;
import molvet.core.fading.LightPlace;
import molvet.core.fading.ReadingSteps;
import molvet.core.fading.Stay;
import molvet.core.fading.TimeInLight;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of what hangs in the light. */
@Repository
class FadingStore {
    private final JdbcClient db;

    FadingStore(JdbcClient db) {
        this.db = db;
    }

    record ExposureRow(
            long id,
            String name,
            @Nullable Long chartId,
            @Nullable Long twinId,
            int about,
            String steps,
            boolean swapped,
            @Nullable LocalDate endedOn,
            String note,
            int version) {
        boolean isPlanned() {
            return chartId != null;
        }

        ReadingSteps readingSteps() {
            return ReadingSteps.parse(steps);
        }
    }

    record PlaceRow(
            long id,
            long exposureId,
            LocalDate fromOn,
            String place,
            String direction,
            @Nullable Double hours,
            @Nullable Double lux,
            String said) {
        Stay stay() {
            return new Stay(
                    fromOn,
                    LightPlace.valueOf(place),
                    direction.isEmpty() ? Optional.empty() : Optional.of(LightPlace.Direction.valueOf(direction)),
                    Optional.ofNullable(hours),
                    Optional.ofNullable(lux),
                    said);
        }
    }

    record StripRow(
            long id,
            long exposureId,
            int position,
            @Nullable Long paintId,
            String name,
            @Nullable Integer wool,
            String finding,
            String best,
            String worst) {}

    /** @param state of its scan; null where there is none */
    record ReadingRow(
            long id,
            long exposureId,
            @Nullable Long scanId,
            @Nullable Long pictureId,
            LocalDate readOn,
            boolean twin,
            int page,
            @Nullable Integer wool,
            @Nullable String state,
            @Nullable String why) {}

    record HalfRow(
            long id,
            long exposureReadingId,
            long exposureStripId,
            double coveredL,
            double coveredA,
            double coveredB,
            double litL,
            double litA,
            double litB,
            double margin,
            @Nullable Double coveredTintL,
            @Nullable Double coveredTintA,
            @Nullable Double coveredTintB,
            @Nullable Double litTintL,
            @Nullable Double litTintA,
            @Nullable Double litTintB,
            @Nullable Double tintMargin,
            String said) {
        /** @param swapped whether the flap lies on the other half */
        Halves halves(boolean swapped) {
            Lab one = new Lab(coveredL, coveredA, coveredB);
            Lab other = new Lab(litL, litA, litB);
            Optional<Halves.Pair> tint = coveredTintL == null
                    ? Optional.empty()
                    : Optional.of(pair(
                            new Lab(coveredTintL, coveredTintA, coveredTintB),
                            new Lab(litTintL, litTintA, litTintB),
                            tintMargin,
                            swapped));
            return new Halves(pair(one, other, margin, swapped), tint);
        }

        private static Halves.Pair pair(Lab covered, Lab lit, double margin, boolean swapped) {
            return swapped ? new Halves.Pair(lit, covered, margin) : new Halves.Pair(covered, lit, margin);
        }
    }

    record AccidentRow(
            long id, long exposureId, @Nullable Long exposureStripId, String kind, LocalDate happenedOn, String note) {
        Accident accident() {
            return Accident.valueOf(kind);
        }
    }

    /** All there is of one exposure. */
    record Loaded(
            ExposureRow exposure,
            List<PlaceRow> places,
            List<StripRow> strips,
            List<ReadingRow> readings,
            List<HalfRow> halves,
            List<AccidentRow> accidents) {
        /** Empty before it was hung up. */
        Optional<TimeInLight> time() {
            return places.isEmpty()
                    ? Optional.empty()
                    : Optional.of(
                            new TimeInLight(places.stream().map(PlaceRow::stay).toList(), exposure.about()));
        }
    }

    private static final String EXPOSURE =
            "select id, name, chart_id, twin_id, about, steps, swapped, ended_on, note, version from exposure where collector_id = :me";
    private static final String PLACE = """
            select id, exposure_id, from_on, place, direction, hours, lux, said from exposure_place where collector_id = :me
            """;
    private static final String STRIP = """
            select id, exposure_id, position, paint_id, name, wool, finding, best, worst from exposure_strip
            where collector_id = :me
            """;
    private static final String READING = """
            select r.id, r.exposure_id, r.scan_id, coalesce(r.picture_id, s.picture_id) picture_id, r.read_on, r.twin, r.page,
                   r.wool, s.state, s.why
            from exposure_reading r left join scan s on s.id = r.scan_id and s.collector_id = r.collector_id
            where r.collector_id = :me
            """;
    private static final String HALF = """
            select h.id, h.exposure_reading_id, h.exposure_strip_id, h.covered_l, h.covered_a, h.covered_b, h.lit_l, h.lit_a,
                   h.lit_b, h.margin, h.covered_tint_l, h.covered_tint_a, h.covered_tint_b, h.lit_tint_l, h.lit_tint_a,
                   h.lit_tint_b, h.tint_margin, h.said
            from exposure_half h join exposure_reading r on r.id = h.exposure_reading_id
            where h.collector_id = :me
            """;
    private static final String ACCIDENT = """
            select id, exposure_id, exposure_strip_id, kind, happened_on, note from exposure_accident where collector_id = :me
            """;

    /** Newest first. */
    List<ExposureRow> exposures(Collector me) {
        return db.sql(EXPOSURE + " order by id desc")
                .param("me", me.id())
                .query(ExposureRow.class)
                .list();
    }

    Optional<ExposureRow> exposure(Collector me, long id) {
        return one(EXPOSURE + " and id = :id", me, id, ExposureRow.class);
    }

    /** The exposure of which a chart is the sheet or its twin. */
    Optional<ExposureRow> ofChart(Collector me, long chart) {
        return one(EXPOSURE + " and :id in (chart_id, twin_id) order by id limit 1", me, chart, ExposureRow.class);
    }

    Optional<Loaded> loaded(Collector me, long id) {
        return exposure(me, id).map(e -> all(me, List.of(e)).get(0));
    }

    /** With all there is of them, in the order given. */
    List<Loaded> all(Collector me, Collection<ExposureRow> exposures) {
        if (exposures.isEmpty()) return List.of();
        List<Long> ids = exposures.stream().map(ExposureRow::id).toList();
        List<PlaceRow> places = of(PLACE + " and exposure_id in (:ids) order by from_on, id", me, ids, PlaceRow.class);
        List<StripRow> strips = of(STRIP + " and exposure_id in (:ids) order by position", me, ids, StripRow.class);
        List<ReadingRow> readings =
                of(READING + " and r.exposure_id in (:ids) order by r.read_on, r.id", me, ids, ReadingRow.class);
        List<HalfRow> halves = of(HALF + " and r.exposure_id in (:ids) order by h.id", me, ids, HalfRow.class);
        List<AccidentRow> accidents =
                of(ACCIDENT + " and exposure_id in (:ids) order by happened_on, id", me, ids, AccidentRow.class);
        Map<Long, Long> exposureOf = new HashMap<>();
        readings.forEach(r -> exposureOf.put(r.id(), r.exposureId()));
        return exposures.stream()
                .map(e -> new Loaded(
                        e,
                        places.stream().filter(p -> p.exposureId() == e.id()).toList(),
                        strips.stream().filter(s -> s.exposureId() == e.id()).toList(),
                        readings.stream().filter(r -> r.exposureId() == e.id()).toList(),
                        halves.stream()
                                .filter(h -> exposureOf.get(h.exposureReadingId()) == e.id())
                                .toList(),
                        accidents.stream().filter(a -> a.exposureId() == e.id()).toList()))
                .toList();
    }

    private <T> List<T> of(String sql, Collector me, List<Long> ids, Class<T> type) {
        return db.sql(sql).param("me", me.id()).param("ids", ids).query(type).list();
    }

    private <T> Optional<T> one(String sql, Collector me, long id, Class<T> type) {
        return db.sql(sql).param("me", me.id()).param("id", id).query(type).optional();
    }

    Optional<ReadingRow> reading(Collector me, long id) {
        return one(READING + " and r.id = :id", me, id, ReadingRow.class);
    }

    Optional<ReadingRow> ofScan(Collector me, long scan) {
        return one(READING + " and r.scan_id = :id", me, scan, ReadingRow.class);
    }

    List<Long> halvesOf(Collector me, long reading) {
        return db.sql("select id from exposure_half where collector_id = ? and exposure_reading_id = ?")
                .params(me.id(), reading)
                .query(Long.class)
                .list();
    }

    Optional<PlaceRow> place(Collector me, long id) {
        return one(PLACE + " and id = :id", me, id, PlaceRow.class);
    }

    Optional<AccidentRow> accident(Collector me, long id) {
        return one(ACCIDENT + " and id = :id", me, id, AccidentRow.class);
    }

    /** What was found of a paint on one strip. */
    record FoundRow(
            long exposureId,
            String exposure,
            String finding,
            String best,
            String worst,
            @Nullable LocalDate lastOn) {}

    /** Of all strips of a paint that were read, those read last at the end. */
    List<FoundRow> found(Collector me, long paint) {
        return db.sql("""
                select e.id exposure_id, e.name exposure, s.finding, s.best, s.worst,
                       (select max(r.read_on) from exposure_half h join exposure_reading r on r.id = h.exposure_reading_id
                        where h.exposure_strip_id = s.id and not r.twin) last_on
                from exposure_strip s join exposure e on e.id = s.exposure_id
                where s.collector_id = ? and s.paint_id = ? and s.finding <> ''
                order by last_on, s.id
                """).params(me.id(), paint).query(FoundRow.class).list();
    }

    /** All strips of a paint, read or not, with their exposures. */
    List<StripRow> strips(Collector me, long paint) {
        return db.sql(STRIP + " and paint_id = :paint order by exposure_id, position")
                .param("me", me.id())
                .param("paint", paint)
                .query(StripRow.class)
                .list();
    }

    /** What was found of every paint that has a strip. */
    record PaintFound(long paintId, String finding, String best, String worst) {}

    List<PaintFound> found(Collector me) {
        return db.sql("""
                select paint_id, finding, best, worst from exposure_strip
                where collector_id = ? and paint_id is not null order by id
                """).param(me.id()).query(PaintFound.class).list();
    }
}
