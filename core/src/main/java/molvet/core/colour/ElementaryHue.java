package molvet.core.colour;

/**
 * The four hues that no other is seen in, and the words painters have for a turn towards each: a violet is redder or bluer than
 * another, never greener; a yellow is greener or redder.
 *
 * <p>Their angles in CIELAB are about those of the NCS and near CIECAM02’s unique hues (CIE 159:2004: 20.14°, 90.00°, 164.25°,
 * 237.53°, by its own hue angle); from memory. Around each lies a stretch in which a colour already bears its name, so that a
 * turn there is named for the next: a warm red that turns on is yellower, not redder, and of two
 * ultramarines one is the greener and one the redder (common practice, no published source).
 */
public enum ElementaryHue {
    RED(25, 30, 30, "redder"),
    YELLOW(90, 12, 12, "yellower"),
    GREEN(165, 25, 25, "greener"),
    BLUE(250, 25, 48, "bluer");

    private final double angle;
    private final double below;
    private final double above;
    private final String comparative;

    ElementaryHue(double angle, double below, double above, String comparative) {
        this.angle = angle;
        this.below = below;
        this.above = above;
        this.comparative = comparative;
    }

    /** “redder”. */
    public String comparative() {
        return comparative;
    }

    /** The one that a colour turns to, on the way from one hue to another, in degrees: ahead of it, and not the one it bears. */
    public static ElementaryHue ahead(double from, double to) {
        double turn = turn(from, to);
        ElementaryHue nearest = RED;
        double least = Double.MAX_VALUE;
        for (ElementaryHue e : values()) {
            double way = turn > 0 ? e.angle - from : from - e.angle;
            way = ((way % 360) + 360) % 360;
            if (way >= (turn > 0 ? e.below : e.above) && way < least) {
                least = way;
                nearest = e;
            }
        }
        return nearest;
    }

    /** The one that lies nearest to a direction in the plane of a* and b*: what a grey looks towards. */
    static ElementaryHue nearest(double hue) {
        ElementaryHue nearest = RED;
        double least = Double.MAX_VALUE;
        for (ElementaryHue e : values()) {
            double off = Math.abs(turn(hue, e.angle));
            if (off < least) {
                least = off;
                nearest = e;
            }
        }
        return nearest;
    }

    /** Degrees from one hue to the other, the shorter way; positive from red to yellow. */
    public static double turn(double from, double to) {
        double d = ((to - from) % 360 + 360) % 360;
        return d > 180 ? d - 360 : d;
    }
}
