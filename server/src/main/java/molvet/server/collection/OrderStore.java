package molvet.server.collection;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.collection.Family;
import molvet.core.collection.Swatchable;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.colour.Runs;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What paints are put into order by, and what is lettered on their cards. */
@Repository
public class OrderStore {
    private final JdbcClient db;

    OrderStore(JdbcClient db) {
        this.db = db;
    }

    /** A paint as its card names it. {@code other}: its name in a second language; {@code lightfastness} as the maker writes it. */
    public record CardRow(
            long id,
            int accession,
            String name,
            String other,
            String initials,
            String maker,
            @Nullable Integer series,
            String lightfastness,
            String voices,
            String recipe,
            String catalogueNumber,
            @Nullable String family,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable Double tintL,
            @Nullable Double tintA,
            @Nullable Double tintB,
            @Nullable Double granulation,
            @Nullable String curve,
            boolean modelled) {
        public String number() {
            return new Accession(accession).toString();
        }

        public Recipe pigments() {
            return VoiceStore.recipe(recipe);
        }

        public Optional<Lab> massTone() {
            return massL == null ? Optional.empty() : Optional.of(Lab.of(massL, massA, massB));
        }

        /** From full strength to palest; empty for a paint that was not measured. */
        public Optional<WashRun> run() {
            return massTone().map(m -> Runs.of(curve, modelled, m, Lab.of(tintL, tintA, tintB)));
        }

        /**
         * How long it lasts, for lettering on paper: the verdict, and behind it the claim where the two differ; the claim alone,
         * said to be one, where nothing else is known.
         */
        public String lasting() {
            PackedVoices.Heard heard = PackedVoices.read(voices).get(Trait.LIGHTFASTNESS);
            Optional<Grade> verdict = heard == null ? Optional.empty() : heard.verdict();
            String claim = lightfastness.isEmpty() ? "" : "label " + lightfastness;
            if (verdict.isEmpty()) return claim;
            boolean borneOut = claim.isEmpty() || heard.label().equals(verdict);
            return verdict.get().words() + (borneOut ? "" : " (" + claim + ")");
        }

        public Swatchable swatchable() {
            return new Swatchable(
                    String.valueOf(id),
                    name,
                    pigments(),
                    run(),
                    Optional.ofNullable(family).map(Family::valueOf),
                    catalogueNumber);
        }
    }

    /** By id; those of others are left out. */
    public Map<Long, CardRow> cards(Collector me, Collection<Long> paints) {
        Map<Long, CardRow> all = new LinkedHashMap<>();
        List<Long> ids = paints.stream().distinct().toList();
        if (ids.isEmpty()) return all;
        db.sql("""
                select p.id, p.accession, p.name,
                       coalesce((select n.name from colour_name n where n.colour_id = p.colour_id
                                 order by n.language limit 1), '') other,
                       coalesce(m.initials, '') initials, coalesce(m.name, '') maker, p.series,
                       p.claim_lightfastness lightfastness, p.voices, p.recipe, coalesce(c.catalogue_number, '') catalogue_number,
                        p.family, p.mass_l, p.mass_a, p.mass_b, p.tint_l, p.tint_a, p.tint_b,
                       p.granulation, p.curve, p.modelled
                from paint p
                left join maker m on m.id = p.maker_id
                left join colour c on c.id = p.colour_id

                where p.collector_id = :me and p.id in (:ids)
                """)
                .param("me", me.id())
                .param("ids", ids)
                .query(CardRow.class)
                .list()
                .forEach(r -> all.put(r.id, r));
        return all;
    }
}
