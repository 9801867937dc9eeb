package molvet.core.chart;

import molvet.core.collection.EyeTrait;

/** What the eye can note of a cell by one tap, and the observation of its paint that it is. */
public enum EyeTap {
    FLOWS(EyeTrait.FLOW, "SPREADS"),
    RE_WETS(EyeTrait.REWETTING, "EASY"),
    PATCHY(EyeTrait.WASH, "PATCHY"),
    SPARKLES(EyeTrait.SPARKLE, "STRONG"),
    BUILD_UP(EyeTrait.STRENGTH, "WEAK"),
    GRANULATES(EyeTrait.GRANULATION, "MODERATE"),
    TACKY(EyeTrait.REWETTING, "NEVER_SETS"),
    LIFTS(EyeTrait.STAINING, "LOW");

    private final EyeTrait trait;
    private final String step;

    EyeTap(EyeTrait trait, String step) {
        this.trait = trait;
        this.step = step;
    }

    public EyeTrait trait() {
        return trait;
    }

    public String step() {
        return step;
    }
}
