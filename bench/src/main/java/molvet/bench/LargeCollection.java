package molvet.bench;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import molvet.core.reading.SwatchReading;

/**
 * A collection of thousands of paints, each with a swatch at a place and a reading.
 *
 * <p>Five hundred are catalogued through the API, so that every rule has had its say; the others are copies with
 * other names.
 */
final class LargeCollection {
    private static final int SEED_PAINTS = 500;
    private static final int BOX = 2000;
    private static final List<String> FIRST = List.of(
            "Tern", "Kelp", "Lichen", "Cliff", "Moth", "Harbour", "Slate", "Gorse", "Heather", "Puffin", "Basalt",
            "Dune");
    private static final List<String> SECOND = List.of(
            "Grey", "Blue", "Green", "Ochre", "Rose", "Violet", "Umber", "Gold", "Shade", "Deep", "Pale", "Earth");
    private static final List<String> PIGMENTS = List.of(
            "PB29",
            "PB15:3",
            "PB28 PW6",
            "PY150",
            "PY43",
            "PR101",
            "PR122 PB29",
            "PV19",
            "PG7",
            "PG18",
            "PBr7",
            "PBr7 PBk9",
            "PO62",
            "PY154 PG7",
            "PB60",
            "PBk6");
    private static final List<String> MAKERS = List.of("Pellworth", "Kelpwick", "Vessanti", "Marlund");

    private LargeCollection() {}

    static void fill(Client client, Connection db, String email, int paints) throws SQLException {
        Random random = new Random(7);
        for (int i = 0; i < SEED_PAINTS; i++) {
            client.postUntilTaken("/api/paints", """
                    {"name":"%s %s","maker":"%s","line":"Artist","pigments":"%s","series":%d,"form":"%s","volume":"%s"}""".formatted(
                            FIRST.get(i % FIRST.size()),
                            SECOND.get(i / FIRST.size() % SECOND.size()),
                            MAKERS.get(random.nextInt(MAKERS.size())),
                            PIGMENTS.get(random.nextInt(PIGMENTS.size())),
                            1 + random.nextInt(5),
                            random.nextInt(4) == 0 ? "DOT" : "TUBE",
                            random.nextBoolean() ? "5" : "15"));
        }
        try (Statement s = db.createStatement()) {
            long me = id(s, "select id from collector where email = '" + email + "'");
            s.execute(
                    "create temporary table seed (primary key (id)) as select * from paint where collector_id = " + me);
            for (int copy = 1; copy < paints / SEED_PAINTS; copy++) {
                String word = "no" + copy;
                s.execute("""
                        insert into paint (collector_id, accession, name, maker_id, line_id, label_text, series, created_at,
                            recipe, pigments, standing, form, volume, voices, disagrees, order_key)
                        select collector_id, accession + %d, concat(name, ' %s'), maker_id, line_id, label_text, series,
                            created_at, recipe, pigments, standing, form, volume, voices, disagrees, order_key + rand(%d)
                        from seed order by id""".formatted(copy * SEED_PAINTS, word, copy));
                String pairs =
                        " from seed o join paint n on n.collector_id = o.collector_id and n.accession = o.accession + "
                                + copy * SEED_PAINTS;
                s.execute("insert into paint_word select n.collector_id, n.id, w.word" + pairs
                        + " join paint_word w on w.paint_id = o.id union all select n.collector_id, n.id, '" + word
                        + "'"
                        + pairs);
                s.execute("insert into paint_pigment select n.collector_id, n.id, g.position, g.code" + pairs
                        + " join paint_pigment g on g.paint_id = o.id");
                s.execute("insert into holding (collector_id, paint_id, form, volume, left_percent, state)"
                        + " select n.collector_id, n.id, h.form, h.volume, h.left_percent, h.state" + pairs
                        + " join holding h on h.paint_id = o.id");
            }
            s.execute(
                    "insert ignore into word select collector_id, char_length(word), word from paint_word where collector_id = "
                            + me);
            for (int box = 1; box <= (paints - 1) / BOX + 1; box++) {
                s.execute("insert into keeper (collector_id, kind, number, pages, cells) values (" + me + ", 'BOX', "
                        + box + ", 0, " + BOX + ")");
            }
            s.execute(
                    "insert into swatch (collector_id, paint_id, keeper_id, position, state, painted_on) select p.collector_id,"
                            + " p.id, k.id, (p.accession - 1) % " + BOX
                            + " + 1, 'CURRENT', '2026-05-02' from paint p join keeper k on"
                            + " k.collector_id = p.collector_id and k.number = (p.accession - 1) div " + BOX
                            + " + 1 where p.collector_id = " + me);
            s.execute(
                    "insert into picture (collector_id, swatch_id, file_name, media_type, bytes, preview, sha256, width, height,"
                            + " turn, at) select collector_id, min(id), 'all.png', 'image/png', '', '', '', 1, 1, 0, utc_timestamp()"
                            + " from swatch where collector_id = " + me + " group by collector_id");
            long picture = id(s, "select id from picture where collector_id = " + me);
            s.execute(
                    "insert into reading (collector_id, swatch_id, picture_id, picks, mass_l, mass_a, mass_b, tint_l, tint_a,"
                            + " tint_b, granulation, covering, arithmetic, at) select collector_id, id, " + picture
                            + ", '{}', 25 + 40 * rand(1), 100 * rand(2) - 50, 100 * rand(3) - 50, 92, 8 * rand(4), 8 * rand(5), 3 *"
                            + " rand(6), rand(7), "
                            + SwatchReading.ARITHMETIC
                            + ", utc_timestamp() from swatch where collector_id = " + me);
            s.execute("update paint p join swatch s on s.paint_id = p.id join reading r on r.swatch_id = s.id"
                    + " set p.swatch_id = s.id, p.reading_id = r.id where p.collector_id = " + me);
            // As the facts of paints are kept for finding: hue by sixths of the wheel, warmth from 50 degrees.
            s.execute(
                    "update paint p join reading r on r.id = p.reading_id set p.mass_l = r.mass_l, p.mass_a = r.mass_a,"
                            + " p.mass_b = r.mass_b, p.tint_l = r.tint_l, p.tint_a = r.tint_a, p.tint_b = r.tint_b,"
                            + " p.granulation = r.granulation, p.covering = r.covering, p.read_at = r.at, p.facts = 8, p.curve = "
                            + RUN + ","
                            + " p.hue = elt(1 + floor(mod(degrees(atan2(r.mass_b, r.mass_a)) + 360, 360) / 60), 'RED', 'YELLOW',"
                            + " 'GREEN', 'GREEN', 'BLUE', 'VIOLET'),"
                            + " p.warmth = 180 - abs(180 - mod(degrees(atan2(r.mass_b, r.mass_a)) + 310, 360))"
                            + " where p.collector_id = " + me);
            s.execute("insert into observation (collector_id, paint_id, trait, value, source, seen_on, created_at)"
                    + " select collector_id, id, 'LIKING', elt(1 + mod(id, 3), 'LOVED', 'LIKED', 'NO'), 'EYE', '2026-05-03',"
                    + " utc_timestamp() from paint where mod(id, 4) = 0 and collector_id = " + me);
            s.execute("update paint set used_on = '2026-05-02',"
                    + " volumes = concat(',', round(volume), ',') where collector_id = " + me);
            s.execute("update collector set next_accession = " + (paints + 1) + " where id = " + me);
            s.execute("drop temporary table seed");
            s.execute("analyze table paint, word, paint_word, paint_pigment, holding, swatch, reading, observation");
        }
    }

