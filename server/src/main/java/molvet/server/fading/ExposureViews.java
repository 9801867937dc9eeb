package molvet.server.fading;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.colour.Srgb;
import molvet.core.fading.Accident;
import molvet.core.fading.Change;
import molvet.core.fading.Dose;
import molvet.core.fading.FadingGrade;
import molvet.core.fading.Judgement;
import molvet.core.fading.LightPlace;
import molvet.core.fading.ReadingSteps;
import molvet.core.fading.Stay;
import molvet.core.fading.TimeInLight;
import molvet.core.fading.WorthTesting;
import molvet.core.measure.DayInWords;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.server.chart.Sheets;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.collection.VoiceStore;
import molvet.server.fading.ExposureJudge.Point;
import molvet.server.fading.ExposureJudge.StripCourse;
import molvet.server.fading.FadingStore.ExposureRow;
import molvet.server.fading.FadingStore.Loaded;
import molvet.server.fading.FadingStore.ReadingRow;
import molvet.server.fading.FadingStore.StripRow;
import molvet.server.palette.PalettesOfPaint;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Room;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What hangs in the light as the pages show it, with every sentence that is said of it. */
@Service
class ExposureViews {
    private static final int MOST_PROPOSED = 60;
    /** Of one’s light: general, and no more than that. */
    static final String GUIDANCE =
            "General guidance: light takes colour for good, and what a colour loses depends on how much falls on it in all, be it"
                    + " much for a month or little for years; ultraviolet speeds it. For what is to be shown or sold ask the published"
                    + " standards and a conservator.";

    private final FadingStore store;
    private final ExposureJudge judge;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final Sheets sheets;
    private final PalettesOfPaint palettes;
    private final PigmentReference reference;
    private final Clock clock;

    ExposureViews(
            FadingStore store,
            ExposureJudge judge,
            PaintViews paints,
            VoiceStore voices,
            Sheets sheets,
            PalettesOfPaint palettes,
            PigmentReference reference,
            Clock clock) {
        this.store = store;
        this.judge = judge;
        this.paints = paints;
        this.voices = voices;
        this.sheets = sheets;
        this.palettes = palettes;
        this.reference = reference;
        this.clock = clock;
    }

    // ---- shapes -----------------------------------------------------------------------------------------------------

    /** Light in Mlux·h. */
    record DoseView(double low, double likely, double high, String words) {
        static DoseView of(Dose d) {
            return new DoseView(d.low(), d.likely(), d.high(), d.words());
        }
    }

    /** @param late by how many days; 0 and less if it is to come */
    record DueReading(String on, int step, long days, long late, String words) {}

    record StayView(
            long id, String from, @OneOf(LightPlace.class) String place, String words, DoseView daily) {}

    /** @param strip null where it befell all of it */
    record AccidentView(
            long id,
            @Nullable Long strip,
            @Nullable String name,
            @OneOf(Accident.class) String kind,
            String words,
            String on,
            String note) {}

    /** One strength before and after: as it would be, had it been covered, and as it is. */
    record LightChange(String before, String after, double deltaEab, double deltaE00, double margin, boolean seen) {
        static LightChange of(Change c) {
            return new LightChange(
                    Srgb.ofLab(c.before()).hex(),
                    Srgb.ofLab(c.after()).hex(),
                    c.deltaEab(),
                    c.deltaE00(),
                    c.margin(),
                    c.isSeen());
        }
    }

    /** @param dark days it had been in the dark for, if it was long enough to come back */
    record CoursePoint(
            long reading,
            String on,
            long days,
            @Nullable Long dark,
            LightChange full,
            @Nullable LightChange tint,
            List<String> notes) {}

    /** A strip before it hung. */
    record FirstLook(
            String covered,
            String lit,
            @Nullable String coveredTint,
            @Nullable String litTint) {}

    record PaletteOfPaint(long id, String name) {}

    /**
     * @param finding empty where nothing was read since it hangs
     * @param words what it is found to be so far, such as “at least fair”
     * @param halfLife days in this light after which half of its colour is gone
     * @param atRisk palettes in which it lies, where it faded
     */
    record ExposedStrip(
            long id,
            int position,
            @Nullable PaintEntry paint,
            String name,
            @Nullable Integer wool,
            @OneOf(Judgement.Finding.class) @Nullable String finding,
            String words,

            @OneOf(Lightfastness.class) @Nullable String best,

            @OneOf(Lightfastness.class) @Nullable String worst,

            @OneOf(FadingGrade.AstmClass.class) @Nullable String astm,
            boolean recovered,
            @Nullable Double halfLife,
            List<String> reasons,
            List<String> next,
            List<String> warnings,
            @Nullable FirstLook first,
            List<CoursePoint> course,
            List<PaletteOfPaint> atRisk) {}

