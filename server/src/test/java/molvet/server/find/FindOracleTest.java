package molvet.server.find;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Stream;
import molvet.core.collection.Family;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Swatchable;
import molvet.core.collection.Warmth;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Words;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.demo.LoadedDemo;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Every kind of find over the whole demo collection, against its paints looked at one by one: what a paint’s own page shows is
 * the truth that a find is held to, by itself and in thousands of ands, ors and nots.
 */
class FindOracleTest {
    private static final PigmentReference PIGMENTS = PigmentReference.standard();
    private static final SchoolOrder HUES = new SchoolOrder(PIGMENTS);

    private static Api demo;
    private static final List<JsonNode> pages = new ArrayList<>();
    private static final Map<String, Predicate<JsonNode>> terms = new LinkedHashMap<>();

    @BeforeAll
    static void lookAtEveryPaint() {
        demo = LoadedDemo.api();
        demo.find("")
                .json()
                .get("paints")
                .valueStream()
                .forEach(p -> pages.add(demo.get("/api/paints/" + p.get("id").asLong())
                        .must(200)
                        .json()));
        paintings();
        recipes();
        voices();
        eye();
        paper();
        drawer();
        colours();
        names();
    }

    private static void term(String find, Predicate<JsonNode> holds) {
        terms.put(find, holds);
    }

    // ---- what each kind of find means, told of one page
    // ----------------------------------------------------------------

    private static Set<String> codes(JsonNode p) {
        Set<String> codes = new TreeSet<>();
        p.get("recipe").valueStream().forEach(i -> codes.add(i.get("code").asString()));
        return codes;
    }

    private static void recipes() {
        for (String code : List.of("PB29", "PBr7", "PY150", "PV19")) {
            term(code, p -> codes(p).contains(code));
            term("only " + code, p -> codes(p).equals(Set.of(code)));
        }
        term("only PB29 and PBr7", p -> codes(p).equals(Set.of("PB29", "PBr7")));
        term("single", p -> p.get("single").asBoolean());
        term("mixture", p -> p.get("mixture").asBoolean());
        term("no pigments", p -> codes(p).isEmpty());
        term("3 pigments", p -> codes(p).size() == 3);
        term("3 pigments or more", p -> codes(p).size() >= 3);
        term(
                "unknown pigment",
                p -> codes(p).stream()
                        .anyMatch(c ->
                                PigmentCode.parse(c).flatMap(PIGMENTS::find).isEmpty()));
        term("with cautions", p -> p.hasNonNull("cautions"));
        for (String element : List.of("cadmium", "cobalt")) {
            term(
                    element + "-free",
                    p -> !codes(p).isEmpty()
                            && codes(p).stream()
                                    .flatMap(c -> PigmentCode.parse(c).flatMap(PIGMENTS::find).stream())
                                    .noneMatch(g -> g.cautions().contains(element)
                                            || List.of(g.chemicalName()
                                                            .toLowerCase(Locale.ROOT)
                                                            .split("[^a-z]+"))
                                                    .contains(element)));
        }
    }

    private static Predicate<JsonNode> says(String trait, String voice, String... steps) {
        return p -> List.of(steps)
                .contains(p.at("/voices/" + trait + "/" + voice)
                        .asString("")
                        .toLowerCase(Locale.ROOT)
                        .replace('_', ' '));
    }

    private static void voices() {
        term("granulating", says("granulation", "verdict", "moderate", "strong"));
        term("granulates strongly on my paper", says("granulation", "paper", "strong"));
        term("smooth by its pigments", says("granulation", "pigments", "none"));
        term("granulating on the label", says("granulation", "label", "moderate", "strong"));
        term("staining", says("staining", "verdict", "medium", "high"));
        term("non-staining", says("staining", "verdict", "none", "low"));
        term("opaque", says("transparency", "verdict", "opaque"));
        term("transparent on my paper", says("transparency", "paper", "transparent"));
        term("fugitive", says("lightfastness", "verdict", "fugitive"));
        term("not lightfast", says("lightfastness", "verdict", "poor", "fugitive"));
        term("lightfast", says("lightfastness", "verdict", "excellent", "very good"));
        term("claims lightfast", says("lightfastness", "label", "excellent", "very good"));
        term(
                "claims \"I\"",
                p -> p.at("/claims/lightfastness/asWritten").asString("").equalsIgnoreCase("I"));
        for (String trait : List.of("lightfastness", "granulation", "staining")) {
            term(
                    "doubtful " + trait,
                    p -> p.at("/voices/" + trait + "/disagree").asBoolean());
        }
        term(
                "disagree",
                p -> p.get("voices")
                        .valueStream()
                        .anyMatch(v -> v.get("disagree").asBoolean()));
    }

