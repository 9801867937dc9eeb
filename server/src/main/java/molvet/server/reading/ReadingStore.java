package molvet.server.reading;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import molvet.core.colour.Lab;
import molvet.core.reading.CellReading;
import molvet.core.reading.SwatchReading;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** All SQL of pictures and readings. */
@Repository
class ReadingStore {
    private final JdbcClient db;

    ReadingStore(JdbcClient db) {
        this.db = db;
    }

    record PictureRow(
            long id,
            @Nullable Long swatchId,
            String fileName,
            int width,
            int height,
            String profile,
            String notes,
            LocalDateTime at) {}

    record ReadingRow(
            long id,
            long swatchId,
            @Nullable Long pictureId,
            String picks,
            double massL,
            double massA,
            double massB,
            double tintL,
            double tintA,
            double tintB,
            double granulation,
            @Nullable Double covering,
            String notes,
            String source,
            String stage,
            boolean counts,
            @Nullable Long scanId,
            @Nullable Integer cell,
            @Nullable Double variation,
            @Nullable Double staining,
            @Nullable Double spread,
            @Nullable Double tintSpread,
            @Nullable Double variationSpread,
            @Nullable Double coveringSpread,
            @Nullable Double blackL,
            @Nullable Double blackA,
            @Nullable Double blackB,
            @Nullable Double confidence,
            int arithmetic,
            LocalDateTime at) {}

    record File(byte[] bytes, String mediaType, String fileName, String sha256) {}

