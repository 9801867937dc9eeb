package molvet.core.measure;

/**
 * A rectangle on paper in mm, from the top left corner of the page.
 *
 * @param width not negative
 * @param height not negative
 */
public record Rect(double x, double y, double width, double height) {
    private static final double HAIR = 1e-6;

    public Rect {
        if (!(width >= 0 && height >= 0) || !Double.isFinite(x + y + width + height)) {
            throw Refusal.of(
                    "rectangle", "A rectangle of " + width + " × " + height + " mm cannot be drawn.", "Check lengths.");
        }
    }

    public double right() {
        return x + width;
    }

    public double bottom() {
        return y + height;
    }

    public double centreX() {
        return x + width / 2;
    }

    public double centreY() {
        return y + height / 2;
    }

    /** Whether the two share more than an edge. */
    public boolean overlaps(Rect other) {
        return x < other.right() - HAIR
                && other.x < right() - HAIR
                && y < other.bottom() - HAIR
                && other.y < bottom() - HAIR;
    }

    public boolean isWithin(Rect other) {
        return x >= other.x - HAIR
                && y >= other.y - HAIR
                && right() <= other.right() + HAIR
                && bottom() <= other.bottom() + HAIR;
    }

    /** The smallest that holds both. */
    public Rect with(Rect other) {
        double left = Math.min(x, other.x);
        double top = Math.min(y, other.y);
        return new Rect(left, top, Math.max(right(), other.right()) - left, Math.max(bottom(), other.bottom()) - top);
    }

    public Rect moved(double byX, double byY) {
        return new Rect(x + byX, y + byY, width, height);
    }
}
