package molvet.server.reading.standin;

import java.awt.image.BufferedImage;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import molvet.core.chart.PartKind;
import molvet.core.chart.Plan;
import molvet.core.measure.Rect;

/**
 * Paints a planned page as a hand does: full strength to palest, edges that miss the ruling, pools at the rim, blooms, hairs,
 * and grain in the tooth of the paper. Seeded, so that a sheet can be made again.
 */
public final class SheetPainter {
    /** Thickness of full strength and of the palest wash, in films of unit strength. */
    public static final double MASS = 1.7;

    public static final double TINT = 0.09;
    /** Of a test of light the tint is a middle wash, of this L*. */
    public static final double MIDDLE = 70;

    private final Random random;
    private final double width;
    private final double height;
    private final double dpmm;
    private final int across;
    private final int down;
    private final short[] film;
    private final float[] strength;
    private final float[] ink;
    private final float[] tooth;
    private final float[] part;

    /**
     * How it went.
     *
     * @param paintOf which of the films went into a cell, by the cell’s index; missing or −1: passed over
     * @param wet looked at before it has dried; {@code lifted} after a part of full strength was lifted
     * @param careful a steady hand: no blooms, small misses
     * @param litOf which of the films lies in the half of a cell that hangs in the light
     * @param misses mm by which half of the strokes miss their ruling at most, beside what any hand does
     */
    public record How(
            Map<Integer, Integer> paintOf,
            Map<Integer, Integer> litOf,
            boolean wet,
            boolean lifted,
            boolean careful,
            double misses) {
        public How(Map<Integer, Integer> paintOf, boolean wet, boolean lifted, boolean careful, double misses) {
            this(paintOf, Map.of(), wet, lifted, careful, misses);
        }

        public How(Map<Integer, Integer> paintOf, boolean wet, boolean lifted, boolean careful) {
            this(paintOf, wet, lifted, careful, 0);
        }
    }

    private SheetPainter(double width, double height, double dpmm, long seed) {
        this.random = new Random(seed);
        this.width = width;
        this.height = height;
        this.dpmm = dpmm;
        this.across = (int) Math.round(width * dpmm);
        this.down = (int) Math.round(height * dpmm);
        film = new short[across * down];
        java.util.Arrays.fill(film, (short) -1);
        strength = new float[across * down];
        ink = new float[across * down];
        tooth = new float[across * down];
        part = new float[across * down];
    }

    /**
     * @param printed the page as printed, of any resolution
     * @param downwards whether fields run from top to bottom
     */
    public static PaintedSheet paint(
            Plan.Page page,
            double width,
            double height,
            BufferedImage printed,
            boolean downwards,
            Optics.Film[] films,
            How how,
            double dpmm,
            long seed) {
        SheetPainter p = new SheetPainter(width, height, dpmm, seed);
        p.print(printed);
        p.noise(p.tooth, 0.5, 1);
        p.noise(p.tooth, 1.1, 0.8);
        normal(p.tooth);
        p.noise(p.part, 1.6, 1);
        normal(p.part);
        Map<Integer, PaintedSheet.Truth> truth = new HashMap<>();
        for (Plan.Cell cell : page.cells()) {
            cell.parts().stream()
                    .filter(x -> x.kind() == PartKind.OPACITY_LINE || x.kind() == PartKind.BLACK_BAR)
                    .forEach(x -> p.line(x.box()));
        }
        for (Plan.Cell cell : page.cells()) {
            int which = how.paintOf().getOrDefault(cell.index(), -1);
            if (which < 0) {
                truth.put(
                        cell.index(),
                        new PaintedSheet.Truth(-1, Optics.lab(Optics.PAPER), Optics.lab(Optics.PAPER), 0, 0, 0));
                continue;
            }
            Optics.Film f = films[which];
            double hand = 0.05 * p.random.nextGaussian();
            int lit = how.litOf().getOrDefault(cell.index(), which);
            boolean middle = cell.parts(PartKind.LIT).findAny().isPresent();
            double palest = middle ? f.washOf(MIDDLE, MASS) : f.palest(TINT);
            p.cell(cell, which, lit, f, films[lit], palest, downwards, how, hand);
            truth.put(cell.index(), truth(which, f, palest, hand));
            if (lit != which) truth.put(cell.index() + Plan.LIT, truth(lit, films[lit], palest, hand));
        }
        for (int i = p.random.nextInt(3); i > 0; i--) p.hair();
        return new PaintedSheet(
                width,
                height,
                dpmm,
                p.across,
                p.down,
                p.film,
                p.strength,
                p.ink,
                p.tooth,
                p.part,
                films,
                how.wet(),
                truth);
    }

