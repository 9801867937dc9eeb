package molvet.core.fading;

import molvet.core.maker.PublishedScale;
import molvet.core.pigment.Lightfastness;

/**
 * The eight blue wool references of ISO 105-B01: strips of cloth that hang beside what is tested and say by themselves how much
 * light there was. Each needs about twice the light of the one before, or more, to fade as far (from memory).
 */
public final class BlueWool {
    public static final int STEPS = 8;

    /**
     * A reference that changed so much in ΔE*ab has visibly gone: step 4 of the grey scale of ISO 105-A02, which is ΔE*ab 1.7
     * (from memory).
     */
    public static final double GONE = 1.7;

    /** Light after which each has just noticeably gone, in Mlux·h: CIE 157:2004, of light with ultraviolet (from memory). */
    private static final double[] WITH_UV = {0.22, 0.6, 1.5, 3.5, 8, 20, 50, 120};
    /** The same of light without ultraviolet (from memory). */
    private static final double[] WITHOUT_UV = {0.3, 1, 3, 10, 30, 100, 300, 1100};

    private BlueWool() {}

    /** Mlux·h after which a step, from 1, has just noticeably gone. */
    public static double dose(int step, boolean ultraviolet) {
        return (ultraviolet ? WITH_UV : WITHOUT_UV)[step - 1];
    }

    /** The highest step that so much light takes visibly; 0 for none. */
    public static int goneAfter(double megaluxHours, boolean ultraviolet) {
        int gone = 0;
        while (gone < STEPS && dose(gone + 1, ultraviolet) <= megaluxHours) gone++;
        return gone;
    }

    /** On our scale, of what lasts as long as a step; below the first is fugitive too, beyond the last excellent. */
    public static Lightfastness grade(int step) {
        String symbol = String.valueOf(Math.max(1, Math.min(STEPS, step)));
        return (Lightfastness)
                PublishedScale.BLUE_WOOL.scale().claim(symbol).grade().orElseThrow();
    }
}
