package molvet.server.page;

import java.nio.file.Path;
import molvet.server.RunningMolvet;
import molvet.server.demo.DemoCollection;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;

/** The pictures in docs/screenshots, made from the demo collection. Run by {@code ./molvet shots}. */
@Tag("shots")
class Shots {
    private static final String LIST = """
            Farbname;Hersteller;Pigmente;Größe;Preis;gekauft am;gekauft bei;Musterkarte;Bewertung
            Abendrose;Pellworth;PB19;10 ml;ca. 8;5.5.2023;;R7 1;5/5
            Heiderose;Pellworth;PB19;halber Napf;7,80 €;5.5.2023;;R7 2;4/5
            Möwengrau;Kelpwik;PB29, PBr7;15 ml Tube;9,80 €;12.3.2024;Hafenladen;R7 3;3/5
            Tangblau;Kelpwick;PB15:3;15 ml Tube;9,80 €;12.3.2024;Hafenladen;Ring 7 Karte 4;
            Tangblau;Kelpwick;PB15:3;halber Napf;4,20 €;1.4.2024;;;
            Tern Grey;Pellworth;PB29, PBr7;15 ml Tube;8,20 €;;;;
            """;

    @Test
    void takeThemAll() {
        DemoCollection demo = RunningMolvet.context().getBean(DemoCollection.class);
        demo.load(DemoCollection.EMAIL, DemoCollection.PASSWORD);
        take(RunningMolvet.url(), Path.of("../docs/screenshots"));
    }

    /** Takes the pictures of a running demo: {@code URL DIRECTORY}. */
    public static void main(String[] args) {
        take(args[0], Path.of(args[1]));
    }

    private static void take(String url, Path dir) {
        try (Browser b = new Browser(url)) {
            b.open("/");
            b.seeText("Sign in");
            b.type("E-mail", DemoCollection.EMAIL);
            b.type("Password", DemoCollection.PASSWORD);
            b.press("Sign in");
            b.seeText("painted out");
            b.open("/collection?find=dusk+heather");
            b.follow(By.xpath("//a[contains(., 'Dusk Heather')]"));
            b.seeText("Three voices");
            String dusk = b.address();
            b.open("/collection?at=" + dusk.replaceAll("\\D", ""));
            b.see(By.xpath("//aside//a[normalize-space()='Open']"));
            b.picture(dir.resolve("collection.png"));
            b.open(dusk);
            b.seeText("Three voices");
            b.picture(dir.resolve("paint.png"));
            b.open("/paints/new");
            b.type("Name on the label", "Evening Violet");
            b.type("Pigments, as the label writes them", "PB19, pb 15 colon 3, secret");
            b.seeText("Take PV19");
            b.seeText("You have these");
            b.picture(dir.resolve("new-paint.png"));
            b.script("sessionStorage.clear()");
            b.open("/shelf/at?code=R2-8");
            b.seeText("R2·8");
            b.picture(dir.resolve("ring.png"));
            b.open("/arrivals");
            b.seeText("Autumn haul");
            b.follow(By.xpath("//a[contains(., 'Winter order')]"));
            b.seeText("paints understood");
            b.see(By.xpath("//*[contains(text(), 'Hardly told apart')]"));
            b.script("window.scrollTo(0, 330)");
            b.picture(dir.resolve("draft.png"));
            b.open("/dotcards");
            b.follow(By.xpath("//a[contains(., 'Inshore')]"));
            b.seeText("Sheet 4");
            b.picture(dir.resolve("dot-card.png"));
            b.open("/bench");
            b.seeText("moth plates");
            b.follow(By.xpath("//a[contains(., 'moth plates')]"));
            b.seeText("cells drying");
            String chart = b.address();
            b.picture(dir.resolve("chart.png"));
            b.open("/readings/1");
            b.seeText("may be swapped");
            b.see(By.cssSelector("img[alt='Your own paper']"));
            b.picture(dir.resolve("reading.png"));
            b.open("/bench/new?find=Kelpwick+painted");
            b.follow(By.xpath("//button[starts-with(normalize-space(), 'Take all')]"));
            b.seeText("21 paints on");
            b.picture(dir.resolve("plan.png"));
            b.script("localStorage.clear()");
            b.open("/palettes");
            b.follow(By.xpath("//a[contains(., 'The field tin')]"));
            b.seeText("Of the last");
            b.picture(dir.resolve("palette.png"));
            b.open("/import");
            b.type("Or paste the rows, with their headings", LIST);
            b.press("Look through it");
            b.seeText("to look at");
            b.picture(dir.resolve("import.png"));
            b.open("/mixing");
            b.type("Begin with a paint", "Deep Shelter Blue");
            b.follow(By.xpath("//li//button[contains(., 'Deep Shelter Blue')]"));
            b.seeText("It is one paint by itself");
            b.type("Add a paint", "Burnt Sienna Point");
            b.follow(By.xpath("//li//button[contains(., 'Burnt Sienna Point')]"));
            b.seeText("From Deep Shelter Blue to Burnt Sienna Point");
            b.follow(By.xpath("//button[@aria-label='One part more of Burnt Sienna Point']"));
            b.see(By.xpath("//*[@aria-label='2 parts of Burnt Sienna Point']"));
            b.seeText("in nine of ten");
            b.picture(dir.resolve("mixing.png"));
            b.open("/shortlists");
            b.follow(By.linkText("Moths by lamplight"));
            b.follow(By.xpath("//button[contains(., 'Final cut')]"));
            b.seeText("of your own into 12 wells");
            b.picture(dir.resolve("final-cut.png"));
            b.open("/stock/low");
            b.seeText("What takes its place");
            b.picture(dir.resolve("runs-low.png"));
            b.open("/doubts");
            b.seeText("Rock Pool Blue");
            b.picture(dir.resolve("doubts.png"));
            b.open("/compare?paints=19,17,16,15,80,36");
            b.seeText("What matters");
            b.picture(dir.resolve("compare.png"));
            b.open("/exposures");
            b.follow(By.linkText("South window, last winter"));
            b.seeText("Came back in the dark");
            b.picture(dir.resolve("fading.png"));
            b.size(390, 844);
            b.open(chart + "/paint");
            b.seeText("Painted, next");
            b.picture(dir.resolve("phone-paint.png"));
            b.open("/shop");
            b.type("Name on the tube", "Night Ferry");
            b.type("Pigments on the tube", "PB 28");
            b.press("Do I need it?");
            b.seeText("Of these pigments");
            b.script("window.scrollTo(0, 180)");
            b.picture(dir.resolve("phone-shop.png"));
        }
    }
}
