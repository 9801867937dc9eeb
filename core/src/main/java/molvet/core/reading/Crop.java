package molvet.core.reading;

/**
 * The real paint, cut out of the picture and set straight, in the light the reading was taken in.
 *
 * @param rgb sRGB as {@code 0xrrggbb}, by rows
 */
public record Crop(int width, int height, int[] rgb) {}
