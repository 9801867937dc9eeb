package molvet.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.sharing.Incoming;
import molvet.core.sharing.OwnList;
import molvet.server.platform.TableFile;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import tools.jackson.databind.json.JsonMapper;

/** A list of 5,000 rows looked through beside a collection of 5,000 paints, against merely parsing the same file. */
public final class ListBench {
    private static final int ROWS = Size.of(5_000, 200);
    private static final int ROUNDS = Size.of(7, 1);
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String[] HEAD = {
        "Name", "Maker", "Pigments", "Volume", "Form", "Price", "Bought on", "From", "Swatch", "Rating", "Note"
    };
    private static final String[] CODES = {"PB29", "PB15:3", "PV19", "PY154", "PBr7", "PR101", "PG7", "PG50", "PB28"};
    private static final String[] MAKERS = {"Kelpwick", "Pellworth", "Marlund", "Vessanti"};

    private ListBench() {}

    public static void main(String[] args) throws IOException {
        List<String[]> rows = rows();
        PigmentReference reference = PigmentReference.standard();
        OwnList lists = new OwnList(new LabelReader(reference), new Doubts(reference));
        List<Incoming.Known> known = new ArrayList<>();
        for (int i = 0; i < ROWS; i += 2) {
            String[] r = rows.get(i);
            known.add(new Incoming.Known(
                    i,
                    "M-" + (1000 + i),
                    r[0],
                    r[1],
                    Recipe.of(r[2].split(", ")),
                    List.of(),
                    Set.of(),
                    Map.of(),
                    Set.of(),
                    ""));
        }
        Incoming.Shelved shelf = new Incoming.Shelved(Map.of(), Map.of());
        measure("XLSX", xlsx(rows), lists, known, shelf);
        measure("CSV", csv(rows), lists, known, shelf);
    }

    private static void measure(
            String kind, byte[] file, OwnList lists, List<Incoming.Known> known, Incoming.Shelved shelf) {
        long[] parse = new long[ROUNDS];
        long[] look = new long[ROUNDS];
        for (int round = -3; round < ROUNDS; round++) {
            long start = System.nanoTime();
            TableFile.read(file, JSON, OwnList.MOST_ROWS);
            long middle = System.nanoTime();
            OwnList.Read read =
                    lists.read(TableFile.read(file, JSON, OwnList.MOST_ROWS).cells(), OwnList.Mending.NONE);
            int taken = Incoming.of(read, known, shelf, Incoming.Choices.NONE).size();
            long end = System.nanoTime();
            if (taken != ROWS) throw new IllegalStateException(taken + " rows, not " + ROWS);
            if (round < 0) continue;
            parse[round] = middle - start;
            look[round] = end - middle;
        }
        Arrays.sort(parse);
        Arrays.sort(look);
        System.out.printf(
                Locale.ROOT,
                "| a list of %,d rows (%s) looked through, ms (median of %d) | %.0f | merely parsing it: %.0f | %.1f× | at most 3× |%n",
                ROWS,
                kind,
                ROUNDS,
                look[ROUNDS / 2] / 1e6,
                parse[ROUNDS / 2] / 1e6,
                (double) look[ROUNDS / 2] / parse[ROUNDS / 2]);
    }

    private static List<String[]> rows() {
        Random random = new Random(20);
        List<String[]> rows = new ArrayList<>();
        for (int i = 0; i < ROWS; i++) {
            String pigments = CODES[random.nextInt(CODES.length)];
            if (random.nextInt(3) == 0) pigments += ", " + CODES[random.nextInt(CODES.length)];
            rows.add(new String[] {
                "Harbour " + i + " of Dusk",
                MAKERS[random.nextInt(MAKERS.length)],
                pigments,
                (5 + 5 * random.nextInt(3)) + " ml",
                random.nextInt(4) == 0 ? "half pan" : "tube",
                String.format(Locale.ROOT, "%.2f €", 2 + 20 * random.nextDouble()),
                String.format(
                        "%d-%02d-%02d", 2015 + random.nextInt(11), 1 + random.nextInt(12), 1 + random.nextInt(28)),
                "Quay Shop",
                "R" + (1 + i / 100) + " " + (1 + i % 100),
                (1 + random.nextInt(5)) + "/5",
                ""
            });
        }
        return rows;
    }

    private static byte[] csv(List<String[]> rows) {
        StringBuilder out = new StringBuilder(String.join(";", HEAD)).append('\n');
        rows.forEach(r -> out.append(String.join(";", r)).append('\n'));
        return out.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] xlsx(List<String[]> rows) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "bench", "1.0")) {
            Worksheet sheet = book.newWorksheet("List");
            for (int c = 0; c < HEAD.length; c++) {
                sheet.value(0, c, HEAD[c]);
                for (int r = 0; r < rows.size(); r++) sheet.value(r + 1, c, rows.get(r)[c]);
            }
        }
        return out.toByteArray();
    }
}
