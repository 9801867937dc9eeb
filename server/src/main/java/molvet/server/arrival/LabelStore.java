package molvet.server.arrival;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import molvet.core.collection.Accession;
import molvet.server.platform.Collector;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What stands on a pan’s label. */
@Repository
class LabelStore {
    private final JdbcClient db;

    LabelStore(JdbcClient db) {
        this.db = db;
    }

    record Row(String accession, String name, String initials, String recipe) {}

    /** In the order of the holdings; those of others are left out. */
    List<Row> labels(Collector me, List<Long> holdings) {
        Map<Long, Row> all = new HashMap<>();
        db.sql("""
                select h.id, p.accession, p.name, coalesce(m.initials, ''), p.recipe
                from holding h join paint p on p.id = h.paint_id left join maker m on m.id = p.maker_id
                where h.collector_id = :me and h.id in (:ids)
                """).param("me", me.id()).param("ids", holdings).query((RowCallbackHandler) rs -> all.put(
                rs.getLong(1),
                new Row(new Accession(rs.getInt(2)).toString(), rs.getString(3), rs.getString(4), rs.getString(5))));
        return holdings.stream().map(all::get).filter(Objects::nonNull).toList();
    }
}
