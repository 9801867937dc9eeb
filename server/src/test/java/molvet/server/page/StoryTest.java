package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.demo.LoadedDemo;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** The page in a real browser, as a collector meets it. */
class StoryTest {
    private static Browser browser;
    private static Api demo;

    @BeforeAll
    static void open() {
        browser = new Browser(RunningMolvet.url());
        demo = LoadedDemo.api();
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
        // Nothing is mended unasked: the rest is shown, and the nearest is one click away.
        browser.seeText("the nearest is “harbour”");
        browser.press("/harbour dusk");
        browser.see(By.xpath("//a[contains(., 'Harbour Dusk')]"));
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    void theKeyboardReachesEverything() {
        signIn(LoadedDemo.EMAIL, LoadedDemo.PASSWORD);
        browser.seeText("painted out");
        browser.key("?");
        browser.seeText("log what arrived");
        browser.key(Keys.ESCAPE);
        browser.gone(By.xpath("//*[@role='dialog']"));
        browser.open("/collection?find=ring+1");
        browser.see(By.xpath("//aside//a[normalize-space()='Open']"));
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
        browser.seeText("One paint a line, parts in any order");
    }

    private static final String LINES = "One paint a line, parts in any order";

    /** Sixteen tubes of two givers, one of them not named, by keyboard alone from the first key to the last. */
    @Test
    void aGiftOfSixteenTubesFromTwoGivers() {
        Api me = fresh();
        browser.key("n");
        browser.see(By.cssSelector("textarea"));
        StringBuilder lines = new StringBuilder("From Bo:\n");
        for (char c = 'A'; c < 'I'; c++) lines.append("Shade ").append(c).append(", PB29, 15 ml\n");
        lines.append("From Quillina Post:\n");
        for (char c = 'A'; c < 'I'; c++) lines.append("Tone ").append(c).append(", PV19, 15 ml\n");
        browser.type(LINES, lines.toString());
        browser.seeText("16 paints understood");
        browser.field("What it is").sendKeys("gift");
        browser.press("Add a giver");
        browser.type("Giver 1", "Bo");
        browser.press("Add a giver");
        browser.type("Giver 2", "Quillina Post");
        browser.field("Whether giver 2 is named").sendKeys("not named; keep");
        browser.seeText("From giver 2:");
        browser.seeText("kept as it stands");
        assertThat(browser.text()).doesNotContain("Quillina");
        browser.driver().navigate().refresh();
        browser.seeText("16 paints understood");
        browser.press("Log 16 lines");
        browser.seeText("All arrivals");
        assertThat(browser.text()).doesNotContain("Quillina").contains("from giver 2", "thanks owed");
        assertThat(me.find("owned").json().get("total").asInt()).isEqualTo(16);
        browser.press("Undo");
        browser.seeText("16 paints understood");
        assertThat(me.find("").json().get("total").asInt()).isZero();
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    void aPartIsNamedOtherwiseWithOneKey() {
        fresh();
        browser.key("n");
        browser.type(LINES, "Dune PBr7 15 ml, dark");
        var part = browser.see(By.xpath("//button[normalize-space()='dark kept as a note']"));
        part.sendKeys("l");
        browser.see(By.xpath("//button[contains(., 'lightfastness')]"));
        assertThat(browser.field(LINES).getAttribute("value")).isEqualTo("Dune PBr7 15 ml, [lightfastness: dark]");
    }

    @Test
    void fiveSaleTubesOfAnOlderEditionShowOldNewAndSalePrice() {
        signIn(LoadedDemo.EMAIL, LoadedDemo.PASSWORD);
        browser.key("n");
        browser.type(LINES, "Pellworth\nLantern Yellow 15 ml old edition, was 8.20 now 5.74");
        browser.seeText("before the sale");
        assertThat(browser.text()).contains("0.383", "0.547", "-30.0 %", "You have it");
        browser.press("Throw away");
        browser.seeText("Autumn haul");
    }

    @Test
    void aChartFileBecomesADotCardOfFourSheetsWithOneWithdrawn(@TempDir Path dir) throws Exception {
        Api me = fresh();
        long maker = me.post("/api/makers", Map.of("name", "Vessanti"))
                .json()
                .get("id")
                .asLong();
        long line = me.post("/api/makers/" + maker + "/lines", Map.of("name", "Fieldbox"))
                .json()
                .get("id")
                .asLong();
        StringBuilder csv = new StringBuilder("Nr.;Farbname;Pigmente;Serie\n");
        for (int i = 1; i <= 238; i++)
            csv.append(i)
                    .append(";Shade ")
                    .append(i)
                    .append(i == 7 ? ";PB19" : ";PB29")
                    .append(";1\n");
        Path file = dir.resolve("chart.csv");
        Files.writeString(file, csv);
        browser.open("/lines/" + line + "/chart");
        browser.see(By.xpath("//h1"));
        browser.driver().findElement(By.cssSelector("input[type=file]")).sendKeys(file.toString());
        browser.seeText("238 colours in CSV");
        browser.seeText("Likely PV19");
        var cell = browser.field("Row 8, Pigmente");
        cell.sendKeys(Keys.chord(Keys.CONTROL, "a"), "PV19", Keys.TAB);
        browser.gone(By.xpath("//*[contains(text(), 'Likely PV19')]"));
        browser.press("Take in 238 colours");
        browser.seeText("238 colours");
        browser.press("Make a dot card");
        browser.type("Sheets", "4");
        browser.type("Withdrawn dots", "17");
        browser.press("Make it");
        browser.seeText("Made the dot card");
        browser.seeText("237 dots");
        browser.follow(By.xpath("//button[starts-with(@aria-label, 'Shade 17,')]"));
        browser.seeText("withdrawn, stickered over");
        browser.key(Keys.ESCAPE);
        assertThat(me.find("sampled").json().get("total").asInt()).isEqualTo(237);
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    void aTubeIsPouredIntoPansAndTheirLabelsAreThere() {
        Api me = fresh();
        long id = me.paint("Dusk Heather", "PV19").get("id").asLong();
        browser.open("/paints/" + id);
        browser.press("Pour");
        browser.seeText("The 15 ml left fill");
        browser.type("How many pans", "3");
        browser.follow(By.xpath("//form//button[normalize-space()='Pour']"));
        browser.seeText("3 half pans poured");
        browser.press("Print their labels");
        browser.seeText("3 labels");
        browser.see(By.cssSelector("img[alt='The first page of labels']"));
        browser.type("Across", "9");
        browser.seeText("do not fit on the page");
        browser.open("/pours");
        browser.seeText("Tacky until about");
        browser.follow(By.xpath("//button[starts-with(normalize-space(), 'Hard')]"));
        browser.seeText("Hard since");
        browser.open("/m/0001");
        browser.seeText("Three voices");
        browser.seeAddress("/paints/" + id);
    }

    @Test
    void elevenPaintsAsStripsArePaintedWithOneMistakeDriedAndFiledInABinder() {
        Api me = fresh();
        for (int i = 1; i <= 11; i++) me.paint("Strip " + i, "PB29");
        browser.open("/bench");
        browser.follow(By.xpath("//main//a[normalize-space()='Plan a chart'][contains(@class, 'btn')]"));
        browser.press("Take all 11");
        browser.follow(By.xpath("//select/optgroup/option[starts-with(., 'Eighth imperial')]"));
        browser.follow(By.xpath("//option[.='on the left']"));
        browser.seeText("11 paints on 1 page, 190.5 × 279.4 mm");
        browser.seeText("5 equal squares");
        browser.press("Plan it");
        browser.seeText("not begun");
        String chart = browser.address();
        browser.press("Paint it out");
        browser.size(390, 844);
        browser.seeText("0 of 11");
        browser.seeText("about 45 min left");
        for (int i = 1; i <= 10; i++) {
            browser.press("Painted, next");
            browser.seeText(i + " of 11");
        }
        browser.press("flows");
        browser.press("Painted");
        browser.seeText("Every cell is painted.");
        browser.size(1280, 800);
        browser.open(chart);
        browser.seeText("11 cells drying");
        browser.follow(By.xpath("//section[@aria-label='Cells']//li[3]//button"));
        browser.follow(By.xpath("//option[.='swapped with another cell']"));
        browser.type("The other cell", "4");
        browser.press("Correct the record");
        browser.seeText("cell 3 and cell 4 are swapped");
        browser.press("All dry");
        browser.type("From place", "binder 1 page 1 cell 1");
        browser.follow(By.xpath("//section[@aria-label='File it']//button[normalize-space()='File']"));
        browser.press("Make it, and file");
        browser.seeText("B1·p1·c11");
        browser.open("/shelf");
        browser.seeText("11 of 330");
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    void aPaintedSheetIsScannedMendedAcceptedAndEveryStripIsDrawnFromIt() {
        Api me = fresh();
        String[] paints = {"Gorse", "PY154", "Deep Water", "PB29", "Rust", "PR101", "Kelp", "PG7"};
        List<Long> ids = new ArrayList<>();
        for (int i = 0; i < paints.length; i += 2) {
            ids.add(me.paint(paints[i], paints[i + 1]).get("id").asLong());
        }
        me.post(
                        "/api/charts",
                        Map.of(
                                "form",
                                "STRIPS",
                                "school",
                                "BY_HAND",
                                "title",
                                "Four of them",
                                "paints",
                                ids,
                                "paper",
                                Map.of("width", 150, "height", 110),
                                "options",
                                Map.of("opacityLine", true)))
                .must(201);
        browser.open("/bench");
        browser.follow(By.xpath("//a[contains(., 'Four of them')]"));
        browser.follow(By.xpath("//main//a[normalize-space()='Read it']"));
        browser.follow(By.xpath("//label[contains(., 'mixes up the first two cells')]"));
        browser.press("Paint it and look at it");
        browser.seeAddress("/readings/");
        browser.seeText("Look at these first");
        browser.seeText("Gorse and Deep Water may be swapped.");
        assertThat(browser.text()).contains("A flat, even scan", "Marks within");
        browser.press("They are swapped");
        browser.gone(By.xpath("//*[contains(., 'may be swapped')]"));
        browser.see(By.cssSelector("img[alt='Your own paper']"));
        browser.press("As read");
        browser.press("Accept 4 swatches");
        browser.seeText("in the collection");
        browser.open("/collection");
        browser.see(By.cssSelector("img[alt^='Kelp, full strength']"));
        assertThat(browser.all(By.cssSelector("img[alt$='full strength to palest']")))
                .hasSizeGreaterThanOrEqualTo(4);
        browser.open("/paints/" + ids.get(3));
        browser.seeText("read from a sheet");
        assertThat(browser.errors()).isEmpty();
    }

    /** The questions asked of a collection; the last of them where there is no network. */
    @Test
    void whatIsAskedOfACollectionIsAnsweredAndTheShopNeedsNoNetwork() {
        signIn(LoadedDemo.EMAIL, LoadedDemo.PASSWORD);
        browser.open("/doubts?find=from+%22Field+box+of+28%22");
        browser.seeText("gravest first");
        assertThat(browser.all(By.cssSelector("main ol > li")).size()).isGreaterThanOrEqualTo(5);
        browser.open("/pigments/PB29");
        browser.seeText("is the warmest");
        String twelve = Pages.blues(demo, 12);
        browser.open("/compare?paints=" + twelve);
        browser.seeText("What matters");
        assertThat(browser.all(By.cssSelector("ul[aria-label='Strips'] > li")).size())
                .isGreaterThanOrEqualTo(12);
        assertThat(demo.get("/api/compare.pdf?paints=" + twelve).must(200).bytes())
                .startsWith("%PDF".getBytes());
        browser.size(390, 844);
        browser.open("/shop");
        browser.seeText("Up to date");
        network(false);
        try {
            browser.type("Name on the tube", "Egg of the Auk");
            browser.type("Pigments on the tube", "pb 29");
            browser.press("Do I need it?");
            browser.seeText("From what this phone carries");
            browser.seeText("You have one of the same pigments.");
            browser.press("Wish for it");
            browser.type("Why", "for the cliffs");
            browser.press("Note it");
            browser.seeText("1 note waits here");
        } finally {
            network(true);
        }
        browser.seeText("Egg of the Auk was there; the wish is kept with it.");
        browser.size(1280, 800);
    }

    /** Opened once at home, it opens in the shop: a first visit is all that is needed. */
    @Test
    void aFirstVisitIsEnoughToOpenTheShopWhereThereIsNoNetwork() {
        Api me = Api.collector();
        me.paint("Egg of the Auk", "PB29");
        try (Wire wire = new Wire(RunningMolvet.url());
                Browser phone = new Browser(wire.url())) {
            phone.size(390, 844);
            phone.open("/shop");
            phone.type("E-mail", me.email());
            phone.type("Password", Api.PASSWORD);
            phone.press("Sign in");
            phone.seeText("Up to date, and carried along: 1 paint as of");
            phone.await("return caches.open('molvet-shell').then(c => c.keys()).then(k => k.length > 3)");
            phone.await("return caches.match('/api/session').then(kept => kept.json()).then(s => s.signedIn)");
            wire.cut();
            phone.open("/shop");
            phone.seeText("Without a network: 1 paint as of");
            phone.type("Pigments on the tube", "PB 29");
            phone.press("Do I need it?");
            phone.seeText("You have one of the same pigments.");
            phone.type("Name on the tube", "Night Ferry");
            phone.press("I bought it");
            phone.press("Note it");
            phone.seeText("1 note waits here");
            phone.open("/shop");
            phone.seeText("1 note waits here");
            wire.mend();
            phone.seeText("Night Ferry is catalogued, bought on");
        }
        assertThat(me.find("night ferry").json().get("total").asInt()).isEqualTo(1);
    }

    private static void network(boolean there) {
        browser.driver().executeCdpCommand("Network.enable", java.util.Map.of());
        browser.driver()
                .executeCdpCommand(
                        "Network.emulateNetworkConditions",
                        java.util.Map.of(
                                "offline", !there, "latency", 0, "downloadThroughput", -1, "uploadThroughput", -1));
    }

    @Test
    void anOrderIsMadeByKeyboardAndARingIsPutInOrderCardByCard() {
        Api me = fresh();
        me.painted("Soot", "R1 1");
        me.paint("Lemon", "PY175");
        me.paint("Rust", "PR101");
        browser.open("/bench/new");
        browser.press("Take all 2");
        browser.see(By.cssSelector("button[aria-label='Move Rust']"));
        var grip = browser.see(By.xpath("//ol[@aria-label='Order']//li[1]//button[starts-with(@aria-label, 'Move')]"));
        String first = grip.getAttribute("aria-label");
        grip.sendKeys(Keys.SPACE);
        browser.see(By.xpath("//button[@aria-pressed='true'][@aria-label='" + first + "']"));
        grip.sendKeys(Keys.ARROW_DOWN);
        browser.see(By.xpath("//ol[@aria-label='Order']/li[2][contains(@style, 'translate')]"));
        grip.sendKeys(Keys.SPACE);
        browser.see(By.xpath("//ol[@aria-label='Order']//li[2]//button[@aria-label='" + first + "']"));
        browser.see(By.xpath("//option[.='By hand'][@value='BY_HAND']"));

        long yellow = me.paint("Gorse", "PY151").get("id").asLong();
        me.post("/api/paints/" + yellow + "/swatches", Map.of("place", "R1 2")).must(201);
        browser.open("/shelf/at?code=R1-1");
        browser.press("Put in order");
        browser.follow(By.xpath("//option[starts-with(., 'Yellow, orange')]"));
        browser.press("Begin");
        browser.seeText("1 of 2 stay where they are; 1 card to move.");
        browser.press("It is there");
        browser.seeText("Every card is where it belongs.");
        browser.open("/m/0001#R1·9");
        browser.seeText("the card in your hand says");
        browser.press("Put back at R1·9");
        browser.seeText("Filed at R1·9");
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    void aPaletteIsLaidOrderedMovedByKeysKeptPrintedAndItsPaintingsNoted() {
        Api me = fresh();
        me.paint("Lantern Yellow", "PY151");
        me.paint("Signal Red", "PR254");
        me.paint("Deep Shelter Blue", "PB29");
        me.paint("Kelp Green", "PG18");
        browser.open("/palettes");
        browser.seeText("Nothing here yet");
        browser.type("Name", "The field tin");
        browser.type("Fill it from a find", "owned");
        browser.press("Begin");
        browser.seeText("4 of 18 filled");
        browser.seeText("Roughness");
        browser.press("Order");
        browser.seeText("as it is");
        browser.press("Lay it so");
        browser.gone(By.xpath("//button[normalize-space()='Lay it so']"));
        browser.see(By.cssSelector("[data-well='0']")).sendKeys("m");
        browser.seeText("is taken up");
        // What it does is said at once.
        browser.key(Keys.ARROW_RIGHT);
        browser.key("m");
        browser.seeText("moved: roughness");
        browser.press("Keep as version 1");
        browser.type("Since", "11012026");
        browser.type("Why", "what I have");
        browser.press("Keep");
        browser.seeText("version 1, since");
        browser.press("On paper");
        browser.press("Card for the lid");
        browser.see(By.cssSelector("img[alt='The printed page']"));
        browser.press("Close");
        browser.gone(By.cssSelector("[role=dialog]"));
        browser.follow(By.xpath("//a[normalize-space()='Paintings']"));
        browser.seeText("Tap each well");
        browser.type("What was painted", "A moth by the lamp");
        browser.type("On", "11022026");
        browser.follow(By.xpath("//button[contains(@aria-label, 'Deep Shelter Blue')]"));
        browser.press("Note it");
        browser.see(By.xpath("//li//*[normalize-space()='A moth by the lamp']"));
        browser.open("/palettes/boxes");
        browser.press("Lay them");
        browser.seeText("have no place");
        browser.seeText("Tin of 18 half pans");
    }

    @Test
    void twoPaintsAreMixedOnThePageKeptAndFoundAgain() {
        Api me = fresh();
        me.paint("Deep Shelter Blue", "PB29");
        me.paint("Burnt Point", "PBr7");
        browser.open("/mixing");
        browser.seeText("before a brush is wet");
        browser.type("Begin with a paint", "shelter");
        browser.follow(By.xpath("//li//button[contains(., 'Deep Shelter Blue')]"));
        browser.seeText("It is one paint by itself");
        browser.type("Add a paint", "burnt");
        browser.follow(By.xpath("//li//button[contains(., 'Burnt Point')]"));
        browser.seeText("From Deep Shelter Blue to Burnt Point");
        browser.follow(By.xpath("//button[@aria-label='One part more of Burnt Point']"));
        browser.see(By.xpath("//*[@aria-label='2 parts of Burnt Point']"));
        browser.seeText("in nine of ten");
        browser.type("Keep it as", "Shadow on limewash");
        browser.press("Keep");
        browser.seeText("Kept as X-0001");
        browser.follow(By.xpath("//a[normalize-space()='Kept and painted']"));
        browser.type("Find a mixture", "mix of pb29 and pbr7");
        browser.seeText("mixtures of PB29 and PBr7");
        browser.see(By.xpath("//li[contains(., 'Shadow on limewash')]"));
        browser.open("/mixing/greys?from=owned");
        browser.seeText("at half strength, as dark as");
    }

    @Test
    void aListOfOnesOwnIsPastedMendedBroughtInAndOnePaintOfItShared() {
        Api me = fresh();
        browser.open("/import");
        browser.type(
                "Or paste the rows, with their headings",
                "Farbname;Hersteller;Pigmente;Preis;Musterkarte\nAbendrose;Pellworth;PB19;9,80;R1 1\nHeiderose;Pellworth;PB19;ca. 8;R1 2");
        browser.press("Look through it");
        browser.seeText("2 new paints, 2 holdings, 2 to look at");
        browser.press("Mend, all 2 alike");
        browser.seeText("2 new paints, 2 holdings, 1 to look at");
        browser.press("Bring in 2 rows");
        browser.seeText("Brought in a list: 2 new paints, 2 holdings.");
        assertThat(me.find("PV19").json().get("total").asInt()).isEqualTo(2);
        browser.open("/collection?find=Abendrose");
        browser.follow(By.xpath("//a[contains(., 'Abendrose')]"));
        browser.press("Share");
        browser.press("Make the address");
        browser.seeText("This address is told once");
        String address = browser.field("Address").getAttribute("value");
        browser.open(address.substring(address.indexOf("/s/")));
        browser.seeText("A paint, as of");
        assertThat(browser.text()).contains("Abendrose", "PV19").doesNotContain("9.80", "R1·1", "Collection");
        assertThat(browser.seriousFaults()).isEmpty();
        browser.open("/shared");
        browser.seeText("looked at once");
        browser.press("Take back");
        browser.seeText("Nothing is shared.");
        browser.open(address.substring(address.indexOf("/s/")));
        browser.seeText("Nothing here");
    }

    @Test
    void theViewIsInTheAddressSoThatBackAndLinksWork() {
        signIn(LoadedDemo.EMAIL, LoadedDemo.PASSWORD);
        browser.open("/collection?find=pb29+single&order=name");
        browser.seeText("pigment PB29");
        browser.see(By.xpath("//button[@aria-label='Take away single']")).click();
        browser.seeAddress("find=PB29&order=name");
        browser.driver().navigate().back();
        browser.see(By.xpath("//button[@aria-label='Take away single']"));
        browser.see(By.xpath("//nav[@aria-label='What waits']/a[contains(., 'to read')]"))
                .click();
        browser.seeText("8 paints found");
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
        String kept = RunningMolvet.withoutDatabase(() -> {
            browser.press("Catalogue it");
            browser.seeText("What you typed stays here");
            return browser.field("Name on the label").getAttribute("value");
        });
        assertThat(kept).isEqualTo("Storm Petrel");
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
}
