package molvet.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;

/**
 * Two hundred pasted lines read against a collection of 5,000 paints, and a chart of 5,000 rows previewed, both through
 * HTTP; the chart against fastexcel-reader merely parsing the same file in this virtual machine.
 *
 * <p>Arguments: address of a running Molvet, JDBC address of its database.
 */
public final class ArrivalBench {
    private static final int ROWS = Size.of(5_000, 100);
    private static final int LINES = 200;
    private static final int WARM = Size.of(15, 1);
    private static final int ROUNDS = Size.of(40, 3);
    private static final List<String> RECIPES =
            List.of("PB29", "PV19 + PG50", "PBr7", "PY150 + PB15:3", "PR254", "PBk9, PW6", "PG7/PY151");

    private ArrivalBench() {}

    public static void main(String[] args) throws Exception {
        Client client = new Client(args[0]);
        client.get("/api/session");
        client.post("/api/collectors", """
                {"email":"lines@molvet.example","name":"Two hundred lines","password":"three wet brushes"}""");
        try (Connection db = DriverManager.getConnection(args[1])) {
            LargeCollection.fill(client, db, "lines@molvet.example", ROWS);
        }
        lines(client);
        chart(client);
    }

    private static void lines(Client client) {
        StringBuilder text = new StringBuilder("Kelpwick\\n");
        for (int i = 1; i <= LINES; i++) {
            text.append(i % 3 == 0 ? "Tern Grey" : "Shade of the Sound " + i)
                    .append(", ")
                    .append(RECIPES.get(i % RECIPES.size()))
                    .append(", series 2, 15 ml, € 9,80, x2, gift for Ada, dented\\n");
        }
        String body = "{\"text\":\"" + text + "\",\"currency\":\"EUR\"}";
        long[] times = new long[ROUNDS];
        for (int r = -WARM; r < ROUNDS; r++) {
            long from = System.nanoTime();
            client.post("/api/arrivals/read", body);
            if (r >= 0) times[r] = System.nanoTime() - from;
        }
        Arrays.sort(times);
        double p95 = times[ROUNDS * 95 / 100] / 1e6;
        System.out.printf(
                Locale.ROOT,
                "| %d quick lines read against 5,000 paints, ms (95th percentile of %d) | %.0f | limit: 300 | %.2f× | under 1× |%n",
                LINES,
                ROUNDS,
                p95,
                p95 / 300);
    }

    private static void chart(Client client) throws IOException {
        long maker = id(client.post("/api/makers", "{\"name\":\"Chart maker\"}"));
        long line = id(client.post("/api/makers/" + maker + "/lines", "{\"name\":\"Long line\"}"));
        byte[] file = xlsx();
        long[] ours = new long[ROUNDS];
        long[] bare = new long[ROUNDS];
        for (int r = -WARM; r < ROUNDS; r++) {
            long from = System.nanoTime();
            client.upload("/api/lines/" + line + "/chart/preview", "table", file);
            long between = System.nanoTime();
            parse(file);
            if (r < 0) continue;
            ours[r] = between - from;
            bare[r] = System.nanoTime() - between;
        }
        Arrays.sort(ours);
        Arrays.sort(bare);
        System.out.printf(
                Locale.ROOT,
                "| chart of 5,000 rows as XLSX read, checked and compared, ms (median) | %.0f | fastexcel-reader merely parsing it: %.0f | %.1f× | at most 3× |%n",
                ours[ROUNDS / 2] / 1e6,
                bare[ROUNDS / 2] / 1e6,
                (double) ours[ROUNDS / 2] / bare[ROUNDS / 2]);
    }

    private static long id(String answer) {
        return Long.parseLong(answer.replaceFirst("(?s).*?\"id\":(\\d+).*", "$1"));
    }

    private static byte[] xlsx() throws IOException {
        List<String> head = List.of(
                "Number",
                "Name",
                "Name (de)",
                "Pigments",
                "Series",
                "Lightfastness",
                "Transparency",
                "Staining",
                "Granulation",
                "5 ml (EUR)",
                "15 ml (EUR)",
                "Note");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(out, "bench", "1.0")) {
            Worksheet sheet = book.newWorksheet("Chart");
            for (int c = 0; c < head.size(); c++) sheet.value(0, c, head.get(c));
            for (int r = 1; r <= ROWS; r++) {
                List<Object> row = List.of(
                        r,
                        "Shade of the Sound " + r,
                        "Sundton " + r,
                        RECIPES.get(r % RECIPES.size()),
                        1 + r % 4,
                        "I",
                        "T",
                        "S2",
                        "G",
                        4.6,
                        9.8,
                        "as printed in the spring list");
                for (int c = 0; c < row.size(); c++) {
                    if (row.get(c) instanceof Number n) sheet.value(r, c, n);
                    else sheet.value(r, c, row.get(c).toString());
                }
            }
        }
        return out.toByteArray();
    }

    /** Every cell asked for its text, as any reader of a table must. */
    private static long parse(byte[] file) throws IOException {
        long letters = 0;
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(file));
                var rows = book.getFirstSheet().openStream()) {
            for (Row row : (Iterable<Row>) rows::iterator) {
                for (Cell cell : row) {
                    if (cell != null && cell.getText() != null)
                        letters += cell.getText().length();
                }
            }
        }
        return letters;
    }
}
