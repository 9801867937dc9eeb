package molvet.server.chart;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import molvet.core.arrival.DotCard;
import molvet.core.chart.Plan;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of charts and their cells, and of the paper they are painted on. */
@Repository
class ChartStore {
    private final JdbcClient db;

    ChartStore(JdbcClient db) {
        this.db = db;
    }

    record ChartRow(
            long id,
            int number,
            String title,
            String form,
            String school,
            String spec,
            String note,
            LocalDateTime createdAt,
            int version) {
        String code() {
            return String.format("C-%04d", number);
        }
    }

    record CellRow(
            long id,
            long chartId,
            int position,
            @Nullable Long paintId,
            @Nullable Long secondId,
            int part,
            int secondPart,
            @Nullable Long thirdId,
            int thirdPart,
            @Nullable Long swatchId,
            String state,
            @Nullable LocalDateTime paintedAt,
            @Nullable LocalDateTime dryAt,
            String eye,
            String note,
            int version) {
        /** What a cell holds: a paint, or parts of two or of three. */
        record Holds(
                @Nullable Long paint,
                @Nullable Long second,
                int part,
                int secondPart,
                @Nullable Long third,
                int thirdPart) {
            static final Holds NOTHING = one(null);

            static Holds one(@Nullable Long paint) {
                return new Holds(paint, null, 1, 1, null, 1);
            }

            /** @param order the paints of the chart, by their numbers in its cells */
            static Holds of(Plan.Cell cell, List<Long> order) {
                List<Plan.Cell.Share> all = cell.holds();
                return new Holds(
                        order.get(cell.paint()),
                        all.size() > 1 ? order.get(all.get(1).paint()) : null,
                        all.get(0).parts(),
                        all.size() > 1 ? all.get(1).parts() : 1,
                        all.size() > 2 ? order.get(all.get(2).paint()) : null,
                        all.size() > 2 ? all.get(2).parts() : 1);
            }

            boolean isMixture() {
                return second != null;
            }
        }

        /** Of a chart just planned; a cell without a paint is left bare. */
        static CellRow planned(long chart, int position, Holds holds) {
            String state = holds.paint == null ? "BARE" : "PLANNED";
            return new CellRow(
                    0,
                    chart,
                    position,
                    holds.paint,
                    holds.second,
                    holds.part,
                    holds.secondPart,
                    holds.third,
                    holds.thirdPart,
                    null,
                    state,
                    null,
                    null,
                    "",
                    "",
                    1);
        }

        Holds holds() {
            return new Holds(paintId, secondId, part, secondPart, thirdId, thirdPart);
        }

        /** The paints it holds with their parts, the leading one first. */
        List<Sheets.Square.Portion> portions() {
            List<Sheets.Square.Portion> all = new ArrayList<>();
            if (paintId != null) all.add(new Sheets.Square.Portion(paintId, part));
            if (secondId != null) all.add(new Sheets.Square.Portion(secondId, secondPart));
            if (thirdId != null) all.add(new Sheets.Square.Portion(thirdId, thirdPart));
            return all;
        }

        boolean isPainted() {
            return state.equals("PAINTED");
        }

        CellRow holding(Holds other) {
            return with(d -> d.holds = other);
        }

        CellRow withState(String newState) {
            return with(d -> d.state = newState);
        }

        CellRow withPainting(@Nullable Long swatch, LocalDateTime at, @Nullable LocalDateTime dry, String taps) {
            return with(d -> {
                d.swatch = swatch;
                d.state = "PAINTED";
                d.painted = at;
                d.dry = dry;
                d.eye = taps;
            });
        }

        CellRow withoutPainting() {
            return with(d -> {
                d.swatch = null;
                d.state = paintId == null ? "BARE" : "PLANNED";
                d.painted = null;
                d.dry = null;
                d.eye = "";
            });
        }

        CellRow withDry(LocalDateTime at) {
            return with(d -> d.dry = at);
        }

        CellRow withEye(String taps) {
            return with(d -> d.eye = taps);
        }

        /** With one more remark, as far as there is room. */
        CellRow noted(String more) {
            String all = note.isEmpty() ? more : note + "; " + more;
            return with(d -> d.note = all.length() > 300 ? all.substring(0, 299) + "…" : all);
        }

        private CellRow with(Consumer<Draft> change) {
            Draft d = new Draft(this);
            change.accept(d);
            return new CellRow(
                    id,
                    chartId,
                    position,
                    d.holds.paint,
                    d.holds.second,
                    d.holds.part,
                    d.holds.secondPart,
                    d.holds.third,
                    d.holds.thirdPart,
                    d.swatch,
                    d.state,
                    d.painted,
                    d.dry,
                    d.eye,
                    d.note,
                    version);
        }

        /** The parts that can be changed one by one. */
        private static final class Draft {
            private Holds holds;
            private @Nullable Long swatch;
            private String state;
            private @Nullable LocalDateTime painted;
            private @Nullable LocalDateTime dry;
            private String eye;
            private String note;

            Draft(CellRow of) {
                holds = of.holds();
                swatch = of.swatchId;
                state = of.state;
                painted = of.paintedAt;
                dry = of.dryAt;
                eye = of.eye;
                note = of.note;
            }
        }
    }

