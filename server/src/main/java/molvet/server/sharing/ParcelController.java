package molvet.server.sharing;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.arrival.ArrivalKind;
import molvet.core.collection.Standing;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.Trait;
import molvet.server.arrival.Arrivals;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.TableFile;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A parcel for a friend: what paints are and look like, and nothing of what is the collector’s own, neither place, price, note nor
 * holding. The friend’s Molvet says of each whether it is there, and makes the draft of a gift or swap of it.
 */
@RestController
class ParcelController {
    private static final String FORMAT = "molvet-parcel";
    private static final int VERSION = 1;
    private static final int MOST = 500;
    private static final int MOST_STOPS = 40;

    private final Finder finder;
    private final PaintViews views;
    private final SharingStore store;
    private final Arrivals arrivals;
    private final JsonMapper json;

    ParcelController(Finder finder, PaintViews views, SharingStore store, Arrivals arrivals, JsonMapper json) {
        this.finder = finder;
        this.views = views;
        this.store = store;
        this.arrivals = arrivals;
        this.json = json;
    }

    /** @param claims as the maker writes them, by trait; {@code strip} from full strength to palest, {@code #rrggbb} */
    record ParcelPaint(
            String name,
            String maker,
            String line,
            String pigments,
            @Nullable Integer series,
            Map<String, String> claims,
            @Nullable LabValue massTone,
            @Nullable LabValue tint,
            List<String> strip) {}

    record PackedParcel(String format, int version, String title, List<ParcelPaint> paints) {}

    enum ParcelBecomes {
        NEW,
        HAVE,
        WISHED
    }

    /** @param paint the one it is, where it is one of the collection */
    record ParcelPaintView(
            String name,
            String maker,
            String pigments,
            PaintViews.@Nullable StripView strip,
            @OneOf(ParcelBecomes.class) String becomes,
            @Nullable Long paint) {}

    record ParcelView(String title, List<ParcelPaintView> paints) {}

    record ParcelDraft(long arrival) {}

