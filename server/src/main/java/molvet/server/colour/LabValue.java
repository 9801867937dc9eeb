package molvet.server.colour;

import molvet.core.colour.Lab;

/** A colour as the page and scripts see it: CIE L*a*b*, D50/2°. */
public record LabValue(double l, double a, double b) {
    public static LabValue of(Lab lab) {
        return new LabValue(lab.l(), lab.a(), lab.b());
    }

    public Lab lab() {
        return new Lab(l, a, b);
    }
}
