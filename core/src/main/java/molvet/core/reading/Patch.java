package molvet.core.reading;

import molvet.core.colour.Lab;

/**
 * A small rectangle of a picture, pixel by pixel in rows, as L*a*b* D50.
 *
 * @param width pixels across
 * @param pixels {@code width × height} colours
 */
public record Patch(int width, Lab[] pixels) {
    public Patch {
        if (width < 1 || pixels.length == 0 || pixels.length % width != 0) {
            throw new IllegalArgumentException(
                    "A patch needs whole rows: " + pixels.length + " pixels, width " + width);
        }
    }

    public int height() {
        return pixels.length / width;
    }

    Lab at(int x, int y) {
        return pixels[y * width + x];
    }
}
