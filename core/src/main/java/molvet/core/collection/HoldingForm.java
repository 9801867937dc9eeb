package molvet.core.collection;

import java.util.Locale;

/** The form of one physical lot of paint. */
public enum HoldingForm {
    TUBE,
    HALF_PAN,
    FULL_PAN,
    MINI_PAN,
    STICK,
    DOT,
    BOTTLE,
    SAMPLE;

    /** Dots and samples are tried, not owned. */
    public boolean isOnlyASample() {
        return this == DOT || this == SAMPLE;
    }

    public String words() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
