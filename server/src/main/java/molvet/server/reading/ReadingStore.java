package molvet.server.reading;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import molvet.server.collection.Measured;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
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
            @Nullable String curve,
            boolean modelled,
            @Nullable Double confidence,
            int arithmetic,
            LocalDateTime at) {}

    record File(byte[] bytes, String mediaType, String fileName, String sha256) {}

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

    record PictureName(long id, String mediaType) {}

    /** All pictures of a collector, without their bytes. */
    List<PictureName> pictures(Collector me) {
        return db.sql("select id, media_type from picture where collector_id = ? order by id")
                .param(me.id())
                .query(PictureName.class)
                .list();
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

    private static final String READING = """
            select r.id, r.swatch_id, r.picture_id, r.picks, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b,
                   r.granulation, r.covering, r.notes, r.source, r.stage, r.counts, r.scan_id, r.cell, r.variation, r.staining,
                   r.spread, r.tint_spread, r.variation_spread, r.covering_spread, r.black_l, r.black_a, r.black_b,
                   r.curve, r.modelled, r.confidence, r.arithmetic, r.at
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

    record PickedRow(long id, long collectorId, long paint) {}

    /** A reading picked by hand and worked out by an older arithmetic than this. */
    /** Spots only: what was measured as an area knows how far its parts differ, and its run is better than any spots’. */
    Optional<PickedRow> pickedBefore(int arithmetic) {
        return db.sql("""
                select r.id, r.collector_id, s.paint_id paint from reading r join swatch s on s.id = r.swatch_id
                where r.source = 'PICKED' and r.spread is null and r.arithmetic < ? order by r.id limit 1
                """).param(arithmetic).query(PickedRow.class).optional();
    }

    record Room(int pictures, long bytes) {}

    Room room(Collector me) {
        return db.sql("select count(*) pictures, coalesce(sum(size), 0) bytes from picture where collector_id = ?")
                .param(me.id())
                .query(Room.class)
                .single();
    }

    record OfScan(long id, int cell, boolean counts, long paint) {}

    /** What was taken over from one picture of a sheet. */
    List<OfScan> ofScan(Collector me, long scan) {
        return db.sql("""
                select r.id, r.cell, r.counts, s.paint_id paint from reading r join swatch s on s.id = r.swatch_id
                where r.collector_id = ? and r.scan_id = ? order by r.id
                """).params(me.id(), scan).query(OfScan.class).list();
    }

    /** The one the collector chose, or else the latest of the newest swatch; wet ones never count. */
    Optional<Measured> counting(Collector me, long paint) {
        return db.sql("""
                select r.id, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b, r.granulation, r.covering, r.variation,
                       (select z.staining from reading z join swatch y on y.id = z.swatch_id
                        where z.collector_id = :me and y.paint_id = :paint and z.staining is not null
                        order by z.id desc limit 1) staining,
                       r.curve, r.modelled, r.black_l, r.black_a, r.black_b, r.arithmetic, r.at read_at
                from reading r
                where r.collector_id = :me and r.id = (
                  select x.id from reading x join swatch s on s.id = x.swatch_id
                  where x.collector_id = :me and s.paint_id = :paint and x.stage = 'DRY'
                  order by x.counts desc, s.state = 'CURRENT' desc, s.kind in ('STRIP', 'WRAPPER', 'LEAFLET'), s.id desc,
                           x.id desc limit 1)
                """)
                .param("me", me.id())
                .param("paint", paint)
                .query(Measured.class)
                .optional();
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
                        + " order by kind in ('STRIP', 'WRAPPER', 'LEAFLET'), id desc limit 1")
                .params(paint, me.id())
                .query(Long.class)
                .optional();
    }

    record MeasuredCell(
            int accession,
            String name,
            double massL,
            double massA,
            double massB,
            double tintL,
            double tintA,
            double tintB) {}

    /** The latest dry reading of each cell’s own swatch, in the order of the cells. */
    List<MeasuredCell> measuredOnChart(Collector me, long chart) {
        return db.sql("""
                select p.accession, p.name, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b
                from chart_cell c join paint p on p.id = c.paint_id
                join reading r on r.id = (select max(x.id) from reading x
                                          where x.swatch_id = c.swatch_id and x.stage = 'DRY')
                where c.collector_id = ? and c.chart_id = ? order by c.position
                """).params(me.id(), chart).query(MeasuredCell.class).list();
    }
}
