package molvet.server.shelf;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.platform.Collector;
import molvet.server.platform.Parts;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of keepers and swatches. */
@Repository
public class ShelfStore {
    private final JdbcClient db;

    ShelfStore(JdbcClient db) {
        this.db = db;
    }

    public record KeeperRow(
            long id,
            String kind,
            int number,
            String name,
            int pages,
            int cells,
            String school,
            @Nullable LocalDateTime walkAt,
            double pocketWidth,
            double pocketHeight,
            int version,
            int filled) {
        public Keeper keeper() {
            return new Keeper(KeeperKind.valueOf(kind), number, pages, cells);
        }

        /** As it begins every place code in it: R2. */
        String code() {
            return KeeperKind.valueOf(kind).letter() + "" + number;
        }
    }

    public record SwatchRow(
            long id,
            long paintId,
            @Nullable Long keeperId,
            @Nullable Integer position,
            String state,
            @Nullable LocalDate paintedOn,
            String note,
            String kind,
            double width,
            double height,
            @Nullable LocalDateTime seenAt,
            @Nullable Long seenIn,
            @Nullable String lettered,
            int version) {}

    record EventRow(long swatchId, LocalDateTime at, String said) {}

    private static final String KEEPER = """
            select k.id, k.kind, k.number, k.name, k.pages, k.cells, k.school, k.walk_at, k.pocket_width, k.pocket_height,
                   k.version,
                   (select count(*) from swatch s where s.keeper_id = k.id and s.collector_id = k.collector_id) filled
            from keeper k where k.collector_id = :me
            """;

    List<KeeperRow> keepers(Collector me) {
        return db.sql(
                        KEEPER
                                + " order by field(k.kind, 'RING','BINDER','SKETCHBOOK','LID','BOX','WALL'), k.number limit 1000")
                .param("me", me.id())
                .query(KeeperRow.class)
                .list();
    }

    Optional<KeeperRow> keeper(Collector me, long id) {
        return db.sql(KEEPER + " and k.id = :id")
                .param("me", me.id())
                .param("id", id)
                .query(KeeperRow.class)
                .optional();
    }

    Optional<KeeperRow> keeper(Collector me, PlaceCode.KeeperCode code) {
        return db.sql(KEEPER + " and k.kind = :kind and k.number = :number")
                .param("me", me.id())
                .param("kind", code.kind().name())
                .param("number", code.number())
                .query(KeeperRow.class)
                .optional();
    }

    /** Filed in one keeper, but last seen in another. */
    List<SwatchRow> elsewhere(Collector me) {
        return db.sql(SWATCH + " and seen_in is not null and (keeper_id is null or keeper_id <> seen_in) limit 500")
                .param("me", me.id())
                .query(SwatchRow.class)
                .list();
    }

    record RefilingRow(
            long id, long keeperId, String said, String wished, int done, LocalDateTime startedAt, int version) {}

    Optional<RefilingRow> refiling(Collector me, long keeper) {
        return db.sql("""
                                select id, keeper_id, said, wished, done, started_at, version from refiling
                where collector_id = ? and keeper_id = ?
                """).params(me.id(), keeper).query(RefilingRow.class).optional();
    }

    /** Swatch by position, locked until the act is done so that two people cannot take one place. */
    TreeMap<Integer, Long> taken(Collector me, long keeper) {
        TreeMap<Integer, Long> taken = new TreeMap<>();
        db.sql("select position, id from swatch where collector_id = ? and keeper_id = ? for update")
                .params(me.id(), keeper)
                .query(rs -> {
                    taken.put(rs.getInt(1), rs.getLong(2));
                });
        return taken;
    }

    private static final String SWATCH = """
            select id, paint_id, keeper_id, position, state, painted_on, note, kind, width, height, seen_at, seen_in,
                   lettered, version
            from swatch where collector_id = :me
            """;

    public Optional<SwatchRow> swatch(Collector me, long id) {
        return db.sql(SWATCH + " and id = :id")
                .param("me", me.id())
                .param("id", id)
                .query(SwatchRow.class)
                .optional();
    }

    List<SwatchRow> swatchesOf(Collector me, long paint) {
        return db.sql(SWATCH + " and paint_id = :paint order by state = 'CURRENT' desc, keeper_id is null, id desc")
                .param("me", me.id())
                .param("paint", paint)
                .query(SwatchRow.class)
                .list();
    }

    List<SwatchRow> swatchesIn(Collector me, long keeper) {
        return db.sql(SWATCH + " and keeper_id = :keeper order by position")
                .param("me", me.id())
                .param("keeper", keeper)
                .query(SwatchRow.class)
                .list();
    }

