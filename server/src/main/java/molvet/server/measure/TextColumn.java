package molvet.server.measure;

import molvet.core.measure.Lettering;
import molvet.core.measure.Rect;
import molvet.server.measure.Paper.Letters;
import molvet.server.measure.Paper.Pen;

/** Text that runs down the page; what would run off it is left to the screen, and that is said once. */
public final class TextColumn {
    private static final double LAST = 284;
    private static final double SIZE = 3;
    private static final double LEADING = 4.3;
    private static final double[] GREYS = {0.15, 0.45, 0.68, 0.82, 0.92, 1};

    private final Pen pen;
    private final double x;
    private final double width;
    private double y;
    private boolean full;

    /** Where the last line stands. */
    public double y() {
        return y;
    }

    public TextColumn(Pen pen, double x, double y, double width) {
        this.pen = pen;
        this.x = x;
        this.y = y;
        this.width = width;
    }

    /** A line over what follows. */
    public void heading(String text) {
        y += 3;
        line(text, 3.6);
        y += 0.6;
    }

    /** A paragraph. */
    public void said(String text) {
        Lettering.Fitted fitted = Lettering.fit(text, width, 40, SIZE, SIZE, Paper.ruler(Letters.PLAIN));
        fitted.lines().forEach(l -> line(l, SIZE));
    }

    private void line(String text, double size) {
        if (full) return;
        y += LEADING;
        full = y > LAST - LEADING;
        pen.text(Letters.PLAIN, full ? "More is on screen." : text, x, y, size);
    }

    /** A line across. */
    public void rule() {
        pen.line(x, y, x + width, y, 0.2);
    }

    /** Shares as lengths, told apart by how dark they are. */
    public void bar(int... parts) {
        int all = 0;
        for (int p : parts) all += p;
        if (all == 0 || full) return;
        double at = x;
        for (int i = 0; i < parts.length; i++) {
            double share = width * parts[i] / all;
            pen.shade(GREYS[Math.min(i, GREYS.length - 1)]);
            pen.fill(new Rect(at, y + 1.5, share, 3));
            at += share;
        }
        pen.shade(0);
        pen.rectangle(x, y + 1.5, width, 3, 0.1);
        y += 5;
    }
}
