package molvet.server.maker;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import molvet.core.maker.ColourStatus;
import molvet.core.maker.LineGrade;
import molvet.core.maker.MakerScale;
import molvet.core.maker.Sizes;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Trait;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import molvet.server.platform.Rows;
import molvet.server.platform.Taken;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makers and what they sell: made, changed, taken away. */
@Service
public class Makers {
    private final MakerStore store;
    private final Acts acts;
    private final Ownership ownership;
    private final LabelReader reader;
    private final Rows rows;
    private final Use use;
    private final Listing listing;

    Makers(MakerStore store, Acts acts, Ownership ownership, LabelReader reader, Rows rows, Use use, Listing listing) {
        this.use = use;
        this.listing = listing;
        this.rows = rows;
        this.store = store;
        this.acts = acts;
        this.ownership = ownership;
        this.reader = reader;
    }

    /** How many paints of a collection are of each maker; told by the room that holds them. */
    public interface Use {
        Map<Long, Integer> paints(Collector me);
    }

    /** Paints that were here before their colour stood in a chart; told to the room that holds them. */
    public interface Listing {
        /** Part of the act under way. @return how many paints were tied to the chart */
        int listed(Collector me, long line);
    }

    /** Scales as people write them, see {@link MakerScale}. */
    public record Scales(
            @Nullable String lightfastness,
            @Nullable String transparency,
            @Nullable String staining,
            @Nullable String granulation) {
        static final Scales NONE = new Scales("", "", "", "");

        /** As they are kept, each in its column. */
        Map<String, String> kept() {
            Map<String, String> all = new LinkedHashMap<>();
            for (Trait trait : Trait.values()) {
                all.put(
                        "scale_" + trait.words(),
                        MakerScale.parse(trait, text(trait)).toString());
            }
            return all;
        }

        private String text(Trait trait) {
            String written = switch (trait) {
                case LIGHTFASTNESS -> lightfastness;
                case TRANSPARENCY -> transparency;
                case STAINING -> staining;
                case GRANULATION -> granulation;
            };
            return written == null ? "" : written;
        }
    }

    public record NewMaker(
            String name,
            @Nullable String initials,
            @Nullable String note,
            @Nullable Scales scales,
            @Nullable Integer version) {}

    /** {@code honey}: bound with honey, so that it stays soft longer. */
    public record NewLine(
            String name,
            @OneOf(LineGrade.class) @Nullable String grade,
            @Nullable Boolean honey,
            @Nullable Integer version) {}

    public record NewName(String language, String name) {}

    public record NewEdition(
            @Nullable String label,
            @Nullable Integer sinceYear,
            @Nullable String pigments,
            @Nullable String sizes,
            @Nullable Claims claims,
            @Nullable String note) {}

    /** Claims as the label writes them. */
    public record Claims(
            @Nullable String lightfastness,
            @Nullable String transparency,
            @Nullable String staining,
            @Nullable String granulation) {
        public static final Claims NONE = new Claims("", "", "", "");

        public String written(Trait trait) {
            String text = switch (trait) {
                case LIGHTFASTNESS -> lightfastness;
                case TRANSPARENCY -> transparency;
                case STAINING -> staining;
                case GRANULATION -> granulation;
            };
            return Words.line(trait.words(), text == null ? "" : text, 40);
        }
    }

    public record NewColour(
            @Nullable String catalogueNumber,
            String name,
            @Nullable Integer series,
            @OneOf(ColourStatus.class) @Nullable String status,
            @Nullable List<NewName> names,
            @Nullable NewEdition edition,
            @Nullable Integer version) {}

    @Transactional
    public long addMaker(Collector me, NewMaker maker) {
        Map<String, String> row = row(maker);
        try {
            return acts.act(me, () -> "Added the maker " + row.get("name"), () -> rows.add(me, "maker", row));
        } catch (DuplicateKeyException e) {
            throw taken(row);
        }
    }

    private static Refusal taken(Map<String, String> row) {
        return Refusal.of(
                "name", "There is a maker “" + row.get("name") + "” already.", "Open that one and change it.");
    }

    private static Map<String, String> row(NewMaker maker) {
        String name = Words.needed("maker", maker.name(), 120);
        Map<String, String> row = new LinkedHashMap<>(Map.of(
                "name", name,
                "initials", initials(maker.initials(), name),
                "note", Words.lines("note", maker.note(), 2000)));
        row.putAll((maker.scales() == null ? Scales.NONE : maker.scales()).kept());
        return row;
    }

