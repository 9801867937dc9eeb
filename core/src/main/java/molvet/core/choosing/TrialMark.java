package molvet.core.choosing;

import java.util.Locale;

/** What one said of a paint with its trial in the hand. */
public enum TrialMark {
    YES,
    PERHAPS,
    NO;

    public String words() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** How much a candidate counts that was marked so (common practice, no published source); one without a mark counts 1. */
    public double counts() {
        return switch (this) {
            case YES -> 2;
            case PERHAPS -> 1;
            case NO -> 0;
        };
    }
}