    private static PaintedSheet.Truth truth(int which, Optics.Film f, double palest, double hand) {
        return new PaintedSheet.Truth(
                which,
                f.colour(MASS * Math.exp(hand)),
                f.colour(palest * Math.exp(hand)),
                f.showing(MASS, palest),
                f.covering(MASS * Math.exp(hand)),
                f.stain());
    }

    private void print(BufferedImage printed) {
        float[] inkOf = new float[256];
        for (int i = 0; i < 256; i++) inkOf[i] = (float) Math.max(0, 0.96 * (1 - Math.pow(i / 255.0, 1.6)));
        int wide = printed.getWidth();
        byte[] green = green(printed);
        for (int y = 0; y < down; y++) {
            double v = (y + 0.5) / down * printed.getHeight() - 0.5;
            int j = (int) Math.max(0, Math.min(printed.getHeight() - 2, Math.floor(v)));
            float t = (float) Math.max(0, Math.min(1, v - j));
            for (int x = 0; x < across; x++) {
                double u = (x + 0.5) / across * wide - 0.5;
                int i = (int) Math.max(0, Math.min(wide - 2, u));
                float s = (float) Math.max(0, Math.min(1, u - i));
                int at = j * wide + i;
                float light = ((green[at] & 255) * (1 - s) + (green[at + 1] & 255) * s) * (1 - t)
                        + ((green[at + wide] & 255) * (1 - s) + (green[at + wide + 1] & 255) * s) * t;
                ink[y * across + x] = inkOf[(int) light];
            }
        }
    }

    /** Row after row; of a picture in grey its grey. */
    private static byte[] green(BufferedImage image) {
        int w = image.getWidth();
        int h = image.getHeight();
        byte[] green = new byte[w * h];
        int[] row = new int[w];
        int band = Math.min(1, image.getRaster().getNumBands() - 1);
        for (int y = 0; y < h; y++) {
            image.getRaster().getSamples(0, y, w, 1, band, row);
            for (int x = 0; x < w; x++) green[y * w + x] = (byte) row[x];
        }
        return green;
    }

    /** Adds smooth noise of a grain of so many mm. */
    private void noise(float[] to, double mm, double weight) {
        double step = Math.max(1.5, mm * dpmm);
        int w = (int) (across / step) + 3;
        int h = (int) (down / step) + 3;
        float[] grid = new float[w * h];
        for (int i = 0; i < grid.length; i++) grid[i] = (float) random.nextGaussian();
        int[] column = new int[across];
        float[] share = new float[across];
        for (int x = 0; x < across; x++) {
            column[x] = (int) (x / step);
            share[x] = (float) smooth(x / step - column[x]);
        }
        float[] between = new float[w];
        for (int y = 0; y < down; y++) {
            int j = (int) (y / step);
            float t = (float) smooth(y / step - j);
            for (int i = 0; i < w; i++) {
                between[i] = (float) weight * (grid[j * w + i] * (1 - t) + grid[(j + 1) * w + i] * t);
            }
            for (int x = 0; x < across; x++) {
                int i = column[x];
                to[y * across + x] += between[i] * (1 - share[x]) + between[i + 1] * share[x];
            }
        }
    }

