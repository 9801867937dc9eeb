package molvet.core.reading;

import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.colour.Srgb;
import molvet.core.colour.Xyz;

/**
 * From shares of the paper’s light to colour: by the white of the paper alone, with what is known of the device, or by a
 * colour-checker.
 */
final class Rendering {
    private final Light light;
    private final double[] paper;
    private final Optional<Checker.Fitted> checker;
    private final Optional<EyeTable> eye;
    private final Lab white;

    private Rendering(Light light, double[] paper, Optional<Checker.Fitted> checker, Optional<DeviceEye> eye) {
        this.eye = eye.map(EyeTable::new);
        this.light = light;
        this.paper = paper;
        this.checker = checker;
        this.white = lab(1, 1, 1);
    }

    /** @param white what bare paper is taken to be */
    static Rendering onPaper(Lab white, Light light, Optional<DeviceEye> eye) {
        return new Rendering(light, light.rgb(white.toXyz()), Optional.empty(), eye);
    }

    /** @param eye what setting the picture right by its checker leaves, learnt from the same patches */
    static Rendering checked(Checker.Fitted checker, Light light, Optional<DeviceEye> eye) {
        return new Rendering(light, new double[3], Optional.of(checker), eye);
    }

    Lab white() {
        return white;
    }

    Xyz xyz(double r, double g, double b) {
        Xyz seen =
                checker.isPresent() ? checker.get().xyz(r, g, b) : light.xyz(r * paper[0], g * paper[1], b * paper[2]);
        return eye.isPresent() ? eye.get().corrected(seen) : seen;
    }

    /** For the screen, as {@code 0xrrggbb}. */
    int screen(double r, double g, double b) {
        Xyz c = xyz(r, g, b).adapted(Xyz.D50, Xyz.D65);
        return Srgb.screen(c);
    }

    Lab lab(double r, double g, double b) {
        Xyz c = xyz(r, g, b);
        return Lab.ofXyz(new Xyz(within(c.x()), within(c.y()), within(c.z())));
    }

    /** A speck that shines is no surface colour, but must not stop the reading. */
    private static double within(double v) {
        return Math.max(0.0005, Math.min(1.2, v));
    }
}
