package molvet.server.collection;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Disputes;
import molvet.core.collection.Family;
import molvet.core.collection.MisleadingName;
import molvet.core.collection.Sample;
import molvet.core.collection.Strip;
import molvet.core.collection.WishLimit;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.colour.Runs;
import molvet.server.platform.Collector;
import molvet.server.platform.Parts;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Paints with all that is judged of them, many at once; and the disputes that were left. */
@Repository
public class VoiceStore {
    private final JdbcClient db;

    VoiceStore(JdbcClient db) {
        this.db = db;
    }

    /** A paint with its label, its voices and the reading that counts. */
    public record VoiceRow(
            long id,
            int accession,
            String name,
            String maker,
            @Nullable Long makerId,
            String line,
            String catalogueNumber,
            String labelText,
            String recipe,
            String standing,
            String hue,
            @Nullable Double warmth,
            String voices,
            String claimLightfastness,
            String claimTransparency,
            String claimStaining,
            String claimGranulation,
            @Nullable Long readingId,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable Double tintL,
            @Nullable Double tintA,
            @Nullable Double tintB,
            @Nullable Double covering,
            @Nullable Double granulation,
            @Nullable String curve,
            boolean modelled,
            @Nullable Double blackL,
            @Nullable Double blackA,
            @Nullable Double blackB,
            @Nullable LocalDateTime readAt) {
        public Recipe pigments() {
            return VoiceStore.recipe(recipe);
        }

        public Map<Trait, PackedVoices.Heard> heard() {
            return PackedVoices.read(voices);
        }

        /** As the core compares it; empty for a paint that was not measured. */
        public Optional<Sample> sample() {
            Map<Trait, PackedVoices.Heard> heard = heard();
            return run().map(run -> new Sample(
                    id,
                    name,
                    pigments(),
                    run,
                    heard.get(Trait.GRANULATION).verdict(),
                    heard.get(Trait.LIGHTFASTNESS).verdict(),
                    heard.get(Trait.TRANSPARENCY).verdict(),
                    heard.get(Trait.STAINING).verdict(),
                    overBlack()));
        }

        public Optional<Lab> massTone() {
            return massL == null ? Optional.empty() : Optional.of(new Lab(massL, massA, massB));
        }

        /** From full strength to palest; empty for a paint that was not measured. */
        public Optional<WashRun> run() {
            return massTone().map(m -> Runs.of(curve, modelled, m, tint().orElse(m)));
        }

        public Optional<Strip> strip() {
            return run().map(r -> Strip.of(r, Optional.ofNullable(covering), granulation));
        }

        public Optional<Lab> tint() {
            return tintL == null ? Optional.empty() : Optional.of(new Lab(tintL, tintA, tintB));
        }

        public Optional<Lab> overBlack() {
            return blackL == null ? Optional.empty() : Optional.of(new Lab(blackL, blackA, blackB));
        }

        String written(Trait trait) {
            return switch (trait) {
                case LIGHTFASTNESS -> claimLightfastness;
                case TRANSPARENCY -> claimTransparency;
                case STAINING -> claimStaining;
                case GRANULATION -> claimGranulation;
            };
        }

        /** What its own swatch shows. */
        public Optional<MisleadingName.Seen> seen() {
            return run().filter(r -> !hue.isEmpty()).map(r -> new MisleadingName.Seen(Family.valueOf(hue), r.half()));
        }

        public Disputes.Party party() {
            Map<Trait, Disputes.Said> said = new LinkedHashMap<>();
            heard().forEach((t, h) -> said.put(t, new Disputes.Said(written(t), h.label(), h.paper(), h.verdict())));
            return new Disputes.Party(id, name, maker, line, pigments(), labelText, said, massTone(), seen());
        }
    }

    /** A recipe as it is kept beside the paint, codes joined by “ + ”. */
    public static Recipe recipe(String kept) {
        return kept.isEmpty()
                ? Recipe.NONE
                : new Recipe(Arrays.stream(kept.split(" \\+ "))
                        .flatMap(c -> PigmentCode.parse(c).stream())
                        .toList());
    }