    /**
     * @param state of the picture while it is not taken over: QUEUED, READING, PROPOSED, FAILED, STOPPED; null once it is
     * @param dark days it had last been in the dark for
     * @param first whether it is the one all others are compared with
     */
    record ExposureReadingView(
            long id,
            String on,
            long days,
            long dark,
            DoseView dose,
            boolean twin,
            boolean first,
            @Nullable Integer gone,
            @Nullable Long scan,
            @Nullable Long picture,
            @Nullable String state,
            @Nullable String why,
            int strips) {}

    record ExposureSheet(long chart, String code, int pages) {}

    record ExposurePage(
            long id,
            String name,
            @Nullable ExposureSheet sheet,
            @Nullable ExposureSheet twin,
            boolean swapped,
            int about,
            String steps,
            @Nullable String began,
            @Nullable String endedOn,
            boolean dark,
            long daysInLight,
            DoseView dose,
            String light,
            List<StayView> places,
            @Nullable DueReading due,
            List<ExposureReadingView> readings,
            List<ExposedStrip> strips,
            List<AccidentView> accidents,
            List<String> mistakes,
            String guidance,
            String note,
            int version) {}

    /** {@code before} and {@code after}: what a strip was and became. */
    record SmallStrip(String name, String before, String after, boolean faded) {}

    record ExposureEntry(
            long id,
            String name,
            boolean planned,
            @Nullable String began,
            @Nullable String endedOn,
            String light,
            long daysInLight,
            int strips,
            int faded,
            int unchanged,
            int readings,
            @Nullable DueReading due,
            List<SmallStrip> shown) {}

    record ExposureList(List<ExposureEntry> exposures, String guidance) {}

    record WorthLine(PaintEntry paint, List<String> why) {}

    record WorthList(List<WorthLine> paints) {}

    /** What was found of a paint, for its own page. */
    record PaintInLight(long exposure, String exposureName, ExposedStrip strip) {}

    record PaintInLightList(List<PaintInLight> strips) {}

    // ---- the list ---------------------------------------------------------------------------------------------------

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    @Transactional(readOnly = true)
    public ExposureList list(Collector me) {
        return new ExposureList(
                store.all(me, store.exposures(me)).stream()
                        .map(x -> entry(me, x))
                        .toList(),
                GUIDANCE);
    }

    private ExposureEntry entry(Collector me, Loaded all) {
        List<StripRow> paintsOnly =
                all.strips().stream().filter(s -> s.wool() == null).toList();
        LocalDate end = end(all);
        return new ExposureEntry(
                all.exposure().id(),
                all.exposure().name(),
                all.exposure().isPlanned(),
                all.time().map(t -> t.began().toString()).orElse(null),
                Optional.ofNullable(all.exposure().endedOn())
                        .map(Object::toString)
                        .orElse(null),
                light(all),
                all.time().map(t -> t.daysInLight(end)).orElse(0L),
                paintsOnly.size(),
                (int) paintsOnly.stream()
                        .filter(s -> s.finding().equals(Judgement.Finding.FADED.name()))
                        .count(),
                (int) paintsOnly.stream()
                        .filter(s -> s.finding().equals(Judgement.Finding.UNCHANGED.name()))
                        .count(),
                (int) all.readings().stream()
                        .filter(r -> !r.twin() && isRead(all, r))
                        .count(),
                due(all).orElse(null),
                small(all));
    }

    private static boolean isRead(Loaded all, ReadingRow r) {
        return all.halves().stream().anyMatch(h -> h.exposureReadingId() == r.id());
    }

