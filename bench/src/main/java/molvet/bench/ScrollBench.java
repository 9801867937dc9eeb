package molvet.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import org.openqa.selenium.By;
import org.openqa.selenium.Cookie;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.WebDriverWait;

/**
 * Frames a second while the first view of 5,000 paints scrolls, in headless Chromium drawing in software, against the
 * same browser scrolling a page of bare lines, which is as fast as this machine draws.
 *
 * <p>Arguments: address of a running Molvet, JDBC address of its database.
 */
public final class ScrollBench {
    private static final int PAINTS = Size.of(5_000, 1_000);
    /** Scrolls 60 px a frame for four seconds; answers frames a second and the longest frame in ms. */
    private static final String SCROLL = """
            const done = arguments[0], frames = [];
            const start = performance.now();
            const step = (now) => {
              frames.push(now);
              window.scrollBy(0, 60);
              if (now - start < 4000) requestAnimationFrame(step);
              else {
                const gaps = frames.slice(1).map((t, i) => t - frames[i]);
                done([gaps.length * 1000 / (frames.at(-1) - frames[0]), Math.max(...gaps), window.scrollY]);
              }
            };
            requestAnimationFrame(step);""";

    private ScrollBench() {}

    public static void main(String[] args) throws Exception {
        Client client = new Client(args[0]);
        client.get("/api/session");
        client.post("/api/collectors", """
                {"email":"five@molvet.example","name":"Five thousand","password":"three wet brushes"}""");
        try (Connection db = DriverManager.getConnection(args[1])) {
            LargeCollection.fill(client, db, "five@molvet.example", PAINTS);
        }
        Path profile = Files.createTempDirectory("molvet-bench-browser");
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
                "--disable-dev-shm-usage",
                "--window-size=1280,800",
                "--user-data-dir=" + profile);
        ChromeDriver browser = new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                        .build(),
                options);
        try {
            browser.manage().timeouts().scriptTimeout(Duration.ofSeconds(20));
            browser.get(args[0] + "/");
            browser.manage().addCookie(new Cookie("MOLVET", client.cookie("MOLVET")));
            browser.get(args[0] + "/collection");
            new WebDriverWait(browser, Duration.ofSeconds(20))
                    .until(b -> b.findElements(By.cssSelector("[aria-label=Paints] [role=listitem]"))
                                    .size()
                            > 5);
            double[] ours = scroll(browser);
            browser.get("data:text/html,<body>" + "<p>one%20plain%20line</p>".repeat(1500));
            double[] bare = scroll(browser);
            System.out.printf(
                    Locale.ROOT,
                    "| first view of 5,000 paints, scrolled %.0f px in 4 s: frames a second (longest frame %.0f ms) | %.1f |"
                            + " a page of bare lines: %.1f | %.2f× | at least 50 a second |%n",
                    ours[2],
                    ours[1],
                    ours[0],
                    bare[0],
                    ours[0] / bare[0]);
        } finally {
            browser.quit();
        }
    }

    private static double[] scroll(ChromeDriver browser) {
        browser.executeAsyncScript("setTimeout(arguments[0], 1500)");
        List<?> said = (List<?>) ((JavascriptExecutor) browser).executeAsyncScript(SCROLL);
        return said.stream().mapToDouble(n -> ((Number) n).doubleValue()).toArray();
    }
}
