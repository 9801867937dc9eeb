package molvet.server.page;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.ExpectedConditions;
import org.openqa.selenium.support.ui.WebDriverWait;

/** Headless Chromium with a fresh profile, spoken to as a person would: by what is written on the page. */
public final class Browser implements AutoCloseable {
    private final ChromeDriver driver;
    private final String base;
    private final Path profile;

    public Browser(String base) {
        this(base, Map.of());
    }

    /** @param around what Chromium finds in its environment, such as a HOME with authorities it trusts */
    public Browser(String base, Map<String, String> around, String... arguments) {
        this.base = base;
        try {
            profile = Files.createTempDirectory("molvet-browser");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--disable-extensions",
                "--disable-component-extensions-with-background-pages",
                "--force-prefers-reduced-motion",
                "--disable-features=Translate,OptimizationHints,MediaRouter,CalculateNativeWinOcclusion",
                "--disable-dev-shm-usage",
                "--hide-scrollbars",
                "--window-size=1920,1080",
                "--force-color-profile=srgb",
                "--user-data-dir=" + profile);
        options.addArguments(arguments);
        options.setCapability("goog:loggingPrefs", Map.of("browser", "ALL"));
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                .withEnvironment(around)
                .build();
        driver = new ChromeDriver(service, options);
        size(1280, 800);
    }

    /** Sets the size of the page itself, to the pixel. */
    public void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", width < 500));
    }

    public void open(String path) {
        driver.get(base + path);
    }

    /** To another kind of page as by a link on this one: what is loaded already stays. */
    public void follow(String path) {
        script("""
                document.querySelectorAll('main :is(h1, h2)').forEach(h => h.dataset.before = '');
                history.pushState(null, '', arguments[0]);
                dispatchEvent(new PopStateEvent('popstate'));
                """, path);
        gone(By.cssSelector("[data-before]"));
    }

    public String address() {
        return driver.getCurrentUrl().substring(base.length());
    }

    public WebElement see(By what) {
        return patiently().until(ExpectedConditions.visibilityOfElementLocated(what));
    }

    public void seeText(String text) {
        try {
            patiently().until(d -> text().contains(text));
        } catch (org.openqa.selenium.TimeoutException e) {
            throw new AssertionError("“" + text + "” is not on " + address() + ":\n" + text() + "\n" + errors());
        }
    }

    public void seeAddress(String part) {
        patiently().until(d -> address().contains(part));
    }

    public void gone(By what) {
        patiently().until(ExpectedConditions.invisibilityOfElementLocated(what));
    }

    public void press(String button) {
        patiently()
                .until(ExpectedConditions.elementToBeClickable(
                        By.xpath("//*[self::button or self::a][normalize-space()=" + quoted(button) + "]")))
                .click();
    }

    public void follow(By link) {
        patiently().until(ExpectedConditions.elementToBeClickable(link)).click();
    }

    public WebElement field(String label) {
        return see(By.xpath("//*[@id=//label[normalize-space()=" + quoted(label) + "]/@for]|//*[@aria-label="
                + quoted(label) + "]"));
    }

    public void type(String label, String text) {
        WebElement field = field(label);
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), Keys.DELETE);
        field.sendKeys(text);
    }

    public void key(CharSequence... keys) {
        new org.openqa.selenium.interactions.Actions(driver).sendKeys(keys).perform();
    }

    /**
     * What can be read on the page, and stands in its boxes for lines. The browser’s own account: the driver’s walks every
     * element, again at each look.
     */
    public String text() {
        return (String) script("""
                return [document.body.innerText, ...[...document.querySelectorAll('textarea')].map(t => t.value)]
                  .join('\\n').replaceAll('\\u00a0', ' ');
                """);
    }

    public List<WebElement> all(By what) {
        return driver.findElements(what);
    }

    public ChromeDriver driver() {
        return driver;
    }

    public Object script(String code, Object... arguments) {
        return ((JavascriptExecutor) driver).executeScript(code, arguments);
    }

    /** Waits until what the script promises is true. */
    public void await(String code) {
        patiently()
                .until(d -> driver.executeAsyncScript("const done = arguments[arguments.length - 1]; (() => {" + code
                                + "})().then(done, () => done(false));")
                        .equals(true));
    }

    /** What axe-core finds serious or worse on the page as it stands, one line a rule and element. */
    @SuppressWarnings("unchecked")
    public List<String> seriousFaults() {
        if (!(Boolean) script("return 'axe' in window")) {
            try {
                script(Files.readString(Path.of("../web/node_modules/axe-core/axe.min.js")));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        driver.manage().timeouts().scriptTimeout(Duration.ofSeconds(60));
        return (List<String>) driver.executeAsyncScript("""
                const done = arguments[arguments.length - 1];
                axe.run(document, { resultTypes: ['violations'], runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'] }).then(r => done(r.violations
                  .filter(v => v.impact === 'serious' || v.impact === 'critical')
                  .flatMap(v => v.nodes.map(n => v.id + ': ' + n.html.slice(0, 160) + ' ' + (n.any[0]?.message ?? ''))))
                ).catch(e => done(['axe failed: ' + e]));
                """);
    }

    /** Errors the page logged, except for answers of the server that the page shows by itself. */
    public List<String> errors() {
        return driver.manage().logs().get("browser").getAll().stream()
                .filter(l -> l.getLevel().intValue() >= java.util.logging.Level.SEVERE.intValue())
                .map(Object::toString)
                .filter(l -> !l.contains("Failed to load resource"))
                .toList();
    }

    /** Waits until nothing is asked of the server and fonts are there, then takes the picture. */
    public void picture(Path file) {
        patiently()
                .until(d -> (Boolean)
                        script("return document.fonts.status === 'loaded' && !document.body.innerText.match(/^…$/m)"
                                + " && [...document.images].every(i => i.complete)"));
        try {
            Files.createDirectories(file.getParent());
            Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private WebDriverWait patiently() {
        return new WebDriverWait(driver, Duration.ofSeconds(60), Duration.ofMillis(60));
    }

    private static String quoted(String text) {
        return text.contains("'") ? '"' + text + '"' : "'" + text + "'";
    }

    @Override
    public void close() {
        driver.quit();
        try (var files = Files.walk(profile)) {
            files.sorted(java.util.Comparator.reverseOrder())
                    .forEach(f -> f.toFile().delete());
        } catch (IOException e) {
            // It lies in the temporary directory.
        }
    }
}
