package molvet.bench;

import com.github.ajalt.colormath.model.LAB;
import com.github.ajalt.colormath.model.LABColorSpaces;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import molvet.core.colour.DeltaE;
import molvet.core.colour.Lab;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Pairs a second of CIEDE2000, ours against colormath 3.6, on the same pairs in the same run. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class DifferenceBench {
    private static final int PAIRS = 1000;

    private final Lab[] ours = new Lab[PAIRS + 1];
    private final LAB[] theirs = new LAB[PAIRS + 1];

    @Setup
    public void colours() {
        Random random = new Random(1);
        for (int i = 0; i <= PAIRS; i++) {
            double l = 100 * random.nextDouble();
            double a = 120 * random.nextDouble() - 60;
            double b = 120 * random.nextDouble() - 60;
            ours[i] = Lab.of(l, a, b);
            theirs[i] = LABColorSpaces.INSTANCE.getLAB50().invoke((float) l, (float) a, (float) b, 1f);
        }
    }

    @Benchmark
    @OperationsPerInvocation(PAIRS)
    public double molvet() {
        double sum = 0;
        for (int i = 0; i < PAIRS; i++) sum += DeltaE.ciede2000(ours[i], ours[i + 1]);
        return sum;
    }

    @Benchmark
    @OperationsPerInvocation(PAIRS)
    public double colormath() {
        double sum = 0;
        for (int i = 0; i < PAIRS; i++) {
            sum += com.github.ajalt.colormath.calculate.DifferenceKt.differenceCIE2000(theirs[i], theirs[i + 1]);
        }
        return sum;
    }
}
