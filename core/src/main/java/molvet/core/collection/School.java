package molvet.core.collection;

/** In which order colours are painted out. Practice differs, and none is wrong (common practice, no published source). */
public enum School {
    SEVEN_GROUPS("seven groups, cool to warm in each"),
    YELLOW_FIRST("yellow, orange, red, violet, blue, green, neutrals"),
    RAINBOW("rainbow from red"),
    NEUTRALS_FIRST("neutrals first"),
    WHEEL("round the wheel, yellow on top"),
    MAKER("the maker’s order"),
    MEASURED_HUE("measured hue"),
    BY_HAND("by hand");

    private final String words;

    School(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
