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
        if (api == null) {
            RunningMolvet.context().getBean(DemoCollection.class).load(EMAIL, PASSWORD);
            Api signedIn = Api.stranger();
            signedIn.post("/api/session", Map.of("email", EMAIL, "password", PASSWORD))
                    .must(200);
            api = signedIn;
        }
        return api;
    }
}
