package molvet.server.mixing;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.server.colour.Runs;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of mixtures. */
@Repository
class MixStore {
    private final JdbcClient db;

    MixStore(JdbcClient db) {
        this.db = db;
    }

    record MixRow(
            long id,
            int number,
            String name,
            boolean liked,
            String note,
            @Nullable Long chartCellId,
            @Nullable Long scanId,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable Double tintL,
            @Nullable Double tintA,
            @Nullable Double tintB,
            @Nullable String curve,
            boolean modelled,
            double strength,
            @Nullable Double granulation,
            @Nullable Double separation,
            @Nullable Double foreseenL,
            @Nullable Double foreseenA,
            @Nullable Double foreseenB,
            @Nullable Double foreseenOff,
            LocalDateTime madeAt,
            int version,
            @Nullable Long chartId,
            @Nullable Integer position) {
        Optional<Lab> massTone() {
            return massL == null ? Optional.empty() : Optional.of(new Lab(massL, massA, massB));
        }

        Optional<Lab> tint() {
            return tintL == null ? Optional.empty() : Optional.of(new Lab(tintL, tintA, tintB));
        }

        /** As it was painted; empty for one that is only foreseen. */
        Optional<WashRun> run() {
            return massTone().map(m -> Runs.of(curve, modelled, m, tint().orElse(m)));
        }

        Optional<Lab> foreseen() {
            return foreseenL == null ? Optional.empty() : Optional.of(new Lab(foreseenL, foreseenA, foreseenB));
        }

        String code() {
            return String.format("X-%04d", number);
        }
    }

    record PartRow(long mixId, long paintId, double part) {}

    private static final String MIX = """
            select x.id, x.number, x.name, x.liked, x.note, x.chart_cell_id, x.scan_id, x.mass_l, x.mass_a, x.mass_b,
                   x.tint_l, x.tint_a, x.tint_b, x.curve, x.modelled, x.strength, x.granulation, x.separation, x.foreseen_l, x.foreseen_a, x.foreseen_b,
                   x.foreseen_off, x.made_at, x.version, c.chart_id, c.position
            from mix x left join chart_cell c on c.id = x.chart_cell_id
            where x.collector_id = ?
            """;

    /** Newest first. */
    List<MixRow> all(Collector me) {
        return db.sql(MIX + " order by x.number desc")
                .param(me.id())
                .query(MixRow.class)
                .list();
    }

    Optional<MixRow> mix(Collector me, long id) {
        return db.sql(MIX + " and x.id = ?")
                .params(me.id(), id)
                .query(MixRow.class)
                .optional();
    }

    /** By mixture. */
    Map<Long, List<PartRow>> parts(Collector me) {
        Map<Long, List<PartRow>> all = new HashMap<>();
        db.sql("select mix_id, paint_id, part from mix_part where collector_id = ? order by id")
                .param(me.id())
                .query(PartRow.class)
                .list()
                .forEach(p ->
                        all.computeIfAbsent(p.mixId(), k -> new ArrayList<>()).add(p));
        return all;
    }

    Optional<Long> ofCell(Collector me, long cell) {
        return db.sql("select id from mix where collector_id = ? and chart_cell_id = ?")
                .params(me.id(), cell)
                .query(Long.class)
                .optional();
    }

    List<String> codesWith(Collector me, long paint) {
        return db.sql("""
                        select x.number from mix x join mix_part t on t.mix_id = x.id
                        where x.collector_id = ? and t.paint_id = ? order by x.number
                        """).params(me.id(), paint).query(Integer.class).list().stream()
                .map(n -> String.format("X-%04d", n))
                .toList();
    }

    int nextNumber(Collector me) {
        return db.sql("select coalesce(max(number), 0) + 1 from mix where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    int count(Collector me) {
        return db.sql("select count(*) from mix where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    /** What was painted, as it changes when any of it does: how many, the newest, and how often they were changed. */
    record Stamp(long many, long newest, long changes) {}

    Stamp stamp(Collector me) {
        return db.sql("""
                        select count(*) many, coalesce(max(x.id), 0) newest, coalesce(sum(x.version), 0) changes
                        from mix x where x.collector_id = ? and x.mass_l is not null
                        """).param(me.id()).query(Stamp.class).single();
    }
}