    @GetMapping("/api/parcel")
    @Transactional(readOnly = true)
    public ResponseEntity<PackedParcel> parcel(
            Collector me, @RequestParam(defaultValue = "") String find, @RequestParam(defaultValue = "") String title) {
        List<Long> ids = finder.ids(me, find, MOST + 1);
        if (ids.isEmpty()) throw Refusal.of("find", "Nothing was found to send.", "Find something else.");
        if (ids.size() > MOST) throw Refusal.of("find", "A parcel holds " + MOST + " paints.", "Find fewer.");
        Map<Long, SharingStore.PaintRow> labels =
                store.paints(me).stream().collect(Collectors.toMap(SharingStore.PaintRow::id, p -> p));
        List<ParcelPaint> paints = views.entries(me, ids).stream()
                .map(e -> packed(labels.get(e.id()), e))
                .toList();
        String named = Fields.text(title).isBlank() ? "A parcel" : Words.line("title", title, 120);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"molvet-parcel.json\"")
                .body(new PackedParcel(FORMAT, VERSION, named, paints));
    }

    private static ParcelPaint packed(SharingStore.PaintRow p, PaintViews.PaintEntry e) {
        Map<String, String> claims = new LinkedHashMap<>();
        Map.of(
                        Trait.LIGHTFASTNESS, p.claimLightfastness(),
                        Trait.TRANSPARENCY, p.claimTransparency(),
                        Trait.STAINING, p.claimStaining(),
                        Trait.GRANULATION, p.claimGranulation())
                .forEach((trait, claim) -> {
                    if (!claim.isEmpty()) claims.put(trait.words(), claim);
                });
        return new ParcelPaint(
                p.name(),
                p.maker(),
                p.line(),
                p.labelText(),
                p.series(),
                claims,
                p.massL() == null ? null : new LabValue(p.massL(), p.massA(), p.massB()),
                p.tintL() == null ? null : new LabValue(p.tintL(), p.tintA(), p.tintB()),
                e.strip() == null ? List.of() : e.strip().stops());
    }

    @PostMapping(path = "/api/parcel/preview", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @Transactional(readOnly = true)
    public ParcelView preview(Collector me, @RequestPart("file") MultipartFile file) throws IOException {
        PackedParcel parcel = read(file);
        Map<String, SharingStore.PaintRow> here = store.paints(me).stream()
                .collect(Collectors.toMap(p -> key(p.name(), p.maker()), p -> p, (one, other) -> one));
        List<ParcelPaintView> paints = new ArrayList<>();
        for (ParcelPaint p : parcel.paints) {
            SharingStore.PaintRow known = here.get(key(p.name, p.maker));
            ParcelBecomes becomes = known == null
                    ? ParcelBecomes.NEW
                    : known.standing().equals(Standing.WISHED.name()) ? ParcelBecomes.WISHED : ParcelBecomes.HAVE;
            paints.add(new ParcelPaintView(
                    p.name,
                    p.maker,
                    p.pigments,
                    p.strip.isEmpty() ? null : new PaintViews.StripView(p.strip, true, null, 0),
                    becomes.name(),
                    known == null ? null : known.id()));
        }
        return new ParcelView(parcel.title, paints);
    }

    /** The draft of an arrival, a line a paint; what comes of each is decided there, as of any other. */
    @PostMapping(path = "/api/parcel", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    public ParcelDraft take(
            Collector me, @RequestPart("file") MultipartFile file, @RequestParam(defaultValue = "GIFT") String kind)
            throws IOException {
        ArrivalKind as = Fields.one("kind", kind, new ArrivalKind[] {ArrivalKind.GIFT, ArrivalKind.SWAP});
        PackedParcel parcel = read(file);
        String text = parcel.paints.stream()
                .map(p -> Stream.of(p.name, p.maker, p.pigments)
                        .map(s -> s.replaceAll("[,;|\\s]+", " ").strip())
                        .filter(s -> !s.isEmpty())
                        .collect(Collectors.joining(", ")))
                .collect(Collectors.joining("\n"));
        return new ParcelDraft(arrivals.start(
                me,
                new Arrivals.NewArrival(
                        as.name(), parcel.title, null, null, null, null, text, null, null, null, null)));
    }

    private static String key(String name, String maker) {
        return Words.folded(name) + "|" + Words.folded(maker);
    }

    private PackedParcel read(MultipartFile file) throws IOException {
        JsonNode root = TableFile.parsed(TableFile.bytes(file.getInputStream()), json);
        if (!root.path("format").asString("").equals(FORMAT)) {
            throw Refusal.of("file", "This is not a parcel.", "Choose the molvet-parcel.json your friend sent.");
        }
        int version = root.path("version").asInt(0);
        if (version > VERSION) {
            throw Refusal.of("file", "This parcel was packed by a newer Molvet.", "Update this Molvet first.");
        }
        JsonNode all = root.path("paints");
        if (all.isEmpty()) throw Refusal.of("file", "The parcel is empty.", "Ask your friend to pack it again.");
        if (all.size() > MOST) throw Refusal.of("file", "A parcel holds " + MOST + " paints.", "Ask for two parcels.");
        List<ParcelPaint> paints = new ArrayList<>();
        for (JsonNode p : all) {
            String at = "paint " + (paints.size() + 1);
            List<String> strip = p.path("strip")
                    .valueStream()
                    .map(s -> s.asString(""))
                    .filter(s -> s.matches("#[0-9a-fA-F]{6}"))
                    .limit(MOST_STOPS)
                    .toList();
            paints.add(new ParcelPaint(
                    Words.needed(at, p.path("name").asString(""), 160),
                    Words.line(at, p.path("maker").asString(""), 120),
                    Words.line(at, p.path("line").asString(""), 120),
                    Words.line(at, p.path("pigments").asString(""), 400),
                    null,
                    Map.of(),
                    null,
                    null,
                    strip));
        }
        return new PackedParcel(
                FORMAT, version, Words.line("title", root.path("title").asString("A parcel"), 120), paints);
    }
}
