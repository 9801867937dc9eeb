package molvet.server.reading;

import java.lang.management.ManagementFactory;
import java.time.Duration;
import java.util.function.LongSupplier;
import javax.imageio.ImageReader;
import javax.imageio.event.IIOReadProgressListener;
import molvet.core.measure.Refusal;

/**
 * Ends the decoding of a picture that takes too much of the processor: looked at with every row that a decoder tells of.
 * The processor’s own time is counted, so that an honest picture on a busy machine is read to its end.
 */
final class DecodingBudget implements IIOReadProgressListener {
    private static final Duration MOST = Duration.ofSeconds(20);

    private final LongSupplier spent;
    private final long most;
    private int rows;
    private float looked;

    DecodingBudget() {
        this(MOST, ManagementFactory.getThreadMXBean()::getCurrentThreadCpuTime);
    }

    /** @param spent nanoseconds of the processor so far */
    DecodingBudget(Duration most, LongSupplier spent) {
        this.spent = spent;
        this.most = spent.getAsLong() + most.toNanos();
    }

    private void look() {
        if (spent.getAsLong() > most) {
            throw Refusal.of(
                    "picture",
                    "The picture takes longer to decode than any scan does, and was left.",
                    "Save it anew as PNG or JPEG at 200 to 300 dpi, then send that.");
        }
    }

    /** Comes with every row of a picture; asking the system for its time as often took longer than some rows do. */
    @Override
    public void imageProgress(ImageReader reader, float percent) {
        if (rows++ % 16 != 0 && percent < looked + 1) return;
        looked = percent;
        look();
    }

    @Override
    public void thumbnailProgress(ImageReader reader, float percent) {
        look();
    }

    @Override
    public void sequenceStarted(ImageReader reader, int from) {
        look();
    }

    @Override
    public void sequenceComplete(ImageReader reader) {
        look();
    }

    @Override
    public void imageStarted(ImageReader reader, int index) {
        look();
    }

    @Override
    public void imageComplete(ImageReader reader) {
        look();
    }

    @Override
    public void thumbnailStarted(ImageReader reader, int image, int thumbnail) {
        look();
    }

    @Override
    public void thumbnailComplete(ImageReader reader) {
        look();
    }

    @Override
    public void readAborted(ImageReader reader) {
        look();
    }
}
