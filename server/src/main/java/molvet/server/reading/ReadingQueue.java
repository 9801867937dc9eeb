package molvet.server.reading;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import molvet.core.measure.Refusal;
import molvet.server.platform.Utc;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Reads one picture after the other, so that memory stays bounded however many collectors wait; whose turn it is, the store
 * says, to this and to every other server at the same database. What is under way when the server stops goes back to the
 * queue; what it left lying when it was killed is begun again by the server of its name when that starts, or by another
 * once it has lain for longer than any reading takes.
 */
@Component
class ReadingQueue {
    private static final Logger LOG = LoggerFactory.getLogger(ReadingQueue.class);
    /** Another server at the same database may have queued something. */
    private static final long LOOK_AGAIN_SECONDS = 10;

    private static final long LONGEST_SECONDS = 30;
    /** Well beyond the longest, since the clocks of two servers differ by a little. */
    private static final Duration GIVEN_UP = Duration.ofSeconds(3 * LONGEST_SECONDS);

    private final SheetReadingStore store;
    private final SheetJob job;
    private final ObjectProvider<Readings> readings;
    private final Semaphore work = new Semaphore(0);
    private final Map<Long, Double> progress = new ConcurrentHashMap<>();
    private final Set<Long> stopping = ConcurrentHashMap.newKeySet();
    private final Thread thread = new Thread(this::run, "reading");
    private volatile boolean closing;
    private final String name;
    private final Clock clock;
    /** Something of ours was begun and cut off, by a database that went away: it is read anew once that answers again. */
    private boolean cutOff;

    ReadingQueue(
            SheetReadingStore store,
            SheetJob job,
            ObjectProvider<Readings> readings,
            Clock clock,
            @Value("${molvet.server}") String name) {
        this.name = name;
        this.clock = clock;
        this.readings = readings;
        this.store = store;
        this.job = job;
        thread.setDaemon(true);
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        cutOff = true;
        thread.start();
    }

    @PreDestroy
    void close() throws InterruptedException {
        closing = true;
        work.release();
        thread.join(TimeUnit.SECONDS.toMillis(20));
    }

    /** Something was queued. */
    void wake() {
        work.release();
    }

    /** How far a job of this server is; what the store says is up to a tenth behind. */
    Optional<Double> progress(long scan) {
        return Optional.ofNullable(progress.get(scan));
    }

    void stop(long scan) {
        stopping.add(scan);
    }

    private void run() {
        while (!closing) {
            try {
                if (cutOff) store.again(name);
                cutOff = false;
                store.againBegunBefore(Utc.of(clock.instant().minus(GIVEN_UP)));
                Optional<SheetReadingStore.ScanRow> next = store.next();
                if (next.isEmpty() && (job.renewOne() || readings.getObject().renewOne())) continue;
                if (next.isEmpty()) {
                    work.tryAcquire(LOOK_AGAIN_SECONDS, TimeUnit.SECONDS);
                    work.drainPermits();
                    continue;
                }
                one(next.get());
                if (closing) store.again(name);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException e) {
                // The database may be away for a while; nothing is lost, it is all in there.
                LOG.warn("The reading queue waits: {}", e.toString());
                pause();
            }
        }
    }

    private void pause() {
        try {
            work.tryAcquire(2, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void one(SheetReadingStore.ScanRow scan) {
        progress.put(scan.id(), 0.0);
        long begun = System.nanoTime();
        try {
            job.run(scan, name, share -> {
                if (System.nanoTime() - begun > TimeUnit.SECONDS.toNanos(LONGEST_SECONDS)) throw tooLong();
                return goOn(scan, share);
            });
        } catch (RuntimeException e) {
            cutOff = true;
            throw e;
        } finally {
            progress.remove(scan.id());
            stopping.remove(scan.id());
        }
    }

    private static Refusal tooLong() {
        return Refusal.of(
                "picture",
                "Reading this picture took longer than " + LONGEST_SECONDS
                        + " seconds, and was ended so that others get on.",
                "The picture is kept. Scan it at 200 to 300 dpi, or cut it to the page, and read it again.");
    }

    private boolean goOn(SheetReadingStore.ScanRow scan, double share) {
        double before = progress.getOrDefault(scan.id(), 0.0);
        if (share > before) progress.put(scan.id(), share);
        boolean ours = Math.floor(share * 10) <= Math.floor(before * 10) || store.progress(scan, share);
        return ours && !closing && !stopping.contains(scan.id());
    }
}
