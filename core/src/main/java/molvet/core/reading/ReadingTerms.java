package molvet.core.reading;

import java.time.Period;
import java.util.List;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** What reading adds to the find language: what is dry and what is read. */
public final class ReadingTerms {
    private static final String MENU = "On paper";

    public static final Term.Plain DRYING = Term.Plain.of("drying");
    public static final Term.Plain NOT_READ = Term.Plain.of("no colour");

    public static final List<TermKind> KINDS = List.of(
            TermKind.plain(MENU, DRYING, "drying"),
            TermKind.plain(
                    MENU,
                    NOT_READ,
                    "not read",
                    "no colour",
                    "no color",
                    "unread",
                    "without a colour",
                    "without colour",
                    "not measured",
                    "unmeasured"));

    /**
     * How long a swatch is taken to dry that is not said to be dry: overnight (common practice, no published source). A cell
     * of a chart dries until it is said to be dry.
     */
    public static final Period DRIES = Period.ofDays(1);

    private ReadingTerms() {}
}
