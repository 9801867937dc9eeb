package molvet.server.demo;

import java.util.List;
import molvet.server.chart.Sheets;
import molvet.server.platform.Collector;
import molvet.server.reading.Standins;
import org.springframework.stereotype.Service;

/** What waits to be read at the station: a scan of the newest chart, in which two cells hold each other's paint. */
@Service
class DemoReading {
    /** What the codes printed at the station lead to. */
    static final String STATION = "http://127.0.0.1";

    private final Standins standins;
    private final Sheets sheets;

    DemoReading(Standins standins, Sheets sheets) {
        this.standins = standins;
        this.sheets = sheets;
    }

    void fill(Collector me) {
        long newest = sheets.codes(me).keySet().iterator().next();
        standins.look(me, newest, new Standins.Simulated("SCANNER", 1, "DRY", 7L, List.of(5, 8), null), STATION);
    }
}
