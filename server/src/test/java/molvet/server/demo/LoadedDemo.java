package molvet.server.demo;

import java.util.Map;
import molvet.server.Api;
import molvet.server.RunningMolvet;
import molvet.server.TestDatabase;

/**
 * The demo collection, made once for all tests that look at it; they leave it as it was. In a whole run it stands in the
 * database they begin with.
 */
public final class LoadedDemo {
    public static final String EMAIL = "ines@molvet.example";
    public static final String PASSWORD = "island light 7";
    private static Api api;

    private LoadedDemo() {}

    /** Signed in as its collector. */
    public static synchronized Api api() {
        if (api == null) api = loaded();
        return api;
    }

    private static Api loaded() {
        boolean there = TestDatabase.get().isCopy();
        if (!there) RunningMolvet.context().getBean(DemoCollection.class).load(EMAIL, PASSWORD);
        Api signedIn = Api.stranger();
        signedIn.post("/api/session", Map.of("email", EMAIL, "password", PASSWORD))
                .must(200);
        // What is looked at has come to rest.
        signedIn.get("/api/readings")
                .json()
                .get("readings")
                .forEach(r -> signedIn.read(r.get("reading").asLong()));
        return signedIn;
    }
}
