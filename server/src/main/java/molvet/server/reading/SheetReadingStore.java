package molvet.server.reading;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of scans: pictures of whole sheets and what was read from them. */
@Repository
class SheetReadingStore {
    private final JdbcClient db;

    SheetReadingStore(JdbcClient db) {
        this.db = db;
    }

    record ScanRow(
            long id,
            long collectorId,
            long pictureId,
            @Nullable Long chartId,
            int page,
            boolean chosen,
            String stage,
            String state,
            double progress,
            String corners,
            String map,
            @Nullable Double residualMm,
            @Nullable Double paperL,
            @Nullable Double paperA,
            @Nullable Double paperB,
            @Nullable Double unevenness,
            @Nullable Double blurMm,
            @Nullable Double checker,
            String trust,
            String notes,
            String why,
            String wayOn,
            int arithmetic,
            LocalDateTime queuedAt,
            @Nullable LocalDateTime startedAt,
            @Nullable LocalDateTime endedAt,
            int version,
            @Nullable Long deviceId,
            String eye,
            String fileName,
            int width,
            int height) {}

    record CellRow(long id, int cell, String result, boolean leftOut) {}

    /** What a reading job found of its page. */
    record Outcome(
            long chart,
            int page,
            String map,
            double residualMm,
            double paperL,
            double paperA,
            double paperB,
            double unevenness,
            double blurMm,
            @Nullable Double checker,
            String trust,
            String notes,
            @Nullable Long device,
            String eye,
            int arithmetic) {}

    private static final String SCAN = """
            select s.id, s.collector_id, s.picture_id, s.chart_id, s.page, s.chosen, s.stage, s.state, s.progress, s.corners,
                   s.map, s.residual_mm, s.paper_l, s.paper_a, s.paper_b, s.unevenness, s.blur_mm, s.checker, s.trust,
                   s.notes, s.why, s.way_on, s.arithmetic, s.queued_at, s.started_at, s.ended_at, s.version, s.device_id,
                   s.eye, p.file_name, p.width, p.height
            from scan s join picture p on p.id = s.picture_id
            """;

    Optional<ScanRow> scan(Collector me, long id) {
        return db.sql(SCAN + " where s.id = ? and s.collector_id = ?")
                .params(id, me.id())
                .query(ScanRow.class)
                .optional();
    }

    List<ScanRow> scans(Collector me, int limit) {
        return db.sql(SCAN + " where s.collector_id = ? order by s.id desc limit ?")
                .params(me.id(), limit)
                .query(ScanRow.class)
                .list();
    }

    /** SheetReadings of one page that were accepted, newest first. */
    List<ScanRow> accepted(Collector me, long chart, int page) {
        return db.sql(SCAN + " where s.collector_id = ? and s.chart_id = ? and s.page = ? and s.state = 'ACCEPTED'"
                        + " order by s.id desc")
                .params(me.id(), chart, page)
                .query(ScanRow.class)
                .list();
    }