    record Summary(
            long id,
            int number,
            String title,
            String form,
            LocalDateTime createdAt,
            int cells,
            int painted,
            int drying,
            int unfiled) {}

    record PaperRow(
            long id,
            String name,
            String kind,
            double width,
            double height,
            @Nullable Integer weight,
            String surface,
            @Nullable Integer cotton,
            int sheets,
            String note,
            int version) {}

    private static final String CHART =
            "select id, number, title, form, school, spec, note, created_at, version from chart where collector_id = ?";

    Optional<ChartRow> chart(Collector me, long id) {
        return db.sql(CHART + " and id = ?")
                .params(me.id(), id)
                .query(ChartRow.class)
                .optional();
    }

    int lastNumber(Collector me) {
        return db.sql("select coalesce(max(number), 0) from chart where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    /** Those not done first, newest first. */
    List<Summary> charts(Collector me) {
        return db.sql("""
                select c.id, c.number, c.title, c.form, c.created_at,
                       (select count(*) from chart_cell x where x.chart_id = c.id and x.paint_id is not null) cells,
                       (select count(*) from chart_cell x where x.chart_id = c.id and x.state = 'PAINTED') painted,
                       (select count(*) from chart_cell x where x.chart_id = c.id and x.state = 'PAINTED'
                          and x.dry_at is null) drying,
                       (select count(*) from chart_cell x join swatch s on s.id = x.swatch_id
                        where x.chart_id = c.id and s.state = 'CURRENT' and s.keeper_id is null) unfiled
                from chart c where c.collector_id = ? order by c.number desc limit 1000
                """).param(me.id()).query(Summary.class).list();
    }

    private static final String CELL = """
            select id, chart_id, position, paint_id, second_id, part, second_part, third_id, third_part, swatch_id, state, painted_at, dry_at, eye, note, version
            from chart_cell where collector_id = ?
            """;

    List<CellRow> cells(Collector me, long chart) {
        return db.sql(CELL + " and chart_id = ? order by position")
                .params(me.id(), chart)
                .query(CellRow.class)
                .list();
    }

    /** The same, held until the act is done: two phones may paint one chart. */
    List<CellRow> cellsForUpdate(Collector me, long chart) {
        return db.sql(CELL + " and chart_id = ? order by position for update")
                .params(me.id(), chart)
                .query(CellRow.class)
                .list();
    }

    /** The place codes of a chart's swatches that are filed, by swatch. */
    Map<Long, String> places(Collector me, long chart) {
        Map<Long, String> all = new HashMap<>();
        db.sql("""
                select s.id, k.kind, k.number, k.pages, k.cells, s.position
                from chart_cell c join swatch s on s.id = c.swatch_id join keeper k on k.id = s.keeper_id
                where c.collector_id = ? and c.chart_id = ?
                """).params(me.id(), chart).query((RowCallbackHandler) rs -> all.put(
                rs.getLong(1),
                new Keeper(KeeperKind.valueOf(rs.getString(2)), rs.getInt(3), rs.getInt(4), rs.getInt(5))
                        .place(rs.getInt(6))
                        .toString()));
        return all;
    }

    /** When cells of charts of one form were painted, oldest of the latest first. */
    List<Instant> stamps(Collector me, String form) {
        return db.sql("""
                select painted_at from (
                    select x.painted_at from chart_cell x join chart c on c.id = x.chart_id
                    where x.collector_id = ? and c.form = ? and x.painted_at is not null
                    order by x.painted_at desc limit 200) latest order by painted_at
                """).params(me.id(), form).query(LocalDateTime.class).list().stream()
                .map(t -> t.toInstant(ZoneOffset.UTC))
                .toList();
    }

    /**
     * Where the paint itself is. {@code dot} and the three after it are set for a dot that is still there; {@code form} and
     * {@code kept} for another holding.
     */
    record Source(
            long paintId,
            @Nullable Integer dot,
            @Nullable Integer card,
            @Nullable String cardShape,
            @Nullable String form,
            @Nullable String kept) {
        /** The sheet, box or drawer that is taken up for it. */
        String taken() {
            if (dot != null) {
                DotCard.Place p = place();
                return "dot card " + card + ", sheet " + p.sheet();
            }
            return kept == null ? "" : kept;
        }

        String words() {
            if (dot != null) {
                DotCard.Place p = place();
                return "dot card " + card + ", sheet " + p.sheet() + ", row " + p.row() + ", " + p.column()
                        + " from the left";
            }
            String what =
                    form == null ? "" : form.toLowerCase(java.util.Locale.ROOT).replace('_', ' ');
            return kept == null || kept.isEmpty() ? what : what + ", " + kept;
        }

        private DotCard.Place place() {
            String[] shape = cardShape.split(" ");
            return new DotCard(
                            Integer.parseInt(shape[0]),
                            Integer.parseInt(shape[1]),
                            Integer.parseInt(shape[2]),
                            DotCard.Direction.valueOf(shape[3]))
                    .place(dot);
        }
    }

    /** By paint, pans before tubes before dots; a paint without a source has nothing left to paint with. */
    /** The number of a chart on which a paint is part of a mixture. */
    Optional<Integer> mixedOn(Collector me, long paint) {
        return db.sql("""
                        select c.number from chart_cell x join chart c on c.id = x.chart_id
                        where x.collector_id = :me and :paint in (x.paint_id, x.second_id, x.third_id) and x.second_id is not null
                        limit 1
                        """)
                .param("me", me.id())
                .param("paint", paint)
                .query(Integer.class)
                .optional();
    }

    Map<Long, Source> sources(Collector me, Collection<Long> paints) {
        Map<Long, Source> all = new HashMap<>();
        if (paints.isEmpty()) return all;
        db.sql("""
                select d.paint_id, d.position dot, c.number card,
                       concat_ws(' ', c.sheets, c.columns_across, c.rows_down, c.direction) card_shape, null form, null kept
                from dot d join dotcard c on c.id = d.dotcard_id
                where d.collector_id = :me and d.paint_id in (:ids) and d.state in ('THERE', 'SMEARED')
                """)
                .param("me", me.id())
                .param("ids", paints)
                .query(Source.class)
                .list()
                .forEach(s -> all.putIfAbsent(s.paintId, s));
        db.sql("""
                select h.paint_id, null dot, null card, null card_shape, h.form, h.kept_where kept
                from holding h
                where h.collector_id = :me and h.paint_id in (:ids) and h.left_percent > 0 and h.state = 'HERE'
                  and (h.form <> 'DOT' or not exists (select 1 from dot d where d.holding_id = h.id))
                order by field(h.form, 'TUBE', 'BOTTLE', 'SAMPLE', 'STICK', 'MINI_PAN', 'FULL_PAN', 'HALF_PAN')
                """)
                .param("me", me.id())
                .param("ids", paints)
                .query(Source.class)
                .list()
                .forEach(s -> all.put(s.paintId, s));
        return all;
    }

    /** Why a paint without a source has none. */
    Map<Long, String> whyNot(Collector me, Collection<Long> paints) {
        Map<Long, String> all = new HashMap<>();
        if (paints.isEmpty()) return all;
        db.sql("select p.id, p.standing from paint p where p.collector_id = :me and p.id in (:ids)")
                .param("me", me.id())
                .param("ids", paints)
                .query((RowCallbackHandler) rs -> all.put(
                        rs.getLong(1),
                        switch (rs.getString(2)) {
                            case "WISHED" -> "only wished for";
                            case "GONE" -> "used up, given away or lost";
                            default -> "nothing of it is at hand";
                        }));
        db.sql("""
                select h.paint_id, h.state from holding h
                where h.collector_id = :me and h.paint_id in (:ids) and h.state <> 'HERE'
                """).param("me", me.id()).param("ids", paints).query((RowCallbackHandler) rs -> all.put(
                rs.getLong(1),
                rs.getString(2).toLowerCase(java.util.Locale.ROOT).replace('_', ' ')));
        db.sql("""
                select d.paint_id, d.state from dot d
                where d.collector_id = :me and d.paint_id in (:ids) and d.state not in ('THERE', 'SMEARED')
                """).param("me", me.id()).param("ids", paints).query((RowCallbackHandler) rs -> all.put(
                rs.getLong(1),
                "its dot is "
                        + rs.getString(2).toLowerCase(java.util.Locale.ROOT).replace('_', ' ')));
        return all;
    }

    List<Long> ofArrival(Collector me, long arrival) {
        return db.sql("""
                select l.paint_id from arrival_line l where l.collector_id = ? and l.arrival_id = ? and l.paint_id is not null
                order by l.position
                """).params(me.id(), arrival).query(Long.class).list().stream()
                .distinct()
                .toList();
    }

    List<Long> ofDotCard(Collector me, long card) {
        return db.sql("""
                select paint_id from dot where collector_id = ? and dotcard_id = ? and paint_id is not null order by position
                """).params(me.id(), card).query(Long.class).list();
    }

    Optional<Long> makerOf(Collector me, long paint) {
        return db.sql("select maker_id from paint where id = ? and collector_id = ? and maker_id is not null")
                .params(paint, me.id())
                .query(Long.class)
                .optional();
    }

    List<Long> unpainted(Collector me) {
        return db.sql("""
                select id from paint where collector_id = ? and swatch_id is null and standing in ('OWNED', 'SAMPLED')
                order by order_key, id limit 2000
                """).param(me.id()).query(Long.class).list();
    }

    // ---- paper ------------------------------------------------------------------------------------------------------

    private static final String PAPER =
            "select id, name, kind, width, height, weight, surface, cotton, sheets, note, version from paper where collector_id = ?";

    List<PaperRow> papers(Collector me) {
        return db.sql(PAPER + " order by kind = 'OFFCUT', name, id limit 500")
                .param(me.id())
                .query(PaperRow.class)
                .list();
    }

    Optional<PaperRow> paper(Collector me, long id) {
        return db.sql(PAPER + " and id = ?")
                .params(me.id(), id)
                .query(PaperRow.class)
                .optional();
    }
}