    @Transactional
    public void changeMaker(Collector me, long id, NewMaker maker) {
        Map<String, String> row = row(maker);
        try {
            acts.act(
                    me,
                    () -> "Changed the maker " + row.get("name"),
                    () -> rows.change(me, "maker", id, row, maker.version(), () -> there(store.maker(me, id))));
        } catch (DuplicateKeyException e) {
            throw taken(row);
        }
    }

    @Transactional
    public void deleteMaker(Collector me, long id) {
        MakerStore.MakerRow row = there(store.maker(me, id));
        int paints = use.paints(me).getOrDefault(id, 0);
        if (paints + row.lines() > 0) {
            throw new Taken(
                    "maker-in-use",
                    row.name() + " has " + paints + " paints and " + row.lines()
                            + " lines here. Give them to another maker first; nothing was deleted.",
                    null);
        }
        acts.act(me, () -> "Deleted the maker " + row.name(), () -> rows.remove(me, "maker", id));
    }

    @Transactional
    public long addLine(Collector me, long maker, NewLine line) {
        Map<String, Object> row = row(line);
        row.put("maker_id", maker);
        try {
            return acts.act(me, () -> "Added the line " + row.get("name"), () -> rows.add(me, "line", row));
        } catch (DuplicateKeyException e) {
            throw Refusal.of("name", "This maker has a line “" + row.get("name") + "” already.", "Open that one.");
        }
    }

    private static Map<String, Object> row(NewLine line) {
        return new LinkedHashMap<>(Map.of(
                "name", Words.needed("line", line.name(), 120),
                "grade", Fields.one("grade", line.grade(), LineGrade.ARTIST, LineGrade.values()),
                "honey", Boolean.TRUE.equals(line.honey())));
    }

    @Transactional
    public void changeLine(Collector me, long id, NewLine line) {
        Map<String, Object> row = row(line);
        acts.act(
                me,
                () -> "Changed the line " + row.get("name"),
                () -> rows.change(me, "line", id, row, line.version(), () -> there(store.line(me, id))));
    }

    @Transactional
    public long addColour(Collector me, long line, NewColour colour) {
        Checked c = check(colour);
        return acts.act(me, () -> "Added the colour " + c.name, () -> {
            long id = rows.add(me, "colour", c.row(line));
            addNames(me, id, c.names);
            if (colour.edition() != null) rows.add(me, "edition", edition(id, colour.edition()));
            listing.listed(me, line);
            return id;
        });
    }

    void addNames(Collector me, long colour, Map<String, String> names) {
        names.forEach((language, name) ->
                rows.add(me, "colour_name", Map.of("colour_id", colour, "language", language, "name", name)));
    }

    @Transactional
    public void changeColour(Collector me, long id, NewColour colour) {
        Checked c = check(colour);
        MakerStore.ColourRow old = there(store.colour(me, id));
        acts.act(me, () -> "Changed the colour " + c.name, () -> {
            rows.change(me, "colour", id, c.row(old.lineId()), colour.version(), () -> there(store.colour(me, id)));
            rows.ids(me, "colour_name", Map.of("colour_id", id)).forEach(n -> rows.remove(me, "colour_name", n));
            addNames(me, id, c.names);
        });
    }

    /** Makers reformulate: a new edition stands beside the old ones, and paints keep the one they were bought as. */
    @Transactional
    public long addEdition(Collector me, long colour, NewEdition edition) {
        MakerStore.EditionRow row = edition(colour, edition);
        return acts.act(me, () -> "Added the edition " + row.label(), () -> rows.add(me, "edition", row));
    }

    /** The maker of a name, made if there is none. Part of the act under way. */
    public long makerCalled(Collector me, String name) {
        return store.makerNamed(me, name)
                .map(MakerStore.MakerRow::id)
                .orElseGet(() -> rows.add(me, "maker", Map.of("name", name, "initials", initials(null, name))));
    }

    /** Gives a maker a scale for a trait that had none. Part of the act under way. */
    public void scaleOf(Collector me, String maker, MakerScale scale) {
        long id = makerCalled(me, maker);
        if (!store.maker(me, id).orElseThrow().scale(scale.trait()).symbols().isEmpty()) return;
        rows.change(me, "maker", id, Map.of("scale_" + scale.trait().words(), scale.toString()));
    }