    int underWay(Collector me) {
        return db.sql("select count(*) from scan where collector_id = ? and state in ('QUEUED', 'READING')")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    int queuedSince(Collector me, LocalDateTime from) {
        return db.sql("select count(*) from scan where collector_id = ? and queued_at >= ?")
                .params(me.id(), from)
                .query(Integer.class)
                .single();
    }

    // ---- the queue --------------------------------------------------------------------------------------------------

    /** What a server of this name was reading when it ended is read from the start. */
    void again(String reader) {
        db.sql("update scan set state = 'QUEUED', progress = 0, version = version + 1"
                        + " where state = 'READING' and reader = ?")
                .param(reader)
                .update();
    }

    /** @param begun no reading takes as long as since then: whoever began it is gone */
    void againBegunBefore(LocalDateTime begun) {
        db.sql("update scan set state = 'QUEUED', progress = 0, version = version + 1"
                        + " where state = 'READING' and started_at < ?")
                .param(begun)
                .update();
    }

    /** The next of the collector who has waited longest since one of theirs was begun. */
    Optional<ScanRow> next() {
        return db.sql(SCAN + """
                where s.state = 'QUEUED'
                order by (select max(x.started_at) from scan x where x.collector_id = s.collector_id) is not null,
                         (select max(x.started_at) from scan x where x.collector_id = s.collector_id), s.id
                limit 1
                """).query(ScanRow.class).optional();
    }

    /** One that was accepted, and read by an older arithmetic than this. */
    Optional<ScanRow> olderThan(int arithmetic) {
        return db.sql(SCAN + " where s.state = 'ACCEPTED' and s.arithmetic < ? order by s.id limit 1")
                .param(arithmetic)
                .query(ScanRow.class)
                .optional();
    }

    void renewed(long id, int arithmetic) {
        db.sql("update scan set arithmetic = ? where id = ?")
                .params(arithmetic, id)
                .update();
    }

    /**
     * Takes a picture from the queue. What is written of it later is written as long as it stays this server’s: one that
     * was stopped, or that another began since, changes its version.
     *
     * @return whether nobody else was faster
     */
    boolean begin(ScanRow scan, String reader, LocalDateTime at) {
        return db.sql(
                                "update scan set state = 'READING', progress = 0, reader = ?, started_at = ?, version = version + 1"
                                        + " where id = ? and state = 'QUEUED' and version = ?")
                        .params(reader, at, scan.id(), scan.version())
                        .update()
                == 1;
    }

    private static final String STILL_OURS = " where id = ? and state = 'READING' and version = ? + 1";

    /** @return whether it is to be gone on with */
    boolean progress(ScanRow scan, double share) {
        return db.sql("update scan set progress = ?" + STILL_OURS)
                        .params(share, scan.id(), scan.version())
                        .update()
                == 1;
    }

    boolean stop(Collector me, long id, LocalDateTime at) {
        return db.sql("update scan set state = 'STOPPED', ended_at = ?, version = version + 1"
                                + " where id = ? and collector_id = ? and state in ('QUEUED', 'READING')")
                        .params(at, id, me.id())
                        .update()
                == 1;
    }

    void fail(ScanRow scan, String why, String wayOn, LocalDateTime at) {
        db.sql("update scan set state = 'FAILED', why = ?, way_on = ?, ended_at = ?, version = version + 1"
                        + STILL_OURS)
                .params(cut(why, 600), cut(wayOn, 600), at, scan.id(), scan.version())
                .update();
    }

    /** Which page it turned out to be; kept as soon as it is known. */
    void found(ScanRow scan, long chart, int page) {
        db.sql("update scan set chart_id = ?, page = ?" + STILL_OURS)
                .params(chart, page, scan.id(), scan.version())
                .update();
    }

    boolean propose(ScanRow scan, Outcome o, LocalDateTime at) {
        return db.sql("""
                update scan set state = 'PROPOSED', progress = 1, chart_id = ?, page = ?, map = ?, residual_mm = ?, paper_l = ?,
                       paper_a = ?, paper_b = ?, unevenness = ?, blur_mm = ?, checker = ?, trust = ?, notes = ?, why = '',
                       way_on = '', device_id = ?, eye = ?, arithmetic = ?, ended_at = ?, version = version + 1
                where id = ? and state = 'READING' and version = ? + 1
                """)
                        .params(
                                o.chart,
                                o.page,
                                o.map,
                                o.residualMm,
                                o.paperL,
                                o.paperA,
                                o.paperB,
                                o.unevenness,
                                o.blurMm,
                                o.checker,
                                o.trust,
                                cut(o.notes, 2000),
                                o.device,
                                o.eye,
                                o.arithmetic,
                                at,
                                scan.id(),
                                scan.version())
                        .update()
                == 1;
    }

    /** Held until the act is done: of two windows that accept at once, one does. */
    boolean isProposed(Collector me, long id) {
        return db.sql("select id from scan where id = ? and collector_id = ? and state = 'PROPOSED' for update")
                .params(id, me.id())
                .query(Long.class)
                .optional()
                .isPresent();
    }

    // ---- cells ------------------------------------------------------------------------------------------------------

    void clearCells(long scan) {
        db.sql("delete from scan_cell where scan_id = ?").param(scan).update();
    }

    void addCell(long collector, long scan, int cell, String result, byte[] crop, boolean leftOut) {
        db.sql("insert into scan_cell (collector_id, scan_id, cell, result, crop, left_out) values (?, ?, ?, ?, ?, ?)")
                .params(collector, scan, cell, result, crop, leftOut)
                .update();
    }

    List<CellRow> cells(Collector me, long scan) {
        return db.sql(
                        "select id, cell, result, left_out from scan_cell where scan_id = ? and collector_id = ? order by cell")
                .params(scan, me.id())
                .query(CellRow.class)
                .list();
    }

    Optional<byte[]> crop(Collector me, long scan, int cell) {
        return db.sql("select crop from scan_cell where scan_id = ? and cell = ? and collector_id = ?")
                .params(scan, cell, me.id())
                .query((rs, n) -> rs.getBytes(1))
                .optional();
    }

    boolean leaveOut(Collector me, long scan, int cell, boolean out) {
        return db.sql("update scan_cell set left_out = ? where scan_id = ? and cell = ? and collector_id = ?")
                        .params(out, scan, cell, me.id())
                        .update()
                == 1;
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most - 1) + "…";
    }
}