    /** As the latest picture shows each strip: covered and bare. */
    private static List<SmallStrip> small(Loaded all) {
        Map<Long, FadingStore.HalfRow> last = new HashMap<>();
        Map<Long, ReadingRow> readings = all.readings().stream().collect(Collectors.toMap(ReadingRow::id, r -> r));
        all.halves().stream()
                .filter(h -> !readings.get(h.exposureReadingId()).twin())
                .sorted(Comparator.comparing(
                        h -> readings.get(h.exposureReadingId()).readOn()))
                .forEach(h -> last.put(h.exposureStripId(), h));
        boolean swapped = all.exposure().swapped();
        return all.strips().stream()
                .filter(s -> s.wool() == null && last.containsKey(s.id()))
                .map(s -> {
                    var h = last.get(s.id()).halves(swapped);
                    var shown = h.tint().orElse(h.full());
                    return new SmallStrip(
                            s.name(),
                            Srgb.ofLab(shown.covered()).hex(),
                            Srgb.ofLab(shown.lit()).hex(),
                            s.finding().equals(Judgement.Finding.FADED.name()));
                })
                .limit(24)
                .toList();
    }

    /** Until when light is counted. */
    private LocalDate end(Loaded all) {
        LocalDate ended = all.exposure().endedOn();
        return ended == null ? today() : ended;
    }

    private String light(Loaded all) {
        if (all.time().isEmpty()) {
            return all.exposure().isPlanned() ? "not hung up yet" : "";
        }
        TimeInLight time = all.time().get();
        LocalDate end = end(all);
        Stay now = time.on(end).orElse(time.stays().get(0));
        long days = time.daysInLight(end);
        String about = time.about() > 0 ? ", give or take " + time.about() + " days" : "";
        if (all.exposure().endedOn() != null) {
            long dark = ChronoUnit.DAYS.between(time.began(), end) - days;
            return days(days) + " in the light" + (dark > 0 ? " and " + days(dark) + " in the dark" : "") + about
                    + ", until " + DayInWords.of(end);
        }
        return now.isDark()
                ? "taken into the dark " + DayInWords.of(now.from()) + ", after " + days(days) + " in the light" + about
                : now.words() + ", " + days(days) + " in the light" + about;
    }

    private static String days(long days) {
        return days + (days == 1 ? " day" : " days");
    }

    private Optional<DueReading> due(Loaded all) {
        if (all.time().isEmpty()
                || all.exposure().endedOn() != null
                || !all.exposure().isPlanned()) {
            return Optional.empty();
        }
        TimeInLight time = all.time().get();
        LocalDate today = today();
        ReadingSteps steps = all.exposure().readingSteps();
        List<LocalDate> read = all.readings().stream()
                .filter(r -> !r.twin() && (isRead(all, r) || "PROPOSED".equals(r.state())))
                .map(ReadingRow::readOn)
                .toList();
        return steps.next(time, read, today)
                .map(d -> new DueReading(
                        d.on().toString(),
                        d.step(),
                        d.days(),
                        d.late(),
                        "Reading " + d.step() + " of " + steps.days().size() + ", after " + days(d.days())
                                + " in the light, "
                                + (d.late() > 0
                                        ? "was due " + days(d.late()) + " ago"
                                        : d.late() == 0 ? "is due today" : "is due in " + days(-d.late()))
                                + "."));
    }

    /** Readings that are due today or were before. */
    int due(Collector me) {
        return (int) store.all(me, store.exposures(me)).stream()
                .filter(x -> due(x).filter(d -> d.late() >= 0).isPresent())
                .count();
    }

    List<Room.CalendarDay> days(Collector me) {
        List<Room.CalendarDay> all = new ArrayList<>();
        for (Loaded x : store.all(me, store.exposures(me))) {
            due(x).ifPresent(d -> all.add(new Room.CalendarDay(
                    "exposure-" + x.exposure().id() + "-" + d.step(),
                    LocalDate.parse(d.on()),
                    "Read “" + x.exposure().name() + "” that hangs in the light",
                    "Reading " + d.step() + ", after " + days(d.days()) + " in the light. Scan the sheet"
                            + (x.exposure().twinId() == null ? "" : " and its twin") + ", flap folded back.",
                    "Scan “" + x.exposure().name() + "”?")));
        }
        return all;
    }

    // ---- one --------------------------------------------------------------------------------------------------------

