package molvet.server.collection;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.Disputes;
import molvet.core.colour.Lab;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Paints with all that is judged of them, many at once; and the disputes that were left. */
@Repository
public class VoiceStore {
    private static final int ROWS_AT_ONCE = 5_000;
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
            @Nullable String curve,
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

        public Optional<Lab> massTone() {
            return massL == null ? Optional.empty() : Optional.of(new Lab(massL, massA, massB));
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

        public Disputes.Party party() {
            Map<Trait, Disputes.Said> said = new LinkedHashMap<>();
            heard().forEach((t, h) -> said.put(t, new Disputes.Said(written(t), h.label(), h.paper())));
            return new Disputes.Party(id, name, maker, line, pigments(), labelText, said, massTone());
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
                   p.reading_id, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b, r.covering, r.curve,
                   r.black_l, r.black_a, r.black_b, r.at read_at
            from paint p
            left join maker m on m.id = p.maker_id and m.collector_id = p.collector_id
            left join line l on l.id = p.line_id and l.collector_id = p.collector_id
            left join colour c on c.id = p.colour_id and c.collector_id = p.collector_id
            left join reading r on r.id = p.reading_id and r.collector_id = p.collector_id
            where p.collector_id = :me
            """;

    /** All of a collection, by accession number. */
    public List<VoiceRow> all(Collector me) {
        return db.sql(ROWS + " order by p.accession")
                .param("me", me.id())
                .query(VoiceRow.class)
                .list();
    }

    /** Some, in the order of the ids; those of others are left out. */
    public List<VoiceRow> some(Collector me, List<Long> ids) {
        Map<Long, VoiceRow> rows = new LinkedHashMap<>();
        for (int from = 0; from < ids.size(); from += ROWS_AT_ONCE) {
            db.sql(ROWS + " and p.id in (:ids)")
                    .param("me", me.id())
                    .param("ids", ids.subList(from, Math.min(ids.size(), from + ROWS_AT_ONCE)))
                    .query(VoiceRow.class)
                    .list()
                    .forEach(r -> rows.put(r.id(), r));
        }
        return ids.stream().distinct().filter(rows::containsKey).map(rows::get).toList();
    }

    /** Lets one note after another be joined to what is there: two at the same moment would both find nothing. */
    public void oneAtATime(Collector me) {
        db.sql("select id from collector where id = ? for update")
                .param(me.id())
                .query(Long.class)
                .single();
    }

    /** Another one after every act, in whatever order they end, and after every undoing of one. */
    String stamp(Collector me) {
        return db.sql(
                        "select concat(count(*), ' ', coalesce(max(id), 0), ' ', coalesce(max(undone_at), '')) from act where collector_id = ?")
                .param(me.id())
                .query(String.class)
                .single();
    }

    // ---- disputes that were left ------------------------------------------------------------------------------------

    record LeftRow(long id, long paintId, String kind, String mark, String reason, LocalDateTime leftAt) {}

    List<LeftRow> left(Collector me) {
        return db.sql("select id, paint_id, kind, mark, reason, left_at from left_dispute where collector_id = ?")
                .param(me.id())
                .query(LeftRow.class)
                .list();
    }

    long leave(Collector me, long paint, String kind, String mark, String reason, LocalDateTime at) {
        db.sql("""
                insert into left_dispute (collector_id, paint_id, kind, mark, reason, left_at) values (?, ?, ?, ?, ?, ?)
                on duplicate key update reason = values(reason), left_at = values(left_at)
                """).params(me.id(), paint, kind, mark, reason, at).update();
        return db.sql("select id from left_dispute where collector_id = ? and paint_id = ? and kind = ? and mark = ?")
                .params(me.id(), paint, kind, mark)
                .query(Long.class)
                .single();
    }

    void takeUp(Collector me, long id) {
        db.sql("delete from left_dispute where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    // ---- saved finds ------------------------------------------------------------------------------------------------

    public record SavedFind(long id, String name, String text, int version) {}

    List<SavedFind> finds(Collector me) {
        return db.sql("select id, name, text, version from saved_find where collector_id = ? order by name")
                .param(me.id())
                .query(SavedFind.class)
                .list();
    }

    /** The same name takes the new find in place of the old. */
    public void saveFind(Collector me, String name, String text) {
        db.sql("""
                insert into saved_find (collector_id, name, text) values (?, ?, ?)
                on duplicate key update text = values(text), version = version + 1
                """).params(me.id(), name, text).update();
    }

    Optional<Long> findCalled(Collector me, String name) {
        return db.sql("select id from saved_find where collector_id = ? and name = ?")
                .params(me.id(), name)
                .query(Long.class)
                .optional();
    }

    void deleteFind(Collector me, long id) {
        db.sql("delete from saved_find where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    // ---- wishes -----------------------------------------------------------------------------------------------------

    public record WishRow(
            long paintId,
            String reason,
            @Nullable BigDecimal mostPerMl,
            @Nullable String currency,
            LocalDate on) {}

    public List<WishRow> wishes(Collector me) {
        return db.sql("""
                select paint_id, reason, most_per_ml, currency, date(wished_at) `on` from wish where collector_id = ?
                """).param(me.id()).query(WishRow.class).list();
    }

    public Optional<Long> wish(Collector me, long paint) {
        return db.sql("select id from wish where collector_id = ? and paint_id = ?")
                .params(me.id(), paint)
                .query(Long.class)
                .optional();
    }

    /** Keeps why a paint is wished for, and what it may cost. */
    public long keepWish(
            Collector me,
            long paint,
            String reason,
            @Nullable BigDecimal most,
            @Nullable String currency,
            LocalDateTime at) {
        db.sql("""
                insert into wish (collector_id, paint_id, reason, most_per_ml, currency, wished_at) values (?, ?, ?, ?, ?, ?)
                on duplicate key update reason = values(reason), most_per_ml = values(most_per_ml),
                    currency = values(currency), version = version + 1
                """).params(me.id(), paint, reason, most, currency, at).update();
        return wish(me, paint).orElseThrow();
    }

    public void setWished(Collector me, long paint) {
        db.sql("update paint set wished = true, version = version + 1 where id = ? and collector_id = ?")
                .params(paint, me.id())
                .update();
    }
}
