package molvet.server.page;

import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.demo.LoadedDemo;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.openqa.selenium.By;

/** A person at the page in a real browser; one browser for all stories of a class. */
abstract class Story {
    protected static final String LINES = "One paint a line, parts in any order";
    protected static Browser browser;
    protected static Api demo;

    @BeforeAll
    static void open() {
        browser = new Browser(RunningMolvet.url());
        demo = LoadedDemo.api();
    }

    @AfterAll
    static void close() {
        browser.close();
    }

    protected static void signIn(String email, String password) {
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

    protected static Api fresh() {
        Api me = Api.collector();
        signIn(me.email(), Api.PASSWORD);
        return me;
    }
}
