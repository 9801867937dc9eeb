package molvet.core.collection;

import molvet.core.pigment.Hue;

/** The families colours are sorted into before they are ordered within. */
public enum Family {
    YELLOW("yellow", 92),
    ORANGE("orange", 62),
    RED("red", 30),
    PINK("pink", 0),
    VIOLET("violet", 315),
    BLUE("blue", 268),
    GREEN("green", 160),
    EARTH("earth", 70),
    BROWN("brown", 50),
    GREY("grey", 260),
    BLACK("black", 260),
    WHITE("white", 90);

    private final String words;
    private final double hue;

    Family(String words, double hue) {
        this.words = words;
        this.hue = hue;
    }

    public String words() {
        return words;
    }

    /** Hue angle taken where none was measured, in degrees of CIE L*a*b* (from memory: the middle of the family). */
    double hue() {
        return hue;
    }

    /** L* taken where nothing else tells it (from memory: the middle of the family at full strength). */
    double lightness() {
        return switch (this) {
            case WHITE -> 95;
            case YELLOW -> 80;
            case ORANGE -> 60;
            case EARTH -> 55;
            case GREY, RED -> 42;
            case PINK, GREEN, BROWN -> 36;
            case VIOLET, BLUE -> 27;
            case BLACK -> 17;
        };
    }

    public boolean isNeutral() {
        return this == GREY || this == BLACK || this == WHITE;
    }

    public boolean isEarth() {
        return this == EARTH || this == BROWN;
    }

    static Family of(Hue hue) {
        return switch (hue) {
            case YELLOW -> YELLOW;
            case ORANGE -> ORANGE;
            case RED -> RED;
            case ROSE -> PINK;
            case VIOLET -> VIOLET;
            case BLUE -> BLUE;
            case GREEN -> GREEN;
            case EARTH -> EARTH;
            case BROWN -> BROWN;
            case GREY, METAL -> GREY;
            case BLACK -> BLACK;
            case WHITE -> WHITE;
        };
    }
}
