package molvet.core.reading;

import java.util.List;
import molvet.core.measure.Rect;

/**
 * A rectangle of the page as the picture shows it, point by point on a lattice, each channel as a share of the light that
 * bare paper would give back there.
 */
final class Area {
    final Rect box;
    final int across;
    final int down;
    final double pitch;
    /** Red, green, blue as shares of the paper’s; a point that is not used has NaN in the first. */
    final float[] share;
    /** Points that lay outside the picture or were as bright as it can tell, of all. */
    final double clipped;
    /** Points of which one channel is at nothing and another is not, of those used: a file of that space holds no stronger colour. */
    final double beyond;

    private static final double NOTHING = 0.0015;
    private static final double PLAINLY_LIT = 0.03;

    private Area(Rect box, int across, int down, double pitch, float[] share, double clipped, double beyond) {
        this.box = box;
        this.across = across;
        this.down = down;
        this.pitch = pitch;
        this.share = share;
        this.clipped = clipped;
        this.beyond = beyond;
    }

    /** @param without rectangles of the page that are left out */
    static Area of(Rect box, double pitch, Light light, PageMap map, PaperLight paper, List<Rect> without) {
        int across = Math.max(1, (int) Math.floor(box.width() / pitch));
        int down = Math.max(1, (int) Math.floor(box.height() / pitch));
        float[] share = new float[3 * across * down];
        double[][] white = new double[4][3];
        paper.at(box.x(), box.y(), white[0]);
        paper.at(box.right(), box.y(), white[1]);
        paper.at(box.x(), box.bottom(), white[2]);
        paper.at(box.right(), box.bottom(), white[3]);
        List<Rect> near = without.stream().filter(r -> r.overlaps(box)).toList();
        double[] places = new double[2 * across];
        double[] first = new double[3];
        double[] last = new double[3];
        double[] c = new double[3];
        int clipped = 0;
        int beyond = 0;
        int used = 0;
        for (int j = 0; j < down; j++) {
            double t = (j + 0.5) / down;
            double y = box.y() + t * box.height();
            map.along(box.x() + box.width() / (2 * across), box.width() / across, y, places);
            for (int k = 0; k < 3; k++) {
                first[k] = white[0][k] * (1 - t) + white[2][k] * t;
                last[k] = white[1][k] * (1 - t) + white[3][k] * t;
            }
            for (int i = 0; i < across; i++) {
                double s = (i + 0.5) / across;
                double x = box.x() + s * box.width();
                int at = 3 * (j * across + i);
                boolean left = false;
                for (Rect r : near) left |= x > r.x() && x < r.right() && y > r.y() && y < r.bottom();
                if (left || !light.at(places[2 * i], places[2 * i + 1], c)) {
                    share[at] = Float.NaN;
                    if (!left) clipped++;
                    continue;
                }
                used++;
                boolean full = false;
                for (int k = 0; k < 3; k++) {
                    double w = first[k] * (1 - s) + last[k] * s;
                    share[at + k] = (float) (c[k] / w);
                    full |= c[k] > 0.985 && w > 0.97;
                }
                if (full) clipped++;
                if (Math.min(c[0], Math.min(c[1], c[2])) < NOTHING
                        && Math.max(c[0], Math.max(c[1], c[2])) > PLAINLY_LIT) beyond++;
            }
        }
        return new Area(
                box,
                across,
                down,
                pitch,
                share,
                clipped / (double) (across * down),
                beyond / (double) Math.max(1, used));
    }

    int points() {
        return across * down;
    }

    boolean has(int i, int j) {
        return !Float.isNaN(share[3 * (j * across + i)]);
    }

    Area copy() {
        return part(0, across, 0, down);
    }

    /** From now on a point is not used. */
    void leave(int i, int j) {
        share[3 * (j * across + i)] = Float.NaN;
    }

    /** A piece of it, as whole points. */
    Area part(int fromX, int toX, int fromY, int toY) {
        int w = Math.max(1, toX - fromX);
        int h = Math.max(1, toY - fromY);
        float[] piece = new float[3 * w * h];
        for (int j = 0; j < h; j++)
            System.arraycopy(share, 3 * ((fromY + j) * across + fromX), piece, 3 * j * w, 3 * w);
        return new Area(
                new Rect(box.x() + fromX * pitch, box.y() + fromY * pitch, w * pitch, h * pitch),
                w,
                h,
                pitch,
                piece,
                clipped,
                beyond);
    }

    /** Mean share of one channel over the points used; NaN if there are none. */
    double mean(int channel) {
        double sum = 0;
        int n = 0;
        for (int i = 0; i < share.length; i += 3) {
            if (Float.isNaN(share[i])) continue;
            sum += share[i + channel];
            n++;
        }
        return n == 0 ? Double.NaN : sum / n;
    }
}
