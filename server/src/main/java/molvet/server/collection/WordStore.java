package molvet.server.collection;

import java.util.List;
import java.util.OptionalInt;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The words by which paints are found, kept beside them. */
@Repository
public class WordStore {
    private final JdbcClient db;

    WordStore(JdbcClient db) {
        this.db = db;
    }

    /** A word’s beginning, for LIKE. */
    static String beginning(String word) {
        return Clauses.escaped(word.length() > 60 ? word.substring(0, 60) : word) + "%";
    }

    /** Whether a name in the collection has a word that begins so. */
    public boolean isKnown(Collector me, String word) {
        return !db.sql("select 1 from paint_word where collector_id = ? and word like ? limit 1")
                .params(me.id(), beginning(word))
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    /** Whether a note, or what was kept of a label, holds it. */
    public boolean isNoted(Collector me, String word) {
        String holding = "%" + Clauses.escaped(word) + "%";
        return !db.sql("""
                        select 1 from paint p where p.collector_id = :me and (p.note like :holding or p.label_text like :holding)
                        union all
                        select 1 from holding h where h.collector_id = :me and h.note like :holding
                        limit 1
                        """)
                .param("me", me.id())
                .param("holding", holding)
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    /**
     * The number of the one paint of this name, whatever its case; where none has it, of the one whose name holds it in whole
     * words; empty where there is none, or several.
     */
    public OptionalInt called(Collector me, String name) {
        List<Integer> of = accessions(me, "name = ?", name);
        if (of.isEmpty()) of = accessions(me, "concat(' ', name, ' ') like ?", "% " + Clauses.escaped(name) + " %");
        return of.size() == 1 ? OptionalInt.of(of.get(0)) : OptionalInt.empty();
    }

    private List<Integer> accessions(Collector me, String where, String name) {
        return db.sql("select accession from paint where collector_id = ? and " + where + " limit 2")
                .params(me.id(), name)
                .query(Integer.class)
                .list();
    }

    /** The words there are that are about as long. */
    public List<String> asLongAs(Collector me, String word, int give) {
        return db.sql("select word from word where collector_id = ? and length between ? and ?")
                .params(me.id(), word.length() - give, word.length() + give)
                .query(String.class)
                .list();
    }
}
