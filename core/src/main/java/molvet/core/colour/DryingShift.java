package molvet.core.colour;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * How a colour changed from wet to dry.
 *
 * @param deltaE CIEDE2000 between the two
 * @param lightness by how much it dried lighter, in L*; negative where it dried darker
 * @param chroma by how much it dried brighter, in C*ab; negative where it dried duller
 */
public record DryingShift(double deltaE, double lightness, double chroma) {
    public static DryingShift of(Lab wet, Lab dry) {
        return new DryingShift(wet.differenceFrom(dry), dry.l() - wet.l(), dry.chroma() - wet.chroma());
    }

    /** “6.1, lighter by 4 and duller by 7”; changes under one unit are not named. */
    public String words() {
        List<String> said = new ArrayList<>();
        if (Math.abs(lightness) >= 1) said.add((lightness > 0 ? "lighter by " : "darker by ") + whole(lightness));
        if (Math.abs(chroma) >= 1) said.add((chroma > 0 ? "brighter by " : "duller by ") + whole(chroma));
        String number = String.format(Locale.ROOT, "ΔE00 %.1f", deltaE);
        return said.isEmpty() ? number : number + ", " + String.join(" and ", said);
    }

    private static String whole(double by) {
        return String.valueOf(Math.round(Math.abs(by)));
    }
}
