package molvet.core.fading;

import java.util.List;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What fading adds to the find language: what hangs in the light, what faded, what was never tested. */
public final class FadingTerms {
    private static final String MENU = "In the light";

    public static final Term.Plain FADED = Term.Plain.of("faded on my wall");
    public static final Term.Plain HELD = Term.Plain.of("did not fade on my wall");
    public static final Term.Plain TESTED = Term.Plain.of("tested in light");
    public static final Term.Plain NOT_TESTED = Term.Plain.of("never tested in light");
    public static final Term.Plain HANGS = Term.Plain.of("hangs in the light");

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(
                    MENU,
                    FADED,
                    "faded on my wall",
                    "faded on the wall",
                    "faded in my window",
                    "faded in my window test",
                    "faded in my test",
                    "faded in the test",
                    "has faded",
                    "faded"),
            TermKind.plain(MENU, HELD, "did not fade on my wall", "did not fade", "held on my wall"),
            TermKind.plain(
                    MENU,
                    TESTED,
                    "tested in light",
                    "tested",
                    "light tested",
                    "tested on my wall",
                    "fading test",
                    "with a fading test",
                    "in a fading test",
                    "light test",
                    "with a light test"),
            TermKind.plain(
                    MENU,
                    NOT_TESTED,
                    "never tested in light",
                    "untested",
                    "not tested",
                    "never tested",
                    "not tested in light",
                    "not light tested",
                    "needs testing",
                    "need testing",
                    "to test"),
            TermKind.plain(
                    MENU,
                    HANGS,
                    "hangs in the light",
                    "in the light",
                    "exposed",
                    "hanging in the light",
                    "in the window",
                    "in my window"));

    private FadingTerms() {}
}