    /** The line of a name, made if there is none. Part of the act under way. */
    public long lineCalled(Collector me, long maker, String name) {
        return store.lineNamed(me, maker, name)
                .map(MakerStore.LineRow::id)
                .orElseGet(
                        () -> rows.add(me, "line", Map.of("maker_id", maker, "name", name, "grade", LineGrade.ARTIST)));
    }

    /** One more line in the note of a maker, if there is room for it. Part of the act under way. */
    public void note(Collector me, long maker, String line) {
        store.maker(me, maker)
                .map(m -> (m.note() + "\n" + line).strip())
                .filter(n -> n.length() <= 2000)
                .ifPresent(n -> rows.change(me, "maker", maker, Map.of("note", n)));
    }

    /** Where a colour stands: its line and maker. @throws NotFound if it is not the collector's */
    public MakerStore.ColourRow ownColour(Collector me, long colour) {
        ownership.require(me, "colour", colour);
        return store.colour(me, colour).orElseThrow();
    }

    private record Checked(
            String catalogueNumber,
            String name,
            @Nullable Integer series,
            ColourStatus status,
            Map<String, String> names) {
        MakerStore.ColourRow row(long line) {
            return new MakerStore.ColourRow(0, line, catalogueNumber, name, series, status.name(), 1);
        }
    }

    private static Checked check(NewColour colour) {
        Map<String, String> names = new java.util.LinkedHashMap<>();
        for (NewName n : colour.names() == null ? List.<NewName>of() : colour.names()) {
            String language = Words.needed("language", n.language(), 12).toLowerCase(Locale.ROOT);
            if (names.put(language, Words.needed("name", n.name(), 160)) != null) {
                throw Refusal.of("names", "Two names in “" + language + "”.", "Keep one a language.");
            }
        }
        if (names.size() > 12) throw Refusal.of("names", "More than 12 languages.", "Keep those on the label.");
        return new Checked(
                Words.line("catalogue number", colour.catalogueNumber(), 40),
                Words.needed("name", colour.name(), 160),
                series(colour.series()),
                Fields.one("status", colour.status(), ColourStatus.CURRENT, ColourStatus.values()),
                names);
    }

    /** A price series as makers number them, 1 to 20. */
    public static @Nullable Integer series(@Nullable Integer series) {
        if (series != null && (series < 1 || series > 20)) {
            throw Refusal.of("series", "Series " + series + " does not exist.", "Series run from 1 to 5 or so.");
        }
        return series;
    }

    private MakerStore.EditionRow edition(long colour, NewEdition e) {
        Claims claims = e.claims() == null ? Claims.NONE : e.claims();
        if (e.sinceYear() != null && (e.sinceYear() < 1700 || e.sinceYear() > 2200)) {
            throw Refusal.of("sinceYear", "The year " + e.sinceYear() + " cannot be right.", "Write it like 2019.");
        }
        String label = Words.line("edition", e.label(), 80);
        String pigments = Words.line("pigments", e.pigments(), LabelReader.MOST);
        reader.read(pigments);
        return new MakerStore.EditionRow(
                0,
                colour,
                label.isEmpty() ? (e.sinceYear() == null ? "first known" : "since " + e.sinceYear()) : label,
                e.sinceYear(),
                pigments,
                Sizes.parse(e.sizes() == null ? "" : e.sizes(), "EUR").toString(),
                claims.written(Trait.LIGHTFASTNESS),
                claims.written(Trait.TRANSPARENCY),
                claims.written(Trait.STAINING),
                claims.written(Trait.GRANULATION),
                Words.lines("note", e.note(), 2000));
    }

    private static String initials(@Nullable String given, String name) {
        String own = Words.line("initials", given, 8);
        if (!own.isEmpty()) return own;
        String letters = Arrays.stream(name.split("[\\s&]+"))
                .filter(w -> !w.isEmpty())
                .map(w -> w.substring(0, w.offsetByCodePoints(0, 1)))
                .limit(3)
                .collect(Collectors.joining());
        String shown =
                letters.codePointCount(0, letters.length()) > 1 || name.length() < 2 ? letters : name.substring(0, 2);
        return shown.length() > 8 ? shown.substring(0, 8) : shown;
    }

    private static <T> T there(Optional<T> row) {
        return row.orElseThrow(() -> new NotFound("It is no longer in your collection."));
    }
}
