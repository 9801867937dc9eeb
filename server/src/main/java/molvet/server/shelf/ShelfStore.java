package molvet.server.shelf;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.account.Collector;
import molvet.server.account.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
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

    /** What is told of a keeper beside its size. @param pocketWidth and height in mm, 0 if not measured */
    record Told(String name, double pocketWidth, double pocketHeight) {
        static final Told NOTHING = new Told("", 0, 0);
    }

    long addKeeper(Collector me, Keeper k, Told told) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into keeper (collector_id, kind, number, name, pages, cells, pocket_width, pocket_height)
                values (?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        k.kind().name(),
                        k.number(),
                        told.name,
                        k.pages(),
                        k.cells(),
                        told.pocketWidth,
                        told.pocketHeight)
                .update(key, "id");
        return key.getKey().longValue();
    }

    boolean changeKeeper(Collector me, long id, int version, Keeper k, Told told) {
        return db.sql("""
                update keeper set number = ?, name = ?, pages = ?, cells = ?, pocket_width = ?, pocket_height = ?,
                       version = version + 1 where id = ? and collector_id = ? and version = ?
                """)
                        .params(
                                k.number(),
                                told.name,
                                k.pages(),
                                k.cells(),
                                told.pocketWidth,
                                told.pocketHeight,
                                id,
                                me.id(),
                                version)
                        .update()
                == 1;
    }

    void keepOrder(Collector me, long id, String school) {
        db.sql("update keeper set school = ? where id = ? and collector_id = ?")
                .params(school, id, me.id())
                .update();
    }

    /** A walk begins, or with nothing ends. */
    void walk(Collector me, long id, @Nullable Instant at) {
        db.sql("update keeper set walk_at = ? where id = ? and collector_id = ?")
                .params(at == null ? null : Utc.of(at), id, me.id())
                .update();
    }

    /** @param in the keeper it was seen in, if that is not its own */
    void seen(Collector me, long swatch, @Nullable Instant at, @Nullable Long in) {
        db.sql("update swatch set seen_at = ?, seen_in = ? where id = ? and collector_id = ?")
                .params(at == null ? null : Utc.of(at), in, swatch, me.id())
                .update();
    }

    /** Filed in one keeper, but last seen in another. */
    List<SwatchRow> elsewhere(Collector me) {
        return db.sql(SWATCH + " and seen_in is not null and (keeper_id is null or keeper_id <> seen_in) limit 500")
                .param("me", me.id())
                .query(SwatchRow.class)
                .list();
    }

    record RefilingRow(long id, long keeperId, String said, String wished, int done, LocalDateTime startedAt) {}

    Optional<RefilingRow> refiling(Collector me, long keeper) {
        return db.sql("""
                select id, keeper_id, said, wished, done, started_at from refiling where collector_id = ? and keeper_id = ?
                """).params(me.id(), keeper).query(RefilingRow.class).optional();
    }

    long addRefiling(Collector me, long keeper, String said, String wished, Instant at) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("insert into refiling (collector_id, keeper_id, said, wished, started_at) values (?, ?, ?, ?, ?)")
                .params(me.id(), keeper, said, wished, Utc.of(at))
                .update(key, "id");
        return key.getKey().longValue();
    }

    void refiled(Collector me, long id) {
        db.sql("update refiling set done = done + 1, version = version + 1 where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    void deleteRefiling(Collector me, long id) {
        db.sql("delete from refiling where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    void deleteKeeper(Collector me, long id) {
        db.sql("delete from keeper where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
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
            select id, paint_id, keeper_id, position, state, painted_on, note, kind, width, height, seen_at, seen_in, version
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

    /** A piece of paper that carries a swatch. @param kind see {@link Shelf.SwatchKind}; sides in mm, 0 if not measured */
    public record Piece(String kind, double width, double height) {
        static final Piece CARD = new Piece("CARD", 0, 0);
    }

    long addSwatch(Collector me, long paint, @Nullable LocalDate paintedOn, String note, Piece piece) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into swatch (collector_id, paint_id, state, painted_on, note, kind, width, height)
                values (?, ?, 'CURRENT', ?, ?, ?, ?, ?)
                """)
                .params(me.id(), paint, paintedOn, note, piece.kind, piece.width, piece.height)
                .update(key, "id");
        return key.getKey().longValue();
    }

    void put(Collector me, long swatch, @Nullable Long keeper, @Nullable Integer position) {
        db.sql(
                        "update swatch set keeper_id = ?, position = ?, seen_in = null, version = version + 1 where id = ? and collector_id = ?")
                .params(keeper, position, swatch, me.id())
                .update();
    }

    void state(Collector me, long swatch, String state) {
        db.sql("update swatch set state = ?, version = version + 1 where id = ? and collector_id = ?")
                .params(state, swatch, me.id())
                .update();
    }

    void event(Collector me, long swatch, Instant at, String said) {
        db.sql("insert into swatch_event (collector_id, swatch_id, at, said) values (?, ?, ?, ?)")
                .params(me.id(), swatch, Utc.of(at), said.length() > 200 ? said.substring(0, 199) + "…" : said)
                .update();
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
}