    private static final String ROWS = """
            select p.id, p.accession, p.name, coalesce(m.name, '') maker, p.maker_id, coalesce(l.name, '') line,
                   coalesce(c.catalogue_number, '') catalogue_number, p.label_text, p.recipe, p.standing, p.hue, p.warmth,
                   p.voices, p.claim_lightfastness, p.claim_transparency, p.claim_staining, p.claim_granulation,
                   p.reading_id, p.mass_l, p.mass_a, p.mass_b, p.tint_l, p.tint_a, p.tint_b, p.covering, p.granulation,
                   p.curve, p.modelled,
                   p.black_l, p.black_a, p.black_b, p.read_at
            from paint p
            left join maker m on m.id = p.maker_id and m.collector_id = p.collector_id
            left join line l on l.id = p.line_id and l.collector_id = p.collector_id
            left join colour c on c.id = p.colour_id and c.collector_id = p.collector_id
            where p.collector_id = :me
            """;

    /** All of a collection, by accession number. */
    public List<VoiceRow> all(Collector me) {
        return db.sql(ROWS + " order by p.accession")
                .param("me", me.id())
                .query(VoiceRow.class)
                .list();
    }

    /** @param at null where the facts were never worked out */
    record WorkedOut(long id, @Nullable LocalDateTime at) {}

    /** When the facts of each paint were worked out last; the index holds it all. */
    Map<Long, Optional<LocalDateTime>> workedOut(Collector me) {
        Map<Long, Optional<LocalDateTime>> all = new HashMap<>();
        db.sql("select id, worked_out_at at from paint where collector_id = ?")
                .param(me.id())
                .query(WorkedOut.class)
                .list()
                .forEach(w -> all.put(w.id(), Optional.ofNullable(w.at())));
        return all;
    }

    /** Some, in the order of the ids; those of others are left out. */
    public List<VoiceRow> some(Collector me, List<Long> ids) {
        Map<Long, VoiceRow> rows = new LinkedHashMap<>();
        for (List<Long> part : Parts.of(ids)) {
            db.sql(ROWS + " and p.id in (:ids)")
                    .param("me", me.id())
                    .param("ids", part)
                    .query(VoiceRow.class)
                    .list()
                    .forEach(r -> rows.put(r.id(), r));
        }
        return ids.stream().distinct().filter(rows::containsKey).map(rows::get).toList();
    }

    /** How each paint is liked, as it was said last: 2 loved, 1 liked, −1 not liked. */
    public Map<Long, Integer> liking(Collector me) {
        Map<Long, Integer> all = new HashMap<>();
        db.sql("""
                        select paint_id, value from observation
                        where collector_id = ? and trait = 'liking' order by seen_on, id
                        """)
                .param(me.id())
                .query((rs, n) -> all.put(
                        rs.getLong(1),
                        switch (rs.getString(2)) {
                            case "LOVED" -> 2;
                            case "LIKED" -> 1;
                            default -> -1;
                        }))
                .list();
        return all;
    }

    // ---- disputes that were left ------------------------------------------------------------------------------------

    record LeftRow(long id, long paintId, String kind, String mark, String reason, LocalDateTime leftAt) {}

    List<LeftRow> left(Collector me) {
        return db.sql("select id, paint_id, kind, mark, reason, left_at from left_dispute where collector_id = ?")
                .param(me.id())
                .query(LeftRow.class)
                .list();
    }

    // ---- wishes -----------------------------------------------------------------------------------------------------

    public record WishRow(
            long paintId,
            String reason,
            @Nullable BigDecimal mostPerMl,
            @Nullable BigDecimal mostPrice,
            @Nullable String currency,
            LocalDate on) {
        public WishLimit limit() {
            return new WishLimit(money(mostPrice), money(mostPerMl));
        }

        private Optional<Money> money(@Nullable BigDecimal amount) {
            return amount == null || currency == null
                    ? Optional.empty()
                    : Optional.of(Money.of(CurrencyUnit.of(currency), amount, RoundingMode.HALF_UP));
        }
    }

    public List<WishRow> wishes(Collector me) {
        return db.sql("""
                select paint_id, reason, most_per_ml, most_price, currency, date(wished_at) `on` from wish where collector_id = ?
                """).param(me.id()).query(WishRow.class).list();
    }
}
