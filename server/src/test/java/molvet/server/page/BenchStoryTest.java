package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import molvet.server.Api;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What is painted, read, put in order, laid into a palette and mixed. */
class BenchStoryTest extends Story {
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
}
