package molvet.core.reading;

import molvet.core.colour.Xyz;

/**
 * A device’s correction for millions of dots: what bends is worked out once at every tenth of L*, a* and b*, and straight between
 * them (trilinear, as in the colour tables of ICC.1:2022, 10.10). Beyond its bounds it is as at them.
 */
final class EyeTable {
    private static final double STEP = 10;
    private static final double[] FROM = {0, -130, -130};
    private static final int[] SIZE = {12, 27, 27};

    private final DeviceEye eye;
    private final double[] bends = new double[3 * SIZE[0] * SIZE[1] * SIZE[2]];

    EyeTable(DeviceEye eye) {
        this.eye = eye;
        for (int i = 0; i < bends.length / 3; i++) {
            int[] at = {i / (SIZE[1] * SIZE[2]), i / SIZE[2] % SIZE[1], i % SIZE[2]};
            double[] place = new double[3];
            for (int c = 0; c < 3; c++) place[c] = FROM[c] + STEP * at[c];
            System.arraycopy(eye.bend(place), 0, bends, 3 * i, 3);
        }
    }

    Xyz corrected(Xyz seen) {
        return eye.corrected(seen, this::bend);
    }

    private double[] bend(double[] place) {
        int[] cell = new int[3];
        double[] part = new double[3];
        for (int c = 0; c < 3; c++) {
            double at = Math.max(0, Math.min(SIZE[c] - 1, (place[c] - FROM[c]) / STEP));
            cell[c] = Math.min(SIZE[c] - 2, (int) at);
            part[c] = at - cell[c];
        }
        double[] out = new double[3];
        for (int corner = 0; corner < 8; corner++) {
            double weight = 1;
            int index = 0;
            for (int c = 0; c < 3; c++) {
                int up = corner >> c & 1;
                weight *= up == 1 ? part[c] : 1 - part[c];
                index = index * SIZE[c] + cell[c] + up;
            }
            for (int c = 0; c < 3; c++) out[c] += weight * bends[3 * index + c];
        }
        return out;
    }
}
