package molvet.server.maker;

import java.util.Arrays;
import java.util.EnumMap;
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
import molvet.server.account.Acts;
import molvet.server.account.Collector;
import molvet.server.account.Fields;
import molvet.server.account.NotFound;
import molvet.server.account.Ownership;
import molvet.server.account.Stale;
import molvet.server.account.Taken;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
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
    private final ApplicationEventPublisher events;

    Makers(MakerStore store, Acts acts, Ownership ownership, LabelReader reader, ApplicationEventPublisher events) {
        this.store = store;
        this.acts = acts;
        this.ownership = ownership;
        this.reader = reader;
        this.events = events;
    }

    /** A maker's name or scales changed: what follows from them must be worked out again. */
    public record MakerChanged(Collector me, long maker) {}

    /** Scales as people write them, see {@link MakerScale}. */
    public record Scales(
            @Nullable String lightfastness,
            @Nullable String transparency,
            @Nullable String staining,
            @Nullable String granulation) {
        Map<Trait, String> checked() {
            Map<Trait, String> all = new EnumMap<>(Trait.class);
            for (Trait trait : Trait.values()) {
                all.put(trait, MakerScale.parse(trait, text(trait)).toString());
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
            @Nullable String grade,
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
            @Nullable String status,
            @Nullable List<NewName> names,
            @Nullable NewEdition edition,
            @Nullable Integer version) {}

    @Transactional
    public long addMaker(Collector me, NewMaker maker) {
        String name = Words.needed("maker", maker.name(), 120);
        String note = Words.lines("note", maker.note(), 2000);
        Map<Trait, String> scales = scales(maker);
        try {
            return acts.act(
                    me,
                    () -> "Added the maker " + name,
                    List.of(),
                    made -> made.row(
                            "maker", store.addMaker(me, name, initials(maker.initials(), name), note, scales)));
        } catch (DuplicateKeyException e) {
            throw Refusal.of("name", "There is a maker “" + name + "” already.", "Open that one and change it.");
        }
    }

    @Transactional
    public void changeMaker(Collector me, long id, NewMaker maker) {
        String name = Words.needed("maker", maker.name(), 120);
        acts.act(me, () -> "Changed the maker " + name, List.of(new Acts.Row("maker", id)), made -> {
            if (!store.changeMaker(
                    me,
                    id,
                    versionOf(maker.version()),
                    name,
                    initials(maker.initials(), name),
                    Words.lines("note", maker.note(), 2000),
                    scales(maker))) {
                throw stale(store.maker(me, id));
            }
            return null;
        });
        events.publishEvent(new MakerChanged(me, id));
    }

    @Transactional
    public void deleteMaker(Collector me, long id) {
        MakerStore.MakerRow row = store.maker(me, id).orElseThrow(() -> new NotFound("There is no such maker."));
        if (row.paints() + row.lines() > 0) {
            throw new Taken(
                    "maker-in-use",
                    row.name() + " has " + row.paints() + " paints and " + row.lines()
                            + " lines here. Give them to another maker first; nothing was deleted.",
                    null);
        }
        acts.act(me, () -> "Deleted the maker " + row.name(), List.of(new Acts.Row("maker", id)), made -> {
            store.deleteMaker(me, id);
            return null;
        });
    }

    @Transactional
    public long addLine(Collector me, long maker, NewLine line) {
        String name = Words.needed("line", line.name(), 120);
        LineGrade grade = Fields.one("grade", line.grade(), LineGrade.ARTIST, LineGrade.values());
        try {
            return acts.act(
                    me,
                    () -> "Added the line " + name,
                    List.of(),
                    made -> made.row(
                            "line", store.addLine(me, maker, name, grade.name(), Boolean.TRUE.equals(line.honey()))));
        } catch (DuplicateKeyException e) {
            throw Refusal.of("name", "This maker has a line “" + name + "” already.", "Open that one.");
        }
    }

    @Transactional
    public void changeLine(Collector me, long id, NewLine line) {
        String name = Words.needed("line", line.name(), 120);
        LineGrade grade = Fields.one("grade", line.grade(), LineGrade.ARTIST, LineGrade.values());
        acts.act(me, () -> "Changed the line " + name, List.of(new Acts.Row("line", id)), made -> {
            if (!store.changeLine(
                    me, id, versionOf(line.version()), name, grade.name(), Boolean.TRUE.equals(line.honey()))) {
                throw stale(store.line(me, id));
            }
            return null;
        });
    }

    @Transactional
    public long addColour(Collector me, long line, NewColour colour) {
        Checked c = check(colour);
        return acts.act(me, () -> "Added the colour " + c.name, List.of(), made -> {
            long id =
                    made.row("colour", store.addColour(me, line, c.catalogueNumber, c.name, c.series, c.status.name()));
            c.names.forEach((language, name) -> made.row("colour_name", store.addName(me, id, language, name)));
            if (colour.edition() != null) made.row("edition", store.addEdition(me, id, edition(colour.edition())));
            return id;
        });
    }

    @Transactional
    public void changeColour(Collector me, long id, NewColour colour) {
        Checked c = check(colour);
        List<Acts.Row> rows = new java.util.ArrayList<>(List.of(new Acts.Row("colour", id)));
        store.nameIds(me, id).forEach(n -> rows.add(new Acts.Row("colour_name", n)));
        acts.act(me, () -> "Changed the colour " + c.name, rows, made -> {
            if (!store.changeColour(
                    me, id, versionOf(colour.version()), c.catalogueNumber, c.name, c.series, c.status.name())) {
                throw stale(store.colour(me, id));
            }
            store.clearNames(me, id);
            c.names.forEach((language, name) -> made.row("colour_name", store.addName(me, id, language, name)));
            return null;
        });
    }

    /** Makers reformulate: a new edition stands beside the old ones, and paints keep the one they were bought as. */
    @Transactional
    public long addEdition(Collector me, long colour, NewEdition edition) {
        MakerStore.EditionRow row = edition(edition);
        return acts.act(
                me,
                () -> "Added the edition " + row.label(),
                List.of(),
                made -> made.row("edition", store.addEdition(me, colour, row)));
    }

    /** The maker of a name, made if there is none. */
    public long makerCalled(Collector me, String name, Acts.Made made) {
        return store.makerNamed(me, name)
                .map(MakerStore.MakerRow::id)
                .orElseGet(() -> made.row("maker", store.addMaker(me, name, initials(null, name), "", Map.of())));
    }

    /** The line of a name, made if there is none. */
    public long lineCalled(Collector me, long maker, String name, Acts.Made made) {
        return store.lineNamed(me, maker, name)
                .map(MakerStore.LineRow::id)
                .orElseGet(() -> made.row("line", store.addLine(me, maker, name, LineGrade.ARTIST.name(), false)));
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
            Map<String, String> names) {}

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

    private MakerStore.EditionRow edition(NewEdition e) {
        Claims claims = e.claims() == null ? Claims.NONE : e.claims();
        if (e.sinceYear() != null && (e.sinceYear() < 1700 || e.sinceYear() > 2200)) {
            throw Refusal.of("sinceYear", "The year " + e.sinceYear() + " cannot be right.", "Write it like 2019.");
        }
        String label = Words.line("edition", e.label(), 80);
        String pigments = Words.line("pigments", e.pigments(), LabelReader.MOST);
        reader.read(pigments);
        return new MakerStore.EditionRow(
                0,
                0,
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

    private static Map<Trait, String> scales(NewMaker maker) {
        return maker.scales() == null ? Map.of() : maker.scales().checked();
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

    private static int versionOf(@Nullable Integer version) {
        if (version == null) {
            throw Refusal.of("version", "The version is missing.", "Send the version you read.");
        }
        return version;
    }

    private static RuntimeException stale(Optional<?> current) {
        return current.<RuntimeException>map(c ->
                        new Stale("It was changed in another window since you opened it. Nothing was overwritten.", c))
                .orElseGet(() -> new NotFound("It is no longer in your collection."));
    }
}
