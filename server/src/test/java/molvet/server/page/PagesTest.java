package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.demo.LoadedDemo;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.openqa.selenium.By;
import tools.jackson.databind.JsonNode;

/**
 * Every page there is, over the demo: nothing serious by axe-core, no error logged, it holds from 360 to 1920 pixels, and only
 * the paint has colour.
 */
class PagesTest {
    private static Browser browser;
    private static Api demo;

    /** A page as it is looked at: where it needs more than a row of the collection, and what it must show. */
    private record Look(String address, String text) {}

    @BeforeAll
    static void openTheDemo() {
        demo = LoadedDemo.api();
        browser = new Browser(RunningMolvet.url());
        browser.open("/");
        browser.type("E-mail", LoadedDemo.EMAIL);
        browser.type("Password", LoadedDemo.PASSWORD);
        browser.press("Sign in");
        browser.seeText("painted out");
    }

    @AfterAll
    static void close() {
        browser.close();
    }

    private static Map<String, Look> looks() {
        JsonNode dusk = demo.get("/api/paints/"
                        + demo.find("\"dusk heather\"")
                                .json()
                                .at("/paints/0/id")
                                .asLong())
                .json();
        long id = dusk.get("id").asLong();
        long plates = of("/api/charts", "charts", "moth plates");
        return Map.ofEntries(
                Map.entry("/collection", new Look("/collection", "painted out")),
                Map.entry("/paints/:paint", new Look("/paints/" + id, "Three voices")),
                Map.entry("/paints/:paint/edit", new Look("/paints/" + id + "/edit", "What the label claims")),
                Map.entry(
                        "/shelf/:keeper",
                        new Look("/shelf/" + dusk.at("/swatches/0/keeper").asLong(), "R2·8")),
                Map.entry(
                        "/makers/:maker",
                        new Look("/makers/" + dusk.get("makerId").asLong(), "own symbols")),
                Map.entry(
                        "/lines/:line", new Look("/lines/" + dusk.get("lineId").asLong(), "Colour")),
                Map.entry("/shortlists", new Look("/shortlists", "Moths by lamplight")),
                Map.entry(
                        "/shortlists/:shortlist",
                        new Look(
                                "/shortlists/"
                                        + demo.get("/api/shortlists")
                                                .json()
                                                .at("/shortlists/0/id")
                                                .asLong(),
                                "not marked yet")),
                Map.entry("/shopping", new Look("/shopping", "wanting for free delivery")),
                Map.entry("/exposures", new Look("/exposures", "Under the desk lamps")),
                Map.entry("/exposures/new", new Look("/exposures/new", "Worth testing")),
                Map.entry("/exposures/hung", new Look("/exposures/hung", "Since about")),
                Map.entry(
                        "/exposures/:exposure",
                        new Look(
                                "/exposures/" + of("/api/exposures", "exposures", "South window"),
                                "Came back in the dark")),
                Map.entry("/stock", new Look("/stock", "weighed 11.4 g")),
                Map.entry("/stock/low", new Look("/stock/low", "What takes its place")),
                Map.entry("/stock/unmade", new Look("/stock/unmade", "is no longer made")),
                Map.entry("/stock/unused", new Look("/stock/unused", "in none of the paintings")),
                Map.entry("/stock/replacing/:paint", new Look("/stock/replacing/" + id, "In place of Dusk Heather")),
                Map.entry("/doubts", new Look("/doubts", "Rock Pool Blue")),
                Map.entry("/compare", new Look("/compare?paints=" + Pages.blues(demo, 4), "What matters")),
                Map.entry("/plane", new Look("/plane", "Stand in for each other")),
                Map.entry("/report", new Look("/report", "Gravest doubts")),
                Map.entry("/care", new Look("/care", "Not to lend to a child")),
                Map.entry("/shop", new Look("/shop", "Wished for")),
                Map.entry("/observe", new Look("/observe?find=hue:blue", "flow in wet paint")),
                Map.entry(
                        "/pictures/:picture/measure/:paint",
                        new Look(
                                "/pictures/"
                                        + dusk.at("/swatches/0/pictures/0/id").asLong() + "/measure/" + id,
                                "Area measured")),
                Map.entry(
                        "/arrivals/:arrival",
                        new Look("/arrivals/" + of("/api/arrivals", "arrivals", "Winter order"), "paints understood")),
                Map.entry(
                        "/labels",
                        new Look(
                                "/labels?holdings="
                                        + demo.get("/api/pours")
                                                .json()
                                                .at("/pours/0/holdings/0")
                                                .asLong(),
                                "Print at 100 %")),
                Map.entry("/bench/cutting", new Look("/bench/cutting", "82 cards")),
                Map.entry("/bench/:chart", new Look("/bench/" + plates, "cells drying")),
                Map.entry("/bench/:chart/paint", new Look("/bench/" + plates + "/paint", "Painted, next")),
                Map.entry("/backlog", new Look("/backlog", "Painted, not filed")),
                Map.entry(
                        "/readings/:reading",
                        new Look(
                                "/readings/"
                                        + demo.get("/api/readings")
                                                .json()
                                                .get("readings")
                                                .valueStream()
                                                .reduce((newer, older) -> older)
                                                .orElseThrow()
                                                .get("reading")
                                                .asLong(),
                                "may be swapped")));
    }

