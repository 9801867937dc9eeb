package molvet.server.collection;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.colour.Lab;
import molvet.core.colour.Reach;
import molvet.core.shelf.Find;
import molvet.core.shelf.FindTerm;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Colours of single paints, which others are found by: near it, warmer than it. */
@Repository
class ColourStore {
    private final JdbcClient db;

    ColourStore(JdbcClient db) {
        this.db = db;
    }

    record Seen(
            long id,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            String hue,
            @Nullable Double warmth) {
        Lab lab() {
            return new Lab(massL, massA, massB);
        }
    }

    Optional<Seen> seen(Collector me, Accession number) {
        return db.sql(
                        "select id, mass_l, mass_a, mass_b, hue, warmth from paint where collector_id = ? and accession = ?")
                .params(me.id(), number.number())
                .query(Seen.class)
                .optional();
    }

    /** What a find asks of paints that cannot answer it. */
    List<Find.Trouble> troubles(Collector me, Find find) {
        List<Find.Trouble> all = new ArrayList<>();
        for (FindTerm t : find.terms()) {
            Optional<Accession> of = t instanceof FindTerm.Near n
                    ? Optional.of(n.to())
                    : t instanceof FindTerm.Warmer w ? Optional.of(w.than()) : Optional.empty();
            if (of.isEmpty()) continue;
            Optional<Seen> seen = seen(me, of.get());
            String why = seen.isEmpty()
                    ? "There is no " + of.get() + " in your collection."
                    : seen.get().massL() == null
                            ? of.get() + " is not measured yet: read its swatch first."
                            : t instanceof FindTerm.Warmer && seen.get().warmth() == null
                                    ? of.get() + " is a neutral, which is neither warm nor cool."
                                    : "";
            if (!why.isEmpty()) all.add(new Find.Trouble(-1, t.written(), why));
        }
        return all;
    }

    /** Paints whose mass tone is so near, by CIEDE2000. */
    List<Long> near(Collector me, FindTerm.Near near) {
        Optional<Seen> of = seen(me, near.to()).filter(s -> s.massL() != null);
        if (of.isEmpty()) return List.of();
        double within = near.within().doubleValue();
        Lab lab = of.get().lab();
        Reach reach = Reach.of(lab, within);
        return db
                .sql("""
                        select id, mass_l, mass_a, mass_b from paint
                        where collector_id = ? and mass_l between ? and ? and mass_a between ? and ? and mass_b between ? and ?
                        """)
                .params(
                        me.id(),
                        lab.l() - reach.l(),
                        lab.l() + reach.l(),
                        lab.a() - reach.ab(),
                        lab.a() + reach.ab(),
                        lab.b() - reach.ab(),
                        lab.b() + reach.ab())
                .query((rs, n) -> new Seen(rs.getLong(1), rs.getDouble(2), rs.getDouble(3), rs.getDouble(4), "", null))
                .list()
                .stream()
                .filter(s -> s.lab().differenceFrom(lab) <= within)
                .map(Seen::id)
                .toList();
    }
}
