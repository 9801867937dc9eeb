package molvet.server.reading;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import molvet.core.reading.CellReading;
import molvet.core.reading.Suspicion;
import molvet.server.chart.Sheets;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;

/** Whoever keeps what mixtures on a sheet turned out to be: they belong to no one paint, and so have no swatch. */
public interface MixtureSquares {
    /** @param square which paints, in which parts */
    record MixtureRead(Sheets.Square square, CellReading reading) {}

    /** Squares with mixtures were read and are taken over. Part of the act under way. @param scan the picture, if there is one */
    void read(Collector me, @Nullable Long scan, List<MixtureRead> squares, Instant at);

    /** What they were foreseen to be, by cell, as far as that is possible. */
    Map<Integer, Suspicion.Expected> expected(Collector me, List<Sheets.Square> squares);
}
