package molvet.server.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.demo.LoadedDemo;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;

/** What holds wherever one is: keys, finding, no network, two windows, a database that is away, words that stay words. */
class HouseStoryTest extends Story {
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
