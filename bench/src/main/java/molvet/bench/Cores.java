package molvet.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** What other machines on the same hardware took of this one’s cores, as its kernel tells: proc(5), “steal”. */
final class Cores {
    private static final int STEAL = 7;

    private Cores() {}

    /** Ticks so far: user, nice, system, idle, iowait, irq, softirq, steal. */
    static long[] now() {
        try {
            String all = Files.readAllLines(Path.of("/proc/stat")).get(0);
            return Arrays.stream(all.trim().split("\\s+"))
                    .skip(1)
                    .limit(STEAL + 1)
                    .mapToLong(Long::parseLong)
                    .toArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Percent of all time since. */
    static int takenAway(long[] since) {
        long[] now = now();
        long all = Arrays.stream(now).sum() - Arrays.stream(since).sum();
        return all == 0 ? 0 : (int) Math.round(100.0 * (now[STEAL] - since[STEAL]) / all);
    }
}