    private static double smooth(double t) {
        return t * t * (3 - 2 * t);
    }

    private static void normal(float[] v) {
        double sum = 0;
        double squares = 0;
        for (float x : v) {
            sum += x;
            squares += (double) x * x;
        }
        double mean = sum / v.length;
        double deviation = Math.sqrt(squares / v.length - mean * mean);
        for (int i = 0; i < v.length; i++) v[i] = (float) ((v[i] - mean) / deviation);
    }

    /** A line in waterproof black, drawn along a ruler by hand. */
    private void line(Rect box) {
        double wobble = 0.15 * random.nextGaussian();
        double phase = random.nextDouble() * 6;
        boolean upright = box.height() > box.width();
        each(new Rect(box.x() - 1, box.y() - 1, box.width() + 2, box.height() + 2), (x, y, at) -> {
            double along = upright ? y : x;
            double off = wobble + 0.08 * Math.sin(along * 0.9 + phase);
            double cx = upright ? x - off : x;
            double cy = upright ? y : y - off;
            if (cx > box.x() && cx < box.right() && cy > box.y() && cy < box.bottom()) ink[at] = 0.985f;
        });
    }

    /** @param lit the film of the half in the light, {@code faded} what it became of {@code f} */
    private void cell(
            Plan.Cell cell,
            int which,
            int lit,
            Optics.Film f,
            Optics.Film faded,
            double palest,
            boolean downwards,
            How how,
            double hand) {
        long steps = cell.parts(PartKind.STEP).count();
        for (Plan.Part p : cell.parts()) {
            switch (p.kind()) {
                case MASS_TONE -> brush(p.box(), which, f, how, (s, t) -> 0, hand);
                case STEP -> {
                    double at = steps < 2 ? 0 : (p.step() - 1) / (steps - 1.0);
                    double step = p.step() == 1 || p.step() == steps ? 0 : 0.04 * random.nextGaussian();
                    brush(p.box(), which, f, palest, how, (s, t) -> at + step, hand);
                }
                case LIT -> brush(p.box(), lit, faded, palest, how, (s, t) -> steps < 2 ? 0 : p.step() - 1, hand);
                case FIELD -> {
                    brush(
                            p.box(),
                            which,
                            f,
                            how,
                            (s, t) -> {
                                double along = downwards ? t : s;
                                return Math.max(0, Math.min(1, (along - 0.07) / 0.86));
                            },
                            hand);
                }
                case DROP -> {
                    double cx = 0.5 + 0.12 * random.nextGaussian();
                    double cy = 0.5 + 0.12 * random.nextGaussian();
                    brush(
                            p.box(),
                            which,
                            f,
                            how,
                            (s, t) -> {
                                double r = Math.hypot(s - cx, t - cy);
                                // Water pushes the paint aside: pale in the middle, then quickly strong.
                                return Math.max(0, Math.min(1, (0.46 - r) / 0.2));
                            },
                            hand);
                }
                default -> {}
            }
        }
    }

    private interface Along {
        /** 0 full strength, 1 palest; both as shares of the box. */
        double at(double s, double t);
    }

    private void brush(Rect box, int which, Optics.Film f, How how, Along along, double hand) {
        brush(box, which, f, f.palest(TINT), how, along, hand);
    }