    /** The nearest swatch before or after a position. */
    Optional<SwatchRow> neighbour(Collector me, long keeper, int position, boolean after) {
        String side = after
                ? " and position > :at order by position limit 1"
                : " and position < :at order by position desc limit 1";
        return db.sql(SWATCH + " and keeper_id = :keeper" + side)
                .param("me", me.id())
                .param("keeper", keeper)
                .param("at", position)
                .query(SwatchRow.class)
                .optional();
    }

    /** Why a swatch does not go into a keeper, if both are measured and it does not. */
    Optional<String> tooLarge(Collector me, long swatch, long keeper) {
        return db.sql("""
                select s.width, s.height, k.pocket_width, k.pocket_height from swatch s, keeper k
                where s.id = ? and s.collector_id = ? and k.id = ? and k.collector_id = ?
                """)
                .params(swatch, me.id(), keeper, me.id())
                .query((rs, n) -> new double[] {rs.getDouble(1), rs.getDouble(2), rs.getDouble(3), rs.getDouble(4)})
                .optional()
                .filter(d -> d[0] > 0 && d[2] > 0)
                .filter(d -> Math.min(d[0], d[1]) > Math.min(d[2], d[3]) + 0.05
                        || Math.max(d[0], d[1]) > Math.max(d[2], d[3]) + 0.05)
                .map(d -> String.format(
                        java.util.Locale.ROOT,
                        "It measures %.1f × %.1f mm, and the pockets there %.1f × %.1f mm: it does not go in.",
                        d[0],
                        d[1],
                        d[2],
                        d[3]));
    }

    List<EventRow> events(Collector me, long paint) {
        return db.sql("""
                select e.swatch_id, e.at, e.said from swatch_event e join swatch s on s.id = e.swatch_id
                where e.collector_id = ? and s.paint_id = ? order by e.id
                """).params(me.id(), paint).query(EventRow.class).list();
    }

    String paintName(Collector me, long paint) {
        return db.sql("select name from paint where id = ? and collector_id = ?")
                .params(paint, me.id())
                .query(String.class)
                .optional()
                .orElse("a paint");
    }

    Optional<Long> currentSwatch(Collector me, long paint) {
        return db.sql("""
                select id from swatch where collector_id = ? and paint_id = ? and state = 'CURRENT'
                order by kind in ('STRIP', 'WRAPPER', 'LEAFLET'), keeper_id is null, id desc limit 1
                """).params(me.id(), paint).query(Long.class).optional();
    }

    Optional<LocalDate> lastPainted(Collector me, long paint) {
        return db.sql("select max(painted_on) from swatch where collector_id = ? and paint_id = ?")
                .params(me.id(), paint)
                .query((rs, n) -> Optional.ofNullable(rs.getObject(1, LocalDate.class)))
                .single();
    }

    int swatches(Collector me, long paint) {
        return db.sql("select count(*) from swatch where collector_id = ? and paint_id = ?")
                .params(me.id(), paint)
                .query(Integer.class)
                .single();
    }

    /** The place of a swatch. */
    record PlaceRow(long swatchId, String kind, int number, int pages, int cells, int position) {
        PlaceCode place() {
            return new Keeper(KeeperKind.valueOf(kind), number, pages, cells).place(position);
        }
    }

    /** By swatch; of those that are filed. */
    Map<Long, PlaceCode> places(Collector me, Collection<Long> swatches) {
        Map<Long, PlaceCode> all = new HashMap<>();
        for (List<Long> part : Parts.of(swatches)) {
            db.sql("""
                select s.id swatch_id, k.kind, k.number, k.pages, k.cells, s.position
                from swatch s join keeper k on k.id = s.keeper_id where s.collector_id = :me and s.id in (:ids)
                """)
                    .param("me", me.id())
                    .param("ids", part)
                    .query(PlaceRow.class)
                    .list()
                    .forEach(p -> all.put(p.swatchId, p.place()));
        }
        return all;
    }

    /** Those of the paints of which a swatch was lost. */
    Set<Long> lost(Collector me, Collection<Long> paints) {
        Set<Long> all = new HashSet<>();
        for (List<Long> part : Parts.of(paints)) {
            all.addAll(db.sql(
                            "select paint_id from swatch where collector_id = :me and state = 'LOST' and paint_id in (:ids)")
                    .param("me", me.id())
                    .param("ids", part)
                    .query(Long.class)
                    .list());
        }
        return all;
    }
}
