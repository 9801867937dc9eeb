package molvet.server.reading;

import java.time.Instant;
import java.util.List;
import molvet.core.reading.CellReading;
import molvet.server.chart.Sheets;
import molvet.server.platform.Collector;

/** Whoever keeps what became of strips of which one half hangs in the light. */
public interface ExposedHalves {
    /** Both halves of a cell, read in one picture. References of blue wool are cells without a paint. */
    record HalvesRead(int cell, CellReading covered, CellReading lit) {}

    /** A page of a light test was read and is taken over. Part of the act under way. @param scan the reading */
    void read(Collector me, long scan, Sheets.Sheet sheet, int page, List<HalvesRead> halves, Instant at);
}