    private static void eye() {
        for (String liking : List.of("LOVED", "LIKED")) {
            term(
                    liking.toLowerCase(Locale.ROOT),
                    p -> latest(p, "LIKING").filter(liking::equals).isPresent());
        }
        term("hard to wake", p -> latest(p, "REWETTING").filter("HARD"::equals).isPresent());
    }

    private static Optional<String> latest(JsonNode p, String trait) {
        return p.get("observations")
                .valueStream()
                .filter(o -> o.get("trait").asString().equals(trait))
                .max((a, b) -> Long.compare(a.get("id").asLong(), b.get("id").asLong()))
                .map(o -> o.get("value").asString());
    }

    private static Stream<JsonNode> swatches(JsonNode p, String state) {
        return p.get("swatches")
                .valueStream()
                .filter(s -> s.get("state").asString().equals(state));
    }

    private static boolean stands(JsonNode p, String... standings) {
        return List.of(standings).contains(p.get("standing").asString());
    }

    private static void paper() {
        Predicate<JsonNode> painted = p -> swatches(p, "CURRENT").findAny().isPresent();
        term("painted", painted);
        term("not swatched", painted.negate().and(p -> stands(p, "OWNED", "SAMPLED")));
        term("not filed", p -> swatches(p, "CURRENT").anyMatch(s -> !s.hasNonNull("place")));
        term("lost", painted.negate().and(p -> swatches(p, "LOST").findAny().isPresent()));
        term(
                "in ring 1",
                p -> p.get("swatches")
                        .valueStream()
                        .anyMatch(s -> s.path("place").asString("").startsWith("R1·")));
    }

    private static void drawer() {
        for (String standing : List.of("owned", "sampled", "wished", "gone")) {
            term(standing, p -> stands(p, standing.toUpperCase(Locale.ROOT)));
        }
        term(
                "15 ml",
                p -> holdings(p).anyMatch(h -> h.path("volume").asString("").matches("15(\\.0+)?( ml)?")));
        term(
                "running low",
                p -> stands(p, "OWNED")
                        && holdings(p)
                                .filter(h -> List.of("HERE", "LENT")
                                        .contains(h.get("state").asString()))
                                .filter(h -> !List.of("DOT", "SAMPLE")
                                        .contains(h.get("form").asString()))
                                .allMatch(h -> h.get("left").asInt() <= 25));
        term(
                "under 0.80 per ml",
                p -> holdings(p).anyMatch(h -> perMl(h).filter(v -> v < 0.8).isPresent()));
        term(
                "under 0.80 EUR per ml",
                p -> holdings(p)
                        .filter(h -> h.path("currency").asString("").equals("EUR"))
                        .anyMatch(h -> perMl(h).filter(v -> v < 0.8).isPresent()));
        term(
                "over 1 per ml",
                p -> holdings(p).anyMatch(h -> perMl(h).filter(v -> v > 1).isPresent()));
        term(
                "series 2..3",
                p -> p.path("series").asInt(0) >= 2 && p.path("series").asInt(0) <= 3);
        term(
                "over 10 ml",
                p -> holdings(p)
                        .anyMatch(h ->
                                here(h) && Double.parseDouble(h.path("volume").asString("0")) > 10));
        term(
                "up to 10 ml",
                p -> holdings(p)
                        .anyMatch(h -> here(h)
                                && h.hasNonNull("volume")
                                && Double.parseDouble(h.get("volume").asString()) <= 10));
        term(
                "half empty",
                p -> holdings(p)
                        .anyMatch(h -> here(h)
                                && h.get("left").asInt() <= 50
                                && !List.of("DOT", "SAMPLE")
                                        .contains(h.get("form").asString())));
        term(
                "unopened",
                p -> holdings(p)
                        .anyMatch(h -> here(h)
                                && h.get("left").asInt() == 100
                                && !h.get("poured").asBoolean()
                                && !List.of("DOT", "SAMPLE")
                                        .contains(h.get("form").asString())));
        for (String state : List.of("GIVEN_AWAY", "USED_UP", "LENT")) {
            term(
                    state.toLowerCase(Locale.ROOT).replace('_', ' '),
                    p -> holdings(p).anyMatch(h -> h.get("state").asString().equals(state)));
        }
        term("came in 2026-05", p -> came(p, d -> d.startsWith("2026-05")));
        term("came since 2026-06", p -> came(p, d -> d.compareTo("2026-06-01") >= 0));
        term("came before 2026-05", p -> came(p, d -> d.compareTo("2026-05-01") < 0));
        term(
                "page 2 of binder 1",
                p -> p.get("swatches")
                        .valueStream()
                        .anyMatch(s -> s.path("place").asString("").startsWith("B1·p2·")));
        for (int year : List.of(2025, 2026)) {
            term(
                    "not used since " + year,
                    p -> stands(p, "OWNED", "SAMPLED") && lastUse(p).compareTo(year + "-01-01") < 0);
        }
    }

