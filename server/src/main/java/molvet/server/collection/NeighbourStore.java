package molvet.server.collection;

import java.util.List;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.collection.ColourTerms;
import molvet.core.colour.DifferenceBox;
import molvet.core.colour.Lab;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Colours of single paints, which others are found by: near it, warmer than it. */
@Repository
class NeighbourStore {
    private final JdbcClient db;

    NeighbourStore(JdbcClient db) {
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

    /** The pigments of one, each once. */
    List<String> codes(Collector me, Accession number) {
        return db.sql("""
                        select distinct g.code from paint p join paint_pigment g on g.paint_id = p.id
                        where p.collector_id = ? and p.accession = ?
                        """).params(me.id(), number.number()).query(String.class).list();
    }

    /** Paints whose mass tone is so near, by CIEDE2000. */
    List<Long> near(Collector me, ColourTerms.Near near) {
        Optional<Seen> of = seen(me, near.to()).filter(s -> s.massL() != null);
        if (of.isEmpty()) return List.of();
        double within = near.within().doubleValue();
        Lab lab = of.get().lab();
        DifferenceBox reach = DifferenceBox.of(lab, within);
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
