package molvet.server.sharing;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.server.platform.Collector;
import molvet.server.platform.RowTexts;
import molvet.server.platform.Schema;
import molvet.server.platform.Table;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Rows of any table as they travel: days, times and decimals are texts, files are asked for one by one. */
@Repository
class WholeStore {
    private static final Set<String> HERE = Set.of("collector_id", "version");

    private final JdbcClient db;
    private final Schema schema;

    WholeStore(JdbcClient db, Schema schema) {
        this.db = db;
        this.schema = schema;
    }

    /** The columns of a table that travel, files among them; the row’s number first. */
    List<String> columns(Table table) {
        List<String> all = new ArrayList<>(schema.columns(table.name()));
        all.removeAll(HERE);
        all.removeAll(table.travel().stay());
        return all;
    }

    /** Its rows in order, without their files. */
    List<Map<String, Object>> rows(Collector me, Table table) {
        List<String> columns = new ArrayList<>(columns(table));
        columns.removeAll(schema.files(table.name()));
        return db
                .sql("select `" + String.join("`, `", columns) + "` from " + table.name()
                        + " where collector_id = ? order by id")
                .param(me.id())
                .query()
                .listOfRows()
                .stream()
                .map(RowTexts::of)
                .toList();
    }

    /** A file of a row. */
    Optional<byte[]> file(Collector me, String table, String column, long id) {
        return db.sql("select `" + column + "` from " + table + " where id = ? and collector_id = ?")
                .params(id, me.id())
                .query((rs, n) -> rs.getBytes(1))
                .optional();
    }

    /** So that what is catalogued next gets a number of its own. */
    void countOn(Collector me) {
        db.sql("""
                update collector set next_accession = greatest(next_accession,
                    1 + coalesce((select max(accession) from paint where collector_id = :me), 0)) where id = :me
                """).param("me", me.id()).update();
    }

    /** The number the next paint gets. */
    int nextAccession(Collector me) {
        return db.sql("select next_accession from collector where id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }
}
