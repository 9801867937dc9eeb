package molvet.server.collection;

import java.util.List;
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

    /** The words there are that are about as long. */
    public List<String> asLongAs(Collector me, String word, int give) {
        return db.sql("select word from word where collector_id = ? and length between ? and ?")
                .params(me.id(), word.length() - give, word.length() + give)
                .query(String.class)
                .list();
    }
}
