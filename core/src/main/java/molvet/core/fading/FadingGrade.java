package molvet.core.fading;

import java.util.ArrayList;
import java.util.List;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Difference;
import molvet.core.colour.Lab;
import molvet.core.pigment.Lightfastness;

/**
 * What became of a colour in light, as ASTM D4303 would class the change: ΔE*ab up to 4, 8, 16 and 24 are the classes I to IV,
 * beyond is V (limits from memory). The standard’s class holds only after the standard’s dose of light.
 *
 * @param deltaEab the distance of 1976, which the standard counts in
 * @param deltaE00 as the eye sees it
 * @param reasons whole sentences
 */
public record FadingGrade(double deltaEab, double deltaE00, AstmClass astm, List<String> reasons) {
    /** Classes of ASTM D4303, best first, with the greatest ΔE*ab of each. */
    public enum AstmClass {
        I(4, Lightfastness.EXCELLENT),
        II(8, Lightfastness.VERY_GOOD),
        III(16, Lightfastness.FAIR),
        IV(24, Lightfastness.POOR),
        V(Double.POSITIVE_INFINITY, Lightfastness.FUGITIVE);

        private final double most;
        private final Lightfastness lightfastness;

        AstmClass(double most, Lightfastness lightfastness) {
            this.most = most;
            this.lightfastness = lightfastness;
        }

        public Lightfastness lightfastness() {
            return lightfastness;
        }

        /** A change of exactly a limit is of the better class. */
        public static AstmClass of(double deltaEab) {
            for (AstmClass c : values()) if (deltaEab <= c.most) return c;
            return V;
        }
    }

    public FadingGrade {
        reasons = List.copyOf(reasons);
    }

    public static FadingGrade of(Lab before, Lab after) {
        double ab = Math.sqrt(
                square(after.l() - before.l()) + square(after.a() - before.a()) + square(after.b() - before.b()));
        double e00 = DeltaE.ciede2000(before, after);
        AstmClass astm = AstmClass.of(ab);
        List<String> reasons = new ArrayList<>();
        reasons.add(String.format(
                java.util.Locale.ROOT,
                "ΔE*ab %.1f is %s: class %s of ASTM D4303, if the light was as much as the standard asks.",
                ab,
                limits(astm),
                astm));
        reasons.add(
                e00 < Difference.SEEN
                        ? String.format(java.util.Locale.ROOT, "ΔE00 %.1f: no eye sees that change.", e00)
                        : String.format(
                                java.util.Locale.ROOT, "ΔE00 %.1f: it became %s.", e00, Difference.how(before, after)));
        return new FadingGrade(ab, e00, astm, reasons);
    }

    private static String limits(AstmClass c) {
        int at = c.ordinal();
        if (c == AstmClass.I) return "at most 4";
        String more = "more than " + Math.round(AstmClass.values()[at - 1].most);
        return c == AstmClass.V ? more : more + " and at most " + Math.round(c.most);
    }

    private static double square(double x) {
        return x * x;
    }
}