    /** @param palest how thin it was let run out */
    private void brush(Rect box, int which, Optics.Film f, double palest, How how, Along along, double hand) {
        double miss = how.careful() ? 0.15 : 0.35;
        double dx = miss * random.nextGaussian();
        double dy = miss * random.nextGaussian();
        if (how.misses() > 0 && random.nextBoolean()) {
            dx = how.misses() * (2 * random.nextDouble() - 1);
            dy = how.misses() * (2 * random.nextDouble() - 1);
        }
        double offX = dx;
        double offY = dy;
        double grow = 0.2 * random.nextGaussian();
        double[] phase = {
            random.nextDouble() * 6, random.nextDouble() * 6, random.nextDouble() * 6, random.nextDouble() * 6
        };
        boolean bloom = !how.careful() && random.nextDouble() < 0.06;
        double bx = box.x() + random.nextDouble() * box.width();
        double by = box.y() + random.nextDouble() * box.height();
        double br = 1.5 + 2 * random.nextDouble();
        double uneven = how.careful() ? 0.03 : 0.06;
        double slopeX = uneven * random.nextGaussian();
        double slopeY = uneven * random.nextGaussian();
        each(new Rect(box.x() - 3, box.y() - 3, box.width() + 6, box.height() + 6), (x, y, at) -> {
            double left = box.x() + offX - grow + 0.25 * Math.sin(y * 1.1 + phase[0]) * miss * 2;
            double right = box.right() + offX + grow + 0.25 * Math.sin(y * 0.9 + phase[1]) * miss * 2;
            double top = box.y() + offY - grow + 0.25 * Math.sin(x * 1.2 + phase[2]) * miss * 2;
            double bottom = box.bottom() + offY + grow + 0.25 * Math.sin(x * 0.8 + phase[3]) * miss * 2;
            double inside = Math.min(Math.min(x - left, right - x), Math.min(y - top, bottom - y));
            if (inside <= 0) return;
            double s = (x - box.x()) / box.width();
            double t = (y - box.y()) / box.height();
            double ln = Math.log(MASS)
                    + Math.log(palest / MASS) * along.at(s, t)
                    + hand
                    + slopeX * (s - 0.5)
                    + slopeY * (t - 0.5);
            // A bead of paint dries at the rim.
            if (inside < 0.5) ln += 0.25 * (1 - inside / 0.5);
            if (bloom) {
                double r = Math.hypot(x - bx, y - by);
                if (r < br) ln -= 0.5;
                else if (r < br + 0.4) ln += 0.3;
            }
            ln += f.grain() * tooth[at] - f.grain() * f.grain() / 2;
            if (how.wet()) ln += 0.2;
            if (how.lifted() && t > 0.62 && s > 0.15 && s < 0.85 && box.width() > 6)
                ln += Math.log(Math.max(0.04, f.stain()));
            film[at] = (short) which;
            strength[at] = (float) ln;
        });
    }

    private void hair() {
        double x = random.nextDouble() * width;
        double y = random.nextDouble() * height;
        double turn = random.nextDouble() * 6.3;
        for (int i = 0; i < 250; i++) {
            turn += 0.06 * random.nextGaussian();
            x += 0.08 * Math.cos(turn);
            y += 0.08 * Math.sin(turn);
            each(new Rect(x - 0.06, y - 0.06, 0.12, 0.12), (u, v, at) -> ink[at] = Math.max(ink[at], 0.7f));
        }
    }

    private interface Dot {
        void at(double x, double y, int index);
    }

    private void each(Rect box, Dot dot) {
        int x0 = (int) Math.max(0, Math.floor(box.x() * dpmm));
        int x1 = (int) Math.min(across, Math.ceil(box.right() * dpmm));
        int y0 = (int) Math.max(0, Math.floor(box.y() * dpmm));
        int y1 = (int) Math.min(down, Math.ceil(box.bottom() * dpmm));
        for (int j = y0; j < y1; j++) {
            for (int i = x0; i < x1; i++) dot.at((i + 0.5) / dpmm, (j + 0.5) / dpmm, j * across + i);
        }
    }

    /** Which films went where if all went well: the n-th paint in the n-th cell. */
    public static Map<Integer, Integer> asPlanned(List<Integer> cells) {
        Map<Integer, Integer> all = new HashMap<>();
        for (int i = 0; i < cells.size(); i++) all.put(cells.get(i), i);
        return all;
    }
}