    /** Pages more than once that look quite otherwise with other things in them. */
    private static List<Look> others() {
        return List.of(
                new Look("/collection?find=pb29+single", "pigment PB29"),
                new Look("/collection?find=nothingatall", "Nothing in the collection"),
                new Look("/arrivals/" + of("/api/arrivals", "arrivals", "Autumn haul"), "is on its way"));
    }

    private static long of(String list, String name, String title) {
        return demo.get(list)
                .json()
                .get(name)
                .valueStream()
                .filter(a -> a.path("title").asString("").contains(title)
                        || a.path("name").asString("").contains(title))
                .findFirst()
                .orElseThrow()
                .get("id")
                .asLong();
    }

    @TestFactory
    Stream<DynamicTest> everyPageHolds() {
        List<String> routes = Pages.routes();
        assertThat(routes).hasSizeGreaterThan(40);
        Map<String, Look> looks = looks();
        assertThat(routes).containsAll(looks.keySet());
        Stream<Look> all = Stream.concat(
                routes.stream()
                        .map(r ->
                                looks.containsKey(r) ? looks.get(r) : new Look(Pages.address(r, LoadedDemo.EMAIL), "")),
                others().stream());
        return all.map(look -> DynamicTest.dynamicTest(look.address, () -> holds(look)));
    }

    private static void holds(Look look) {
        browser.size(1280, 800);
        if (look.address.contains("?find=")) browser.open(look.address);
        else browser.follow(look.address);
        shows(look);
        assertThat(browser.seriousFaults()).isEmpty();
        assertThat(coloured()).isEmpty();
        for (int width : new int[] {1920, 768, 360}) {
            browser.size(width, 844);
            shows(look);
            assertThat((Long) browser.script("return document.documentElement.scrollWidth"))
                    .as("no sideways scrolling at " + width)
                    .isLessThanOrEqualTo(width);
        }
        browser.size(1280, 800);
        assertThat(browser.errors()).isEmpty();
    }

    private static void shows(Look look) {
        browser.see(By.xpath("//main//*[self::h1 or self::h2]"));
        if (!look.text.isEmpty()) browser.seeText(look.text);
    }

    /** Elements with a colour of the stylesheet in use that is no grey. */
    @SuppressWarnings("unchecked")
    private static List<String> coloured() {
        return (List<String>) browser.script("""
                const ctx = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
                const known = new Map();
                const grey = c => { if (!known.has(c)) { ctx.clearRect(0, 0, 1, 1); ctx.fillStyle = c; ctx.fillRect(0, 0, 1, 1);
                  const [r, g, b] = ctx.getImageData(0, 0, 1, 1).data; known.set(c, Math.max(r, g, b) - Math.min(r, g, b) <= 2); }
                  return known.get(c); };
                const paint = e => e.closest('[data-paint], canvas, svg');
                return [...document.querySelectorAll('body *')].filter(e => !paint(e)).flatMap(e => { const s = getComputedStyle(e);
                  return ['color', 'backgroundColor', 'borderTopColor', 'outlineColor', 'fill', 'stroke']
                    .filter(p => s[p] && s[p] !== 'none' && !grey(s[p])).map(p => e.tagName + ' ' + p + ' ' + s[p]); });
                """);
    }

    @Test
    void theEveningThemeIsAsReadable() {
        browser.open("/account");
        browser.press("Middle grey, for evening");
        browser.open("/collection");
        browser.seeText("painted out");
        assertThat(browser.script("return document.documentElement.dataset.theme"))
                .isEqualTo("evening");
        assertThat(browser.seriousFaults()).isEmpty();
        browser.script("localStorage.clear()");
    }
}
