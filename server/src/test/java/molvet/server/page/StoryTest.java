package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;
import molvet.server.demo.DemoCollection;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The page in a real browser, as a collector meets it. */
class StoryTest {
    private static final String DEMO = "browser@molvet.example";
    private static Browser browser;

    @BeforeAll
    static void open() {
        browser = new Browser(RunningMolvet.url());
        RunningMolvet.context().getBean(DemoCollection.class).load(DEMO, "island light 7");
    }

    @AfterAll
    static void close() {
        browser.close();
    }

    private static void signIn(String email, String password) {
        browser.size(1280, 800);
        browser.open("/");
        browser.driver().manage().deleteAllCookies();
        browser.script("sessionStorage.clear(); localStorage.clear()");
        browser.open("/");
        browser.type("E-mail", email);
        browser.type("Password", password);
        browser.press("Sign in");
        browser.see(By.xpath("//h1[.='Collection']"));
    }

    private static Api fresh() {
        Api me = Api.collector();
        signIn(me.email(), Api.PASSWORD);
        return me;
    }

    @Test
    void fromATubeInTheHandToACardThatIsFoundAgain(@TempDir Path dir) throws Exception {
        browser.open("/");
        browser.driver().manage().deleteAllCookies();
        browser.open("/");
        browser.press("Make an account");
        browser.type("Your name", "Ines");
        browser.type("E-mail", "story" + System.nanoTime() + "@molvet.example");
        browser.type("Password", "three wet brushes");
        browser.press("Make my account");
        browser.seeText("Nothing is catalogued yet");
        browser.press("Add the first paint");
        browser.type("Name on the label", "Harbour Dusk");
        browser.type("Pigments, as the label writes them", "pb 15 colon 3, PB19");
        browser.seeText("Likely PV19");
        browser.press("Take PV19");
        browser.seeText("mixture of 2");
        browser.type("Volume, ml", "7,5");
        browser.type("Place of its swatch, if it is painted", "ring 1 card 1");
        browser.press("Catalogue it");
        browser.seeText("There is no ring 1 on the shelf yet");
        browser.follow(By.xpath("//label[contains(., 'Make that keeper')]"));
        browser.press("Give it this place");
        browser.seeText("Filed at R1·1, ring 1, card 1.");
        assertThat(browser.text()).contains("M-0001", "7.5 ml", "PV19", "quinacridone");

        Path scan = dir.resolve("scan.png");
        Files.write(scan, new SimulatedPainter(PigmentReference.standard()).paint(Recipe.of("PV19"), 3));
        browser.driver().findElement(By.cssSelector("input[type=file]")).sendKeys(scan.toString());
        browser.seeText("Tap where the paint is at full strength.");
        browser.see(By.cssSelector("button img"));
        browser.driver()
                .findElement(By.cssSelector("button[aria-label^='Picture of the swatch']"))
                .sendKeys(Keys.ARROW_LEFT);
        for (int i = 0; i < 35; i++) browser.key(Keys.ARROW_LEFT);
        browser.press("palest");
        browser.driver()
                .findElement(By.cssSelector("button[aria-label^='Picture of the swatch']"))
                .sendKeys(Keys.ARROW_RIGHT);
        for (int i = 0; i < 38; i++) browser.key(Keys.ARROW_RIGHT);
        browser.press("Measure");
        browser.seeText("Drawn from the measurement");
        browser.see(By.cssSelector("img[alt='Your own swatch of Harbour Dusk']"));

        browser.key("/");
        browser.key("r1.1", Keys.ENTER);
        browser.seeAddress("/paints/");
        browser.key("/");
        browser.key("harbor dusk");
        browser.seeText("Nothing is written so; shown is the nearest.");
        browser.see(By.xpath("//a[contains(., 'Harbour Dusk')]"));
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    void theKeyboardReachesEverything() {
        signIn(DEMO, "island light 7");
        browser.seeText("painted out");
        browser.key("?");
        browser.seeText("log a paint that arrived");
        browser.key(Keys.ESCAPE);
        browser.gone(By.xpath("//*[@role='dialog']"));
        browser.key(Keys.ARROW_DOWN);
        browser.seeAddress("at=");
        String first = browser.address();
        browser.key(Keys.ARROW_DOWN);
        browser.see(By.xpath("//aside//a[normalize-space()='Open']"));
        assertThat(browser.address()).isNotEqualTo(first);
        browser.key(Keys.ENTER);
        browser.seeText("Three voices");
        browser.key("p");
        browser.seeAddress("/shelf/");
        browser.key("n");
        browser.seeText("A paint that came");
    }

    @Test
    void theViewIsInTheAddressSoThatBackAndLinksWork() {
        signIn(DEMO, "island light 7");
        browser.open("/collection?find=pb29+single&order=name");
        browser.seeText("pigment PB29");
        browser.see(By.xpath("//button[@aria-label='Take away single']")).click();
        browser.seeAddress("find=PB29&order=name");
        browser.driver().navigate().back();
        browser.see(By.xpath("//button[@aria-label='Take away single']"));
        browser.see(By.xpath("//nav[@aria-label='What waits']/a[contains(., 'to read')]"))
                .click();
        browser.seeText("2 paints found");
    }

    @Test
    void twoWindowsNeverLoseWordsSilently() {
        Api me = fresh();
        long id = me.paint("Tern Grey", "PB29").get("id").asLong();
        browser.open("/paints/" + id + "/edit");
        browser.type("Note", "mine, typed here");
        me.put("/api/paints/" + id, Map.of("name", "Gull Grey", "pigments", "PB29", "version", 1))
                .must(200);
        browser.press("Save");
        browser.seeText("Saved in another window meanwhile");
        assertThat(browser.text()).contains("Tern Grey", "Gull Grey", "mine, typed here");
        browser.follow(By.xpath("//tr[contains(., 'Name')]//label[contains(., 'Gull Grey')]"));
        browser.press("Save these words");
        browser.seeText("Three voices");
        assertThat(browser.text()).contains("Gull Grey", "mine, typed here");
    }

    @Test
    void whatIsTypedSurvivesReloadAndADatabaseThatIsAway() {
        Api me = fresh();
        browser.open("/paints/new");
        browser.type("Name on the label", "Storm Petrel");
        browser.type("Pigments, as the label writes them", "PB27");
        browser.driver().navigate().refresh();
        assertThat(browser.field("Name on the label").getAttribute("value")).isEqualTo("Storm Petrel");
        TestDatabase.get().stop();
        try {
            browser.press("Catalogue it");
            browser.seeText("Not saved yet");
            assertThat(browser.field("Name on the label").getAttribute("value")).isEqualTo("Storm Petrel");
        } finally {
            TestDatabase.get().start();
        }
        browser.seeText("Three voices");
        assertThat(Api.names(me.find(""))).containsExactly("Storm Petrel");
    }

    @Test
    void aTakenPlaceOffersToSwapAndTheActCanBeUndone() {
        Api me = fresh();
        me.painted("Holder", "R1 1");
        long id = me.painted("Comer", "R1 2").get("id").asLong();
        browser.open("/paints/" + id);
        browser.type("Move it to", "R1.1");
        browser.press("Move");
        browser.seeText("R1·1 holds Holder");
        browser.press("Swap the two");
        browser.seeText("Filed at R1·1, ring 1, card 1.");
        browser.press("Undo");
        browser.seeText("Filed at R1·2, ring 1, card 2.");
        assertThat(Api.names(me.find("r1 1"))).containsExactly("Holder");
    }

    @Test
    void hostileWordsStayWords() {
        Api me = fresh();
        String words = "<img src=x onerror=alert(1)> 😀";
        long id = me.post("/api/paints", Map.of("name", words, "maker", "<b>x</b>", "note", "<script>1</script>"))
                .must(201)
                .json()
                .get("id")
                .asLong();
        browser.open("/paints/" + id);
        browser.seeText(words);
        browser.seeText("<script>1</script>");
        assertThat(browser.all(By.cssSelector("main img"))).isEmpty();
    }

    /** Every page: nothing serious by axe-core, no error logged, and it holds from 360 to 1920 pixels. */
    @TestFactory
    Stream<DynamicTest> everyPageHolds() {
        return Stream.of(
                        List.of("/collection", "painted out"),
                        List.of("/collection?find=pb29+single", "pigment PB29"),
                        List.of("/collection?find=nothingatall", "Nothing in the collection"),
                        List.of("dusk", "Three voices"),
                        List.of("dusk/edit", "What the label claims"),
                        List.of("/paints/new", "What came"),
                        List.of("/shelf", "Record book"),
                        List.of("ring", "R2·8"),
                        List.of("/pigments", "in the reference"),
                        List.of("/pigments/PB29", "alone"),
                        List.of("/makers", "Vessanti"),
                        List.of("maker", "own symbols"),
                        List.of("line", "Colour"),
                        List.of("/doubts", "Rock Pool Blue"),
                        List.of("/account", "Done lately"),
                        List.of("measure", "Area measured"))
                .map(page -> DynamicTest.dynamicTest(page.get(0), () -> {
                    if (!browser.text().contains("Doubtful labels") || !signedInAsDemo())
                        signIn(DEMO, "island light 7");
                    browser.size(1280, 800);
                    browser.open(address(page.get(0)));
                    browser.seeText(page.get(1));
                    assertThat(browser.seriousFaults()).isEmpty();
                    for (int width : new int[] {1920, 768, 390, 360}) {
                        browser.size(width, 844);
                        browser.seeText(page.get(1));
                        assertThat((Long) browser.script("return document.documentElement.scrollWidth"))
                                .as("no sideways scrolling at " + width)
                                .isLessThanOrEqualTo(width);
                    }
                    browser.size(1280, 800);
                    assertThat(browser.errors()).isEmpty();
                }));
    }

    private static boolean signedInAsDemo() {
        return browser.script(
                        "const r = new XMLHttpRequest(); r.open('GET', '/api/session', false); r.send(); return r.responseText")
                .toString()
                .contains(DEMO);
    }

    private static String address(String name) {
        Api demo = Api.stranger();
        demo.post("/api/session", Map.of("email", DEMO, "password", "island light 7"))
                .must(200);
        var dusk = demo.find("\"dusk heather\"").json().at("/paints/0/id");
        var page = demo.get("/api/paints/" + dusk.asLong()).json();
        return switch (name) {
            case "dusk" -> "/paints/" + dusk.asLong();
            case "dusk/edit" -> "/paints/" + dusk.asLong() + "/edit";
            case "ring" -> "/shelf/" + page.at("/swatches/0/keeper").asLong();
            case "maker" -> "/makers/" + page.get("makerId").asLong();
            case "line" -> "/lines/" + page.get("lineId").asLong();
            case "measure" ->
                "/pictures/" + page.at("/swatches/0/pictures/0/id").asLong() + "/measure/" + dusk.asLong();
            default -> name;
        };
    }

    @Test
    void theEveningThemeIsAsReadable() {
        signIn(DEMO, "island light 7");
        browser.open("/account");
        browser.press("Middle grey, for evening");
        browser.open("/collection");
        browser.seeText("painted out");
        assertThat(browser.script("return document.documentElement.dataset.theme"))
                .isEqualTo("evening");
        assertThat(browser.seriousFaults()).isEmpty();
        browser.script("localStorage.clear()");
    }

    /** Only the paint has colour: every colour of the stylesheet in use has chroma 0. */
    @Test
    void onlyThePaintHasColour() {
        signIn(DEMO, "island light 7");
        for (String path : List.of("/collection", "/shelf", "/pigments", "/account", "/paints/new")) {
            browser.open(path);
            browser.see(By.tagName("h1"));
            @SuppressWarnings("unchecked")
            List<String> coloured = (List<String>) browser.script("""
                    const ctx = document.createElement('canvas').getContext('2d', { willReadFrequently: true });
                    const grey = c => { ctx.clearRect(0, 0, 1, 1); ctx.fillStyle = c; ctx.fillRect(0, 0, 1, 1);
                      const [r, g, b] = ctx.getImageData(0, 0, 1, 1).data; return Math.max(r, g, b) - Math.min(r, g, b) <= 2; };
                    return [...document.querySelectorAll('body *')].flatMap(e => { const s = getComputedStyle(e);
                      return ['color', 'backgroundColor', 'borderTopColor', 'outlineColor', 'fill', 'stroke']
                        .filter(p => s[p] && s[p] !== 'none' && !grey(s[p])).map(p => e.tagName + ' ' + p + ' ' + s[p]); });
                    """);
            assertThat(coloured).as(path).isEmpty();
        }
    }
}
