package molvet.core.pigment;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/** Tables of pigments that ship with the core: CSV with a head line, and remarks behind “#”. */
final class PigmentTable {
    private PigmentTable() {}

    static List<CSVRecord> rows(String name) {
        try (var in = new InputStreamReader(PigmentTable.class.getResourceAsStream(name), StandardCharsets.UTF_8)) {
            return CSVFormat.DEFAULT
                    .builder()
                    .setCommentMarker('#')
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(in)
                    .getRecords();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