    /** Gives others what one collector has: paints with their words, pigments, holdings, swatches and colours. */
    static void copy(Connection db, long from, List<Long> to) throws SQLException {
        try (Statement s = db.createStatement()) {
            for (long other : to) {
                String pairs =
                        " from paint o join paint n on n.collector_id = " + other + " and n.accession = o.accession ";
                String of = " where o.collector_id = " + from;
                s.execute(
                        "insert into paint (collector_id, accession, name, label_text, series, created_at, recipe, pigments,"
                                + " standing, form, volume, voices, disagrees, order_key, mass_l, mass_a, mass_b, tint_l, tint_a, tint_b,"
                                + " granulation, covering, read_at, facts, curve, hue, warmth, used_on, volumes) select "
                                + other
                                + ", accession, name, label_text, series, created_at, recipe, pigments, standing, form, volume, voices,"
                                + " disagrees, order_key, mass_l, mass_a, mass_b, tint_l, tint_a, tint_b, granulation, covering, read_at,"
                                + " facts, curve, hue, warmth, used_on, volumes from paint where collector_id = " + from
                                + " order by id");
                s.execute("insert into paint_word select " + other + ", n.id, w.word" + pairs
                        + "join paint_word w on w.paint_id = o.id" + of);
                s.execute("insert into paint_pigment select " + other + ", n.id, g.position, g.code" + pairs
                        + "join paint_pigment g on g.paint_id = o.id" + of);
                s.execute("insert into holding (collector_id, paint_id, form, volume, left_percent, state) select "
                        + other
                        + ", n.id, h.form, h.volume, h.left_percent, h.state" + pairs
                        + "join holding h on h.paint_id = o.id" + of);
                s.execute("insert into keeper (collector_id, kind, number, pages, cells) values (" + other
                        + ", 'BOX', 1, 0, " + BOX + ")");
                s.execute("insert into swatch (collector_id, paint_id, keeper_id, position, state, painted_on) select "
                        + other
                        + ", p.id, k.id, p.accession, 'CURRENT', '2026-05-02' from paint p join keeper k on k.collector_id = "
                        + other + " where p.collector_id = " + other + " and p.accession <= " + BOX);
                s.execute("insert into word select " + other + ", length, word from word where collector_id = " + from);
                s.execute(
                        "update collector set next_accession = (select max(accession) + 1 from paint where collector_id = "
                                + other + ") where id = " + other);
            }
            s.execute("analyze table paint, word, paint_word, paint_pigment, holding, swatch");
        }
    }

    static long id(Connection db, String email) throws SQLException {
        try (Statement s = db.createStatement()) {
            return id(s, "select id from collector where email = '" + email + "'");
        }
    }

    static List<Long> paints(Connection db, long collector) throws SQLException {
        List<Long> all = new ArrayList<>();
        try (Statement s = db.createStatement();
                ResultSet rows = s.executeQuery("select id from paint where collector_id = " + collector)) {
            while (rows.next()) all.add(rows.getLong(1));
        }
        return all;
    }

    /** As the facts keep it: eleven colours from full strength to palest, here in a straight line. */
    private static final String RUN = IntStream.rangeClosed(0, 10)
            .mapToObj(i -> Stream.of("l", "a", "b")
                    .map(c -> "'\"" + c + "\":', round(r.mass_" + c + " + " + i / 10.0 + " * (r.tint_" + c
                            + " - r.mass_" + c + "), 2)")
                    .collect(Collectors.joining(", ',', ", "'{', ", ", '}'")))
            .collect(Collectors.joining(", ',', ", "concat('[', ", ", ']')"));

    private static long id(Statement s, String sql) throws SQLException {
        try (var rows = s.executeQuery(sql)) {
            rows.next();
            return rows.getLong(1);
        }
    }
}
