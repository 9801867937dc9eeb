package molvet.server.demo;

import java.util.Map;
import molvet.server.Api;
import molvet.server.RunningMolvet;

/** The demo collection, made once for all tests that look at it; they leave it as it was. */
public final class LoadedDemo {
    public static final String EMAIL = "ines@molvet.example";
    public static final String PASSWORD = "island light 7";
    private static Api api;

    private LoadedDemo() {}

    /** Signed in as its collector. */
    public static synchronized Api api() {
        if (api == null) api = loaded(EMAIL);
        return api;
    }

    /** The same for another collector, with its scan read: for a test that leaves it otherwise than it was. */
    public static Api of(String email) {
        Api me = loaded(email);
        me.get("/api/readings")
                .json()
                .get("readings")
                .forEach(r -> me.read(r.get("reading").asLong()));
        return me;
    }

    private static Api loaded(String email) {
        RunningMolvet.context().getBean(DemoCollection.class).load(email, PASSWORD);
        Api signedIn = Api.stranger();
        signedIn.post("/api/session", Map.of("email", email, "password", PASSWORD))
                .must(200);
        return signedIn;
    }
}