    private static boolean came(JsonNode p, Predicate<String> day) {
        return holdings(p)
                .filter(h -> !h.get("poured").asBoolean())
                .map(h -> h.path("cameOn").asString(""))
                .anyMatch(d -> !d.isEmpty() && day.test(d));
    }

    private static boolean here(JsonNode h) {
        return List.of("HERE", "LENT").contains(h.get("state").asString());
    }

    private static Stream<JsonNode> holdings(JsonNode p) {
        return p.get("holdings").valueStream();
    }

    private static Optional<Double> perMl(JsonNode h) {
        if (!h.hasNonNull("price") || !h.hasNonNull("volume") || h.get("poured").asBoolean()) return Optional.empty();
        return Optional.of(new BigDecimal(h.get("price").asString()).doubleValue()
                / Double.parseDouble(h.get("volume").asString().replace(" ml", "")));
    }

    /** Days of paintings, by paint. */
    private static final Map<Long, List<String>> PAINTED_WITH = new HashMap<>();

    private static void paintings() {
        demo.get("/api/palettes")
                .json()
                .get("palettes")
                .forEach(palette -> demo.get(
                                "/api/palettes/" + palette.get("id").asLong() + "/paintings")
                        .json()
                        .get("paintings")
                        .forEach(painting -> painting.get("paints")
                                .forEach(used -> PAINTED_WITH
                                        .computeIfAbsent(used.at("/paint/id").asLong(), k -> new ArrayList<>())
                                        .add(painting.get("on").asString()))));
    }

    private static String lastUse(JsonNode p) {
        return Stream.of(
                        p.get("observations").valueStream().map(o -> o.get("on").asString()),
                        p.get("swatches")
                                .valueStream()
                                .map(s -> s.path("paintedOn").asString("")),
                        holdings(p).map(h -> h.path("cameOn").asString("")),
                        PAINTED_WITH.getOrDefault(p.get("id").asLong(), List.of()).stream())
                .flatMap(s -> s)
                .max(String::compareTo)
                .orElse("");
    }

    private static Optional<Lab> massTone(JsonNode p) {
        return counting(p).map(r -> lab(r.get("massTone")));
    }

    private static Optional<WashRun> run(JsonNode p) {
        return counting(p)
                .map(r -> new WashRun(
                        r.get("run").valueStream().map(FindOracleTest::lab).toList(), true));
    }

    private static Optional<JsonNode> counting(JsonNode p) {
        return p.get("swatches")
                .valueStream()
                .flatMap(s -> s.get("readings").valueStream())
                .filter(r -> r.get("counts").asBoolean())
                .findFirst();
    }

    private static Lab lab(JsonNode c) {
        return new Lab(c.get("l").asDouble(), c.get("a").asDouble(), c.get("b").asDouble());
    }

    private static Family family(JsonNode p) {
        Recipe recipe = new Recipe(p.get("recipe")
                .valueStream()
                .flatMap(i -> PigmentCode.parse(i.get("code").asString()).stream())
                .toList());
        return HUES.family(new Swatchable("", p.get("name").asString(), recipe, run(p), Optional.empty(), ""));
    }

    private static void colours() {
        List<JsonNode> measured =
                pages.stream().filter(p -> massTone(p).isPresent()).toList();
        assertThat(measured).hasSizeGreaterThan(20);
        term("bright colour", p -> massTone(p).filter(lab -> lab.chroma() >= 55).isPresent());
        term("muted colour", p -> massTone(p).filter(lab -> lab.chroma() <= 30).isPresent());
        for (JsonNode other : measured.subList(0, 6)) {
            String number = other.get("accession").asString();
            Lab to = massTone(other).orElseThrow();
            for (int within : List.of(5, 10, 25)) {
                term(
                        "near " + number + " within " + within,
                        p -> massTone(p)
                                .filter(lab -> lab.differenceFrom(to) <= within)
                                .isPresent());
            }
            run(other).flatMap(HUES::coolness).ifPresent(coolness -> {
                term(
                        "warmer than " + number,
                        p -> family(p) == family(other)
                                && run(p).flatMap(HUES::coolness)
                                        .filter(c -> c < coolness - Warmth.TELLS)
                                        .isPresent());
                term(
                        "cooler than " + number,
                        p -> family(p) == family(other)
                                && run(p).flatMap(HUES::coolness)
                                        .filter(c -> c > coolness + Warmth.TELLS)
                                        .isPresent());
            });
            term(
                    "darker than " + number,
                    p -> massTone(p).filter(lab -> lab.l() < to.l() - 0.8).isPresent());
            term(
                    "lighter than " + number,
                    p -> massTone(p).filter(lab -> lab.l() > to.l() + 0.8).isPresent());
            if (!codes(other).isEmpty()) {
                term(
                        "same pigments as " + number,
                        p -> codes(p).equals(codes(other))
                                && !p.get("accession").asString().equals(number));
            }
            term(
                    "hue:" + family(other).words() + " near " + number,
                    p -> massTone(p).filter(lab -> lab.differenceFrom(to) <= 5).isPresent()
                            && family(p) == family(other));
        }
    }

