package molvet.bench;

import com.code_intelligence.jazzer.api.FuzzedDataProvider;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import molvet.core.arrival.ArrivalTerms;
import molvet.core.arrival.QuickReader;
import molvet.core.collection.ColourTerms;
import molvet.core.collection.HoldingTerms;
import molvet.core.collection.NameTerms;
import molvet.core.collection.RecipeTerms;
import molvet.core.collection.TraitTerms;
import molvet.core.find.Find;
import molvet.core.maker.ChartIndex;
import molvet.core.maker.MakerTerms;
import molvet.core.measure.Refusal;
import molvet.core.mixing.MixingTerms;
import molvet.core.palette.PaletteTerms;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.core.platform.TermKind;
import molvet.core.reading.ReadingTerms;
import molvet.core.sharing.OwnList;
import molvet.core.shelf.PlaceCode;
import molvet.core.shelf.ShelfTerms;
import molvet.server.platform.TableFile;
import molvet.server.reading.FuzzedFiles;
import org.dhatim.fastexcel.Workbook;
import tools.jackson.databind.json.JsonMapper;

/**
 * Everything that reads what somebody else wrote, for Jazzer: whatever comes is read or refused with a reason, and nothing else
 * ever happens. What breaks is kept as a case in the tests.
 */
public final class Fuzz {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static final LabelReader LABELS = new LabelReader(PigmentReference.standard());
    private static final QuickReader LINES = new QuickReader(
            LABELS, new ChartIndex(List.of(new ChartIndex.Maker(1, "Pellworth")), List.of(), List.of()));
    private static final List<TermKind> TERMS = Stream.of(
                    MakerTerms.KINDS,
                    ColourTerms.KINDS,
                    RecipeTerms.KINDS,
                    TraitTerms.KINDS,
                    HoldingTerms.KINDS,
                    NameTerms.KINDS,
                    ShelfTerms.KINDS,
                    ArrivalTerms.KINDS,
                    ReadingTerms.KINDS,
                    PaletteTerms.KINDS,
                    MixingTerms.KINDS,
                    molvet.core.stock.StockTerms.KINDS)
            .flatMap(List::stream)
            .toList();

    private static final TermKind.Known KNOWN = new TermKind.Known(Map.of(MakerTerms.MAKERS, List.of("Pellworth")));

    private Fuzz() {}

    public static void fuzzerTestOneInput(FuzzedDataProvider data) {
        int which = data.consumeInt(0, 7);
        try {
            switch (which) {
                case 0 -> LABELS.read(data.consumeRemainingAsString());
                case 1 -> LINES.read(data.consumeRemainingAsString(), "");
                case 2 -> find(data.consumeRemainingAsString());
                case 3 -> place(data.consumeRemainingAsString());
                case 4 -> TableFile.read(data.consumeRemainingAsBytes(), JSON, OwnList.MOST_ROWS);
                case 5 -> FuzzedFiles.colours(data.consumeRemainingAsBytes());
                case 6 -> QuickReader.Unnamed.in(data.consumeRemainingAsString());
                default -> FuzzedFiles.picture(data.consumeRemainingAsBytes());
            }
        } catch (Refusal e) {
            if (e.faults().stream().anyMatch(f -> f.message().isBlank()))
                throw new IllegalStateException("no reason", e);
        }
    }

    /** Writes what fuzzing begins from: something of every kind that is read well. @param args the folder */
    public static void main(String[] args) throws IOException {
        Path to = Path.of(args[0]);
        List<byte[]> seeds = new ArrayList<>();
        seed(seeds, 0, "PB 15 colon 3, pv19 & PBr7 (NR9), CI 77891".getBytes(StandardCharsets.UTF_8));
        seed(
                seeds,
                1,
                "Tide 15 ml x2 9.80 PB29\nfrom Bo (anonymous):\n3. Moss half pan € 4 for Ada\nTotal 24"
                        .getBytes(StandardCharsets.UTF_8));
        seed(
                seeds,
                2,
                "blues that granulate -PB29 price<10 (ring:2 or binder) \"tern grey\" order:hue"
                        .getBytes(StandardCharsets.UTF_8));
        seed(seeds, 3, "R2·17 B1 4/3 sketchbook 2 page 7".getBytes(StandardCharsets.UTF_8));
        seed(seeds, 4, "No;Name;Pigments\n1;Tide;PB29\n2;\"Moss; deep\";PG7".getBytes(StandardCharsets.UTF_8));
        seed(seeds, 4, "{\"colours\":[{\"name\":\"Tide\",\"pigments\":[\"PB29\"]}]}".getBytes(StandardCharsets.UTF_8));
        seed(seeds, 5, CGATS.getBytes(StandardCharsets.UTF_8));
        seed(seeds, 6, "From Bo Quill (anonymous):\nTide".getBytes(StandardCharsets.UTF_8));
        BufferedImage image = new BufferedImage(24, 20, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 480; i++) image.setRGB(i % 24, i / 24, i * 34567);
        for (String kind : List.of("png", "jpeg", "gif", "bmp", "tiff")) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(image, kind, out);
            seed(seeds, 7, out.toByteArray());
        }
        ByteArrayOutputStream book = new ByteArrayOutputStream();
        try (Workbook w = new Workbook(book, "Molvet", "1.0")) {
            w.newWorksheet("Chart").value(0, 0, "Name");
        }
        seed(seeds, 4, book.toByteArray());
        for (int i = 0; i < seeds.size(); i++) Files.write(to.resolve("seed-" + i), seeds.get(i));
    }

    private static final String CGATS = """
            CGATS.17
            NUMBER_OF_FIELDS 5
            BEGIN_DATA_FORMAT
            SAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B
            END_DATA_FORMAT
            NUMBER_OF_SETS 1
            BEGIN_DATA
            1 "Tide" 35.1 18.2 -45.0
            END_DATA
            """;

    /** The number of the kind is taken from the end. */
    private static void seed(List<byte[]> seeds, int which, byte[] text) {
        byte[] seed = Arrays.copyOf(text, text.length + 1);
        seed[text.length] = (byte) which;
        seeds.add(seed);
    }

    /** What was understood, printed and read again, is the same. */
    private static void find(String text) {
        String printed = Find.parse(text, TERMS, KNOWN).written(TERMS, KNOWN);
        String again = Find.parse(printed, TERMS, KNOWN).written(TERMS, KNOWN);
        if (!again.equals(printed)) throw new IllegalStateException("“" + printed + "” came back as “" + again + "”");
    }

    private static void place(String text) {
        PlaceCode.parse(text).ifPresent(p -> {
            if (!PlaceCode.parse(p.toString()).equals(java.util.Optional.of(p))) throw new IllegalStateException(text);
        });
    }
}