    @Transactional(readOnly = true)
    public ExposurePage page(Collector me, long id) {
        Loaded all = store.loaded(me, id).orElseThrow(() -> new NotFound("There is no such exposure."));
        List<StripCourse> courses = judge.courses(me, all);
        LocalDate end = end(all);
        Optional<TimeInLight> time = all.time();
        ExposureRow e = all.exposure();
        return new ExposurePage(
                id,
                e.name(),
                sheet(me, e.chartId()),
                sheet(me, e.twinId()),
                e.swapped(),
                e.about(),
                e.steps(),
                time.map(t -> t.began().toString()).orElse(null),
                Optional.ofNullable(e.endedOn()).map(Object::toString).orElse(null),
                time.flatMap(t -> t.on(end)).filter(Stay::isDark).isPresent(),
                time.map(t -> t.daysInLight(end)).orElse(0L),
                DoseView.of(time.map(t -> t.dose(end)).orElse(Dose.NONE)),
                light(all),
                all.places().stream()
                        .map(p -> new StayView(
                                p.id(),
                                p.fromOn().toString(),
                                p.place(),
                                p.stay().words(),
                                DoseView.of(p.stay().daily())))
                        .toList(),
                due(all).orElse(null),
                readings(all, courses),
                strips(me, all, courses),
                accidents(all),
                judge.mistakes(all, courses),
                GUIDANCE,
                e.note(),
                e.version());
    }

    private @Nullable ExposureSheet sheet(Collector me, @Nullable Long chart) {
        if (chart == null) return null;
        return sheets.sheet(me, chart)
                .map(s -> new ExposureSheet(chart, s.code(), s.plan().pages().size()))
                .orElse(null);
    }

    private static List<AccidentView> accidents(Loaded all) {
        Map<Long, String> names = all.strips().stream().collect(Collectors.toMap(StripRow::id, StripRow::name));
        return all.accidents().stream()
                .map(a -> new AccidentView(
                        a.id(),
                        a.exposureStripId(),
                        a.exposureStripId() == null ? null : names.get(a.exposureStripId()),
                        a.kind(),
                        a.accident().words(),
                        a.happenedOn().toString(),
                        a.note()))
                .toList();
    }

    private static List<ExposureReadingView> readings(Loaded all, List<StripCourse> courses) {
        Map<Long, Point> points = new HashMap<>();
        courses.forEach(c -> c.points().forEach(p -> points.put(p.reading().id(), p)));
        var first = courses.stream()
                .flatMap(c -> c.first().stream())
                .map(FadingStore.HalfRow::exposureReadingId)
                .collect(Collectors.toSet());
        return all.readings().stream()
                .map(r -> {
                    boolean read = isRead(all, r);
                    return new ExposureReadingView(
                            r.id(),
                            r.readOn().toString(),
                            all.time().map(t -> t.daysInLight(r.readOn())).orElse(0L),
                            all.time().map(t -> t.daysInDark(r.readOn())).orElse(0L),
                            DoseView.of(all.time().map(t -> t.dose(r.readOn())).orElse(Dose.NONE)),
                            r.twin(),
                            first.contains(r.id()),
                            points.containsKey(r.id())
                                    ? points.get(r.id()).moment().gone().orElse(null)
                                    : r.wool(),
                            r.scanId(),
                            r.pictureId(),
                            read ? null : r.state(),
                            read ? null : r.why(),
                            (int) all.halves().stream()
                                    .filter(h -> h.exposureReadingId() == r.id())
                                    .count());
                })
                .toList();
    }

    private List<ExposedStrip> strips(Collector me, Loaded all, List<StripCourse> courses) {
        Map<Long, PaintEntry> entries = entries(
                me,
                courses.stream()
                        .map(c -> c.strip().paintId())
                        .filter(Objects::nonNull)
                        .toList());
        return courses.stream().map(c -> strip(me, all, c, entries)).toList();
    }

    private Map<Long, PaintEntry> entries(Collector me, Collection<Long> ids) {
        Map<Long, PaintEntry> all = new LinkedHashMap<>();
        paints.entries(me, List.copyOf(ids)).forEach(e -> all.put(e.id(), e));
        return all;
    }