    private static void names() {
        for (JsonNode p : pages.subList(0, 8)) {
            String word = Words.folded(p.get("name").asString()).split(" ")[0];
            String begins = word.substring(0, Math.min(4, word.length()));
            term(
                    "word:" + begins,
                    q -> Stream.of("name", "maker", "line")
                            .flatMap(f -> Stream.of(
                                    Words.folded(q.path(f).asString("")).split(" ")))
                            .anyMatch(w -> w.startsWith(begins)));
            String name = p.get("name").asString().toLowerCase(Locale.ROOT);
            if (name.matches("[a-z ]+")) {
                term(
                        '"' + name + '"',
                        q -> q.get("name").asString().toLowerCase(Locale.ROOT).contains(name));
            }
            term(p.get("accession").asString(), q -> q.get("id").equals(p.get("id")));
        }
        demo.get("/api/makers").json().get("makers").valueStream().limit(4).forEach(m -> {
            String maker = m.get("name").asString();
            term("maker:\"" + maker + '"', p -> p.path("maker").asString("").equals(maker));
        });
    }

    // ---- held against each other
    // ---------------------------------------------------------------------------------------

    private static Set<String> wanted(Predicate<JsonNode> holds) {
        Set<String> all = new TreeSet<>();
        pages.stream().filter(holds).forEach(p -> all.add(p.get("accession").asString()));
        return all;
    }

    private static Set<String> found(String find) {
        Set<String> all = new TreeSet<>();
        JsonNode list = demo.get("/api/paints?limit=500&find=" + URLEncoder.encode(find, StandardCharsets.UTF_8))
                .must(200)
                .json();
        assertThat(list.get("troubles")).as(find).isEmpty();
        list.get("paints").valueStream().forEach(p -> all.add(p.get("accession").asString()));
        assertThat(list.get("total").asInt()).as("total of " + find).isEqualTo(all.size());
        return all;
    }

    @Test
    void everyKindOfFindFindsWhatThePagesShow() {
        int empty = 0;
        for (Map.Entry<String, Predicate<JsonNode>> term : terms.entrySet()) {
            Set<String> wanted = wanted(term.getValue());
            if (wanted.isEmpty()) empty++;
            assertThat(found(term.getKey())).as(term.getKey()).isEqualTo(wanted);
            assertThat(found("not (" + term.getKey() + ")"))
                    .as("not " + term.getKey())
                    .isEqualTo(wanted(term.getValue().negate()));
        }
        // A find that nothing answers to shows little.
        assertThat(empty).isLessThan(terms.size() / 4);
    }

    private record Asked(String written, Predicate<JsonNode> holds) {}

    private static Asked any(Random random, int depth) {
        int choice = depth == 0 ? 0 : random.nextInt(5);
        if (choice < 2) {
            List<String> all = List.copyOf(terms.keySet());
            String term = all.get(random.nextInt(all.size()));
            return new Asked("(" + term + ")", terms.get(term));
        }
        Asked one = any(random, depth - 1);
        if (choice == 2) return new Asked("not " + one.written, one.holds.negate());
        Asked two = any(random, depth - 1);
        return choice == 3
                ? new Asked("(" + one.written + " " + two.written + ")", one.holds.and(two.holds))
                : new Asked("(" + one.written + " or " + two.written + ")", one.holds.or(two.holds));
    }

    @Test
    void whateverIsPutTogetherWithAndOrAndNotFindsTheSame() {
        Random random = new Random(20_26);
        for (int i = 0; i < 150; i++) {
            Asked asked = any(random, 3);
            assertThat(found(asked.written)).as(asked.written).isEqualTo(wanted(asked.holds));
        }
    }
}
