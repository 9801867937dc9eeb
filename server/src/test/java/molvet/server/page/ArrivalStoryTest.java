package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.server.Api;
import molvet.server.demo.LoadedDemo;
import molvet.server.reading.standin.SimulatedPainter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** From the hand into the collection: tubes, gifts, sales, a dot card, pans, a list of one’s own. */
class ArrivalStoryTest extends Story {
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
}