    private ExposedStrip strip(Collector me, Loaded all, StripCourse c, Map<Long, PaintEntry> entries) {
        StripRow s = c.strip();
        Judgement j = c.judgement();
        boolean read = !c.points().isEmpty() && s.wool() == null;
        List<String> warnings = new ArrayList<>();
        c.spoilt().ifPresent(warnings::add);
        c.besideTwin().ifPresent(warnings::add);
        if (c.first().isEmpty() && !c.points().isEmpty()) {
            warnings.add(
                    "Nobody read it before it hung: both halves are taken to have been alike, and margins are wider.");
        }
        boolean faded = read && j.finding() == Judgement.Finding.FADED;
        return new ExposedStrip(
                s.id(),
                s.position(),
                s.paintId() == null ? null : entries.get(s.paintId()),
                s.name(),
                s.wool(),
                read ? j.finding().name() : null,
                read ? j.words() : "",
                read ? j.best().name() : null,
                read ? j.worst().name() : null,
                read ? j.astm().map(Enum::name).orElse(null) : null,
                j.recovered(),
                faded ? j.rate().map(r -> Math.log(2) / r).orElse(null) : null,
                s.wool() != null ? List.of() : j.reasons(),
                s.wool() != null ? List.of() : j.next(),
                warnings,
                c.first().map(h -> first(h.halves(all.exposure().swapped()))).orElse(null),
                c.points().stream().map(ExposureViews::point).toList(),
                faded && s.paintId() != null
                        ? palettes.of(me, s.paintId()).stream()
                                .map(p -> new PaletteOfPaint(p.id(), p.name()))
                                .toList()
                        : List.of());
    }

    private static FirstLook first(molvet.core.fading.Halves h) {
        return new FirstLook(
                Srgb.ofLab(h.full().covered()).hex(),
                Srgb.ofLab(h.full().lit()).hex(),
                h.tint().map(t -> Srgb.ofLab(t.covered()).hex()).orElse(null),
                h.tint().map(t -> Srgb.ofLab(t.lit()).hex()).orElse(null));
    }

    private static CoursePoint point(Point p) {
        return new CoursePoint(
                p.reading().id(),
                p.reading().readOn().toString(),
                p.moment().days(),
                p.moment().isAfterDark() ? p.moment().dark() : null,
                LightChange.of(p.moment().full()),
                p.moment().tint().map(LightChange::of).orElse(null),
                p.half().said().isEmpty() ? List.of() : List.of(p.half().said().split("\n")));
    }

    // ---- paints -----------------------------------------------------------------------------------------------------

    /** What hangs of a paint, and what was found of it. */
    @Transactional(readOnly = true)
    public PaintInLightList paint(Collector me, long paint) {
        List<Long> ids = store.strips(me, paint).stream()
                .map(StripRow::exposureId)
                .distinct()
                .toList();
        List<ExposureRow> exposures =
                ids.stream().flatMap(i -> store.exposure(me, i).stream()).toList();
        Map<Long, PaintEntry> entries = entries(me, List.of(paint));
        return new PaintInLightList(store.all(me, exposures).stream()
                .flatMap(x -> judge.courses(me, x).stream()
                        .filter(c -> Objects.equals(c.strip().paintId(), paint))
                        .map(c ->
                                new PaintInLight(x.exposure().id(), x.exposure().name(), strip(me, x, c, entries))))
                .toList());
    }

    /** Which paints are worth testing: loved and doubtful first; what hangs already or was tested is left out. */
    @Transactional(readOnly = true)
    public WorthList worth(Collector me) {
        var tested =
                store.found(me).stream().map(FadingStore.PaintFound::paintId).collect(Collectors.toSet());
        Map<Long, Integer> liking = voices.liking(me);
        List<WorthTesting.Proposed> proposed = new WorthTesting(reference)
                .of(voices.all(me).stream()
                        .filter(v -> !tested.contains(v.id()))
                        .filter(v ->
                                v.standing().equals("OWNED") || v.standing().equals("SAMPLED"))
                        .map(v -> new WorthTesting.Candidate(
                                v.id(),
                                v.name(),
                                v.labelText(),
                                v.pigments(),
                                v.heard().get(Trait.LIGHTFASTNESS).label(),
                                liking.getOrDefault(v.id(), 0)))
                        .toList());
        Map<Long, PaintEntry> entries = entries(
                me,
                proposed.stream()
                        .map(WorthTesting.Proposed::paint)
                        .limit(MOST_PROPOSED)
                        .toList());
        return new WorthList(proposed.stream()
                .filter(p -> entries.containsKey(p.paint()))
                .map(p -> new WorthLine(entries.get(p.paint()), p.why()))
                .toList());
    }

    static Stream<ExposedStrip> paintsOf(ExposurePage page) {
        return page.strips().stream().filter(s -> s.wool() == null);
    }
}