    long addPicture(
            Collector me,
            @Nullable Long swatch,
            String fileName,
            String sha256,
            Picture picture,
            byte[] bytes,
            byte[] preview,
            LocalDateTime at) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into picture (collector_id, swatch_id, file_name, media_type, bytes, preview, sha256, width, height,
                                     turn, profile, notes, at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        swatch,
                        fileName,
                        picture.mediaType(),
                        bytes,
                        preview,
                        sha256,
                        picture.width(),
                        picture.height(),
                        picture.turn(),
                        picture.profile(),
                        String.join("\n", picture.notes()),
                        at)
                .update(key, "id");
        return key.getKey().longValue();
    }

    Optional<File> original(Collector me, long picture) {
        return db.sql("select bytes, media_type, file_name, sha256 from picture where id = ? and collector_id = ?")
                .params(picture, me.id())
                .query(File.class)
                .optional();
    }

    Optional<File> preview(Collector me, long picture) {
        return db.sql("""
                select preview bytes, 'image/jpeg' media_type, file_name, sha256 from picture
                where id = ? and collector_id = ?
                """).params(picture, me.id()).query(File.class).optional();
    }

    Optional<PictureRow> picture(Collector me, long id) {
        return db.sql("""
                select id, swatch_id, file_name, width, height, profile, notes, at from picture
                where id = ? and collector_id = ?
                """).params(id, me.id()).query(PictureRow.class).optional();
    }

    List<PictureRow> picturesOf(Collector me, long paint) {
        return db.sql("""
                select p.id, p.swatch_id, p.file_name, p.width, p.height, p.profile, p.notes, p.at
                from picture p join swatch s on s.id = p.swatch_id
                where p.collector_id = ? and s.paint_id = ? order by p.id desc
                """).params(me.id(), paint).query(PictureRow.class).list();
    }

    long addReading(Collector me, PictureRow picture, String picks, SwatchReading r, LocalDateTime at) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into reading (collector_id, swatch_id, picture_id, picks, mass_l, mass_a, mass_b, tint_l, tint_a,
                                     tint_b, granulation, covering, notes, arithmetic, at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        picture.swatchId(),
                        picture.id(),
                        picks,
                        r.massTone().l(),
                        r.massTone().a(),
                        r.massTone().b(),
                        r.tint().l(),
                        r.tint().a(),
                        r.tint().b(),
                        r.granulation(),
                        r.covering().orElse(null),
                        String.join("\n", r.notes()),
                        SwatchReading.ARITHMETIC,
                        at)
                .update(key, "id");
        return key.getKey().longValue();
    }

    /**
     * Where a reading of an area comes from.
     *
     * @param scan the sheet’s reading and {@code cell} its cell; null for a rectangle marked by hand
     * @param picks where full strength and palest lie in the picture, as JSON
     */
    record Origin(
            String source,
            long picture,
            @Nullable Long scan,
            @Nullable Integer cell,
            String stage,
            String picks) {
        static Origin of(ScanStore.ScanRow scan, int cell) {
            return new Origin("SHEET", scan.pictureId(), scan.id(), cell, scan.stage(), "{}");
        }
    }

    /** What a picture says of one swatch as an area. @param staining what stayed when it was lifted */
    long addArea(
            Collector me,
            Origin from,
            long swatch,
            CellReading c,
            String curve,
            @Nullable Double staining,
            LocalDateTime at) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        String notes = String.join("\n", c.notes());
        db.sql("""
                insert into reading (collector_id, swatch_id, picture_id, picks, mass_l, mass_a, mass_b, tint_l, tint_a,
                                     tint_b, granulation, covering, notes, arithmetic, at, source, stage, scan_id, cell,
                                     variation, staining, curve, spread, separation, confidence, tint_spread,
                                     variation_spread, covering_spread, black_l, black_a, black_b)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        swatch,
                        from.picture,
                        from.picks,
                        c.massTone().l(),
                        c.massTone().a(),
                        c.massTone().b(),
                        c.tint().l(),
                        c.tint().a(),
                        c.tint().b(),
                        c.grain(),
                        c.covering().orElse(null),
                        notes.length() > 1000 ? notes.substring(0, 1000) : notes,
                        CellReading.ARITHMETIC,
                        at,
                        from.source,
                        from.stage,
                        from.scan,
                        from.cell,
                        c.granulation().orElse(null),
                        staining,
                        curve,
                        c.margins().massTone(),
                        c.separation(),
                        c.confidence(),
                        c.margins().tint(),
                        c.margins().granulation().orElse(null),
                        c.margins().covering().orElse(null),
                        c.overBlack().map(Lab::l).orElse(null),
                        c.overBlack().map(Lab::a).orElse(null),
                        c.overBlack().map(Lab::b).orElse(null))
                .update(key, "id");
        return key.getKey().longValue();
    }

    private static final String READING = """
            select r.id, r.swatch_id, r.picture_id, r.picks, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b,
                   r.granulation, r.covering, r.notes, r.source, r.stage, r.counts, r.scan_id, r.cell, r.variation, r.staining,
                   r.spread, r.tint_spread, r.variation_spread, r.covering_spread, r.black_l, r.black_a, r.black_b,
                   r.confidence, r.arithmetic, r.at
            from reading r join swatch s on s.id = r.swatch_id
            where r.collector_id = ?
            """;

    List<ReadingRow> readingsOf(Collector me, long paint) {
        return db.sql(READING + " and s.paint_id = ? order by r.id desc")
                .params(me.id(), paint)
                .query(ReadingRow.class)
                .list();
    }

    Optional<ReadingRow> reading(Collector me, long id) {
        return db.sql(READING + " and r.id = ?")
                .params(me.id(), id)
                .query(ReadingRow.class)
                .optional();
    }

    record OfScan(long id, int cell, boolean counts, long paint) {}

    /** What was taken over from one picture of a sheet. */
    List<OfScan> ofScan(Collector me, long scan) {
        return db.sql("""
                select r.id, r.cell, r.counts, s.paint_id paint from reading r join swatch s on s.id = r.swatch_id
                where r.collector_id = ? and r.scan_id = ? order by r.id
                """).params(me.id(), scan).query(OfScan.class).list();
    }

    record NamedPaint(long id, int accession, String name) {}

    List<NamedPaint> named(Collector me) {
        return db.sql("select id, accession, name from paint where collector_id = ? order by id")
                .param(me.id())
                .query(NamedPaint.class)
                .list();
    }

    boolean hasPaint(Collector me, long paint) {
        return db.sql("select count(*) from paint where id = ? and collector_id = ?")
                        .params(paint, me.id())
                        .query(Long.class)
                        .single()
                > 0;
    }

    Optional<Long> currentSwatch(Collector me, long paint) {
        return db.sql("select id from swatch where paint_id = ? and collector_id = ? and state = 'CURRENT'"
                        + " order by id desc limit 1")
                .params(paint, me.id())
                .query(Long.class)
                .optional();
    }

    long addMeter(Collector me, long swatch, Lab full, Lab tint, LocalDateTime at) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into reading (collector_id, swatch_id, picks, mass_l, mass_a, mass_b, tint_l, tint_a, tint_b,
                                     granulation, arithmetic, at, source)
                values (?, ?, '{}', ?, ?, ?, ?, ?, ?, 0, 0, ?, 'METER')
                """)
                .params(me.id(), swatch, full.l(), full.a(), full.b(), tint.l(), tint.a(), tint.b(), at)
                .update(key, "id");
        return key.getKey().longValue();
    }

    record Measured(
            int accession,
            String name,
            double massL,
            double massA,
            double massB,
            double tintL,
            double tintA,
            double tintB) {}

    /** The latest dry reading of each cell’s own swatch, in the order of the cells. */
    List<Measured> measuredOnChart(Collector me, long chart) {
        return db.sql("""
                select p.accession, p.name, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b
                from chart_cell c join paint p on p.id = c.paint_id
                join reading r on r.id = (select max(x.id) from reading x
                                          where x.swatch_id = c.swatch_id and x.stage = 'DRY')
                where c.collector_id = ? and c.chart_id = ? order by c.position
                """).params(me.id(), chart).query(Measured.class).list();
    }

    /** The reading the paint’s strip is drawn from, as its facts were last worked out. */
    OptionalLong counting(Collector me, long paint) {
        return db.sql("select reading_id from paint where id = ? and collector_id = ? and reading_id is not null")
                .params(paint, me.id())
                .query(Long.class)
                .optional()
                .map(OptionalLong::of)
                .orElse(OptionalLong.empty());
    }

    void count(Collector me, long id, boolean counts) {
        db.sql("update reading set counts = ? where id = ? and collector_id = ?")
                .params(counts, id, me.id())
                .update();
    }

    void deleteReading(Collector me, long id) {
        db.sql("delete from reading where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }
}
