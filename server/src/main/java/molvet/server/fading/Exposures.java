package molvet.server.fading;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import molvet.core.chart.ChartSpec;
import molvet.core.collection.School;
import molvet.core.fading.Accident;
import molvet.core.fading.LightPlace;
import molvet.core.fading.ReadingSteps;
import molvet.core.fading.Stay;
import molvet.core.fading.TimeInLight;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.chart.NewChart;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.fading.ExposureJudge.StripCourse;
import molvet.server.fading.FadingStore.ExposureRow;
import molvet.server.fading.FadingStore.Loaded;
import molvet.server.fading.FadingStore.StripRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What hangs in the light: planned, hung up, moved, and what befell it. One act, one transaction. */
@Service
public class Exposures {
    static final int MOST_STRIPS = 60;
    private static final int MOST = 300;
    private static final int MOST_PLACES = 60;
    private static final int MOST_ACCIDENTS = 200;

    private final FadingStore store;
    private final ExposureJudge judge;
    private final Sheets sheets;
    private final OrderStore orders;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    Exposures(
            FadingStore store,
            ExposureJudge judge,
            Sheets sheets,
            OrderStore orders,
            Acts acts,
            Rows rows,
            Clock clock) {
        this.store = store;
        this.judge = judge;
        this.sheets = sheets;
        this.orders = orders;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    /**
     * @param references of blue wool that hang beside the paints, 0 to 8
     * @param twin whether a second sheet alike is kept in the dark
     * @param steps after which weeks it is read, as “1, 2, 4, 8 weeks”; empty: as usual
     */
    public record NewExposure(
            @Nullable String name,
            @Nullable List<Long> paints,
            @OneOf(School.class) @Nullable String school,
            @Nullable Integer references,
            @Nullable Boolean twin,
            @Nullable String steps,
            @Nullable String note) {}

    /**
     * Where it hangs from a day on.
     *
     * @param hours of light a day, {@code lux} if it was measured
     * @param about by how many days the day may be off, where it is the first
     */
    public record NewPlace(
            @Nullable String on,
            @OneOf(LightPlace.class) @Nullable String place,
            @OneOf(LightPlace.Direction.class) @Nullable String direction,
            @Nullable String hours,
            @Nullable String lux,
            @Nullable String said,
            @Nullable Integer about) {}

    public record ChangedExposure(
            @Nullable String name,
            @Nullable String steps,
            @Nullable String note,
            @Nullable Boolean swapped,
            @Nullable Integer about,
            @Nullable String endedOn,
            @Nullable Integer version) {}

    /** @param strip one, or left out: all of it */
    record NewAccident(
            @OneOf(Accident.class) @Nullable String kind,
            @Nullable Long strip,
            @Nullable String on,
            @Nullable String note) {}

    /** Something that hung anyway, which was never planned. */
    record NewHung(
            @Nullable String name,
            @Nullable NewPlace hung,
            @Nullable String note) {}

    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    Loaded loaded(Collector me, long id) {
        return store.loaded(me, id).orElseThrow(() -> new NotFound("There is no such exposure."));
    }

    public int version(Collector me, long id) {
        return loaded(me, id).exposure().version();
    }

    String named(Collector me, @Nullable String typed, long but) {
        String name = Words.line("name", Fields.text(typed), 120);
        List<ExposureRow> all = store.exposures(me);
        if (name.isBlank()) {
            int n = 1;
            while (taken(all, "Light test " + n, but)) n++;
            return "Light test " + n;
        }
        if (taken(all, name, but)) {
            throw Refusal.of("name", "There is an exposure called “" + name + "”.", "Give it another name.");
        }
        return name;
    }

    private static boolean taken(List<ExposureRow> all, String name, long but) {
        return all.stream().anyMatch(e -> e.id() != but && e.name().equalsIgnoreCase(name));
    }

    private void requireRoom(Collector me) {
        if (store.exposures(me).size() >= MOST) {
            throw Refusal.of("name", MOST + " exposures are as many as are kept.", "Delete one that is over.");
        }
    }

    // ---- planning ---------------------------------------------------------------------------------------------------

    @Transactional
    public long plan(Collector me, NewExposure typed) {
        requireRoom(me);
        List<Long> paints = typed.paints() == null
                ? List.of()
                : typed.paints().stream().filter(Objects::nonNull).distinct().toList();
        if (paints.isEmpty() || paints.size() > MOST_STRIPS) {
            throw Refusal.of(
                    "paints",
                    paints.isEmpty() ? "No paint is chosen." : paints.size() + " paints are too many for one test.",
                    "Choose between 1 and " + MOST_STRIPS + ".");
        }
        int references = typed.references() == null ? 0 : typed.references();
        if (references < 0 || references > ChartSpec.BLUE_WOOLS) {
            throw Refusal.of("references", "There are eight blue wool references.", "Say how many you have, 0 to 8.");
        }
        String name = named(me, typed.name(), 0);
        ReadingSteps steps = ReadingSteps.parse(Fields.text(typed.steps()));
        String note = Words.lines("note", Fields.text(typed.note()), 2000);
        School school = Fields.one("school", typed.school(), School.BY_HAND, School.values());
        return acts.act(me, () -> "Planned the light test “" + name + "”", () -> {
            long chart = sheets.plan(me, NewChart.ofLightTest(name, school, paints, references));
            Sheets.Sheet sheet = sheets.sheet(me, chart).orElseThrow();
            Long twin = null;
            if (Boolean.TRUE.equals(typed.twin())) {
                // In the order of the first, so that the same cell is the same paint.
                List<Long> order = sheet.squares().stream()
                        .map(Sheets.Square::paint)
                        .filter(Objects::nonNull)
                        .toList();
                twin = sheets.plan(me, NewChart.ofLightTest(name + ", kept in the dark", School.BY_HAND, order, 0));
            }
            return add(me, name, chart, twin, steps, 0, note, sheet);
        });
    }

    long add(
            Collector me,
            String name,
            @Nullable Long chart,
            @Nullable Long twin,
            ReadingSteps steps,
            int about,
            String note,
            Sheets.@Nullable Sheet sheet) {
        Map<String, Object> row = new HashMap<>();
        row.put("name", name);
        row.put("chart_id", chart);
        row.put("twin_id", twin);
        row.put("steps", steps.words());
        row.put("about", about);
        row.put("note", note);
        long id = rows.add(me, "exposure", row);
        if (sheet != null) {
            Map<Integer, Integer> references = sheet.plan().references();
            Map<Long, OrderStore.CardRow> cards = orders.cards(
                    me,
                    sheet.squares().stream()
                            .map(Sheets.Square::paint)
                            .filter(Objects::nonNull)
                            .toList());
            for (Sheets.Square q : sheet.squares()) {
                Integer wool = references.get(q.cell());
                if (q.paint() == null && wool == null) continue;
                addStrip(
                        me,
                        id,
                        q.cell(),
                        q.paint(),
                        wool == null ? cards.get(q.paint()).name() : "Blue wool " + wool,
                        wool);
            }
        }
        return id;
    }

    long addStrip(
            Collector me, long exposure, int position, @Nullable Long paint, String name, @Nullable Integer wool) {
        Map<String, Object> row = new HashMap<>();
        row.put("exposure_id", exposure);
        row.put("position", position);
        row.put("paint_id", paint);
        row.put("name", name);
        row.put("wool", wool);
        return rows.add(me, "exposure_strip", row);
    }

    @Transactional
    public void change(Collector me, long id, ChangedExposure typed) {
        Loaded all = loaded(me, id);
        Map<String, Object> row = new LinkedHashMap<>();
        if (typed.name() != null) row.put("name", named(me, typed.name(), id));
        if (typed.steps() != null)
            row.put("steps", ReadingSteps.parse(typed.steps()).words());
        if (typed.note() != null) row.put("note", Words.lines("note", typed.note(), 2000));
        if (typed.swapped() != null) row.put("swapped", typed.swapped());
        if (typed.about() != null) {
            all.time().ifPresent(t -> new TimeInLight(t.stays(), typed.about()));
            row.put("about", Math.max(0, typed.about()));
        }
        if (typed.endedOn() != null) {
            LocalDate ended = typed.endedOn().isBlank() ? null : past("endedOn", typed.endedOn());
            row.put("ended_on", ended == null ? Optional.empty() : ended);
        }
        if (row.isEmpty()) return;
        acts.act(me, () -> "Changed “" + all.exposure().name() + "”", () -> {
            rows.change(
                    me,
                    "exposure",
                    id,
                    row,
                    typed.version(),
                    () -> loaded(me, id).exposure());
            settle(me, id);
        });
    }

    @Transactional
    public void delete(Collector me, long id) {
        Loaded all = loaded(me, id);
        acts.act(me, () -> "Deleted “" + all.exposure().name() + "”", () -> rows.remove(me, "exposure", id));
    }

    // ---- where it hangs ---------------------------------------------------------------------------------------------

    LocalDate past(String where, @Nullable String typed) {
        LocalDate day = Fields.day(where, typed, today());
        if (day.isAfter(today())) {
            throw Refusal.of(
                    where,
                    DayInWords.of(day) + " is still to come.",
                    "Say it on the day, or give a day that has been.");
        }
        if (day.isBefore(today().minusYears(TimeInLight.MOST_YEARS))) {
            throw Refusal.of(where, "Nothing is known of light so long ago.", "Give a day of the last hundred years.");
        }
        return day;
    }

    private Stay stay(NewPlace typed) {
        LightPlace place = Fields.one("place", typed.place(), LightPlace.values());
        return new Stay(
                past("on", typed.on()),
                place,
                Fields.text(typed.direction()).isBlank()
                        ? Optional.empty()
                        : Optional.of(Fields.one("direction", typed.direction(), LightPlace.Direction.values())),
                number("hours", typed.hours()),
                number("lux", typed.lux()),
                Words.line("said", Fields.text(typed.said()), 160));
    }

    /** As it is typed; “2,400” lux may be thousands or a fraction, so that it is asked. */
    private static Optional<Double> number(String where, @Nullable String typed) {
        String text = Fields.text(typed).strip();
        if (text.isEmpty()) return Optional.empty();
        if (THOUSANDS.matcher(text).matches()) {
            String plain = text.replaceAll("[.,]", "");
            throw Refusal.of(
                    where,
                    "“" + text + "” may be " + plain + " or a fraction.",
                    "Write it without the mark: " + plain + ".");
        }
        return Optional.of(Decimals.parse(where, text).doubleValue());
    }

    private static final Pattern THOUSANDS = Pattern.compile("[0-9]{1,3}[.,][0-9]{3}");

    /** Hung up, moved to another place, or taken down into the dark. */
    @Transactional
    public void hang(Collector me, long id, NewPlace typed) {
        Loaded all = loaded(me, id);
        Stay stay = stay(typed);
        if (all.places().size() >= MOST_PLACES) {
            throw Refusal.of("place", MOST_PLACES + " places are as many as are kept.", "Take one away first.");
        }
        if (all.places().isEmpty() && stay.isDark()) {
            throw Refusal.of("place", "It begins in the light.", "Say where it hangs; the dark comes after.");
        }
        boolean first = all.places().isEmpty()
                || stay.from().isBefore(all.time().orElseThrow().began());
        if (first && stay.isDark()) {
            throw Refusal.of(
                    "on",
                    "It hung up on " + DayInWords.of(all.time().orElseThrow().began()) + ".",
                    "Give a later day.");
        }
        String said = all.exposure().name();
        acts.act(
                me,
                () -> (all.places().isEmpty() ? "Hung up “" : stay.isDark() ? "Took down “" : "Moved “") + said + "”",
                () -> {
                    addPlace(me, id, stay);
                    if (first && typed.about() != null) {
                        new TimeInLight(List.of(stay), typed.about());
                        rows.change(me, "exposure", id, Map.of("about", typed.about()));
                    }
                    settle(me, id);
                });
    }

    private void addPlace(Collector me, long id, Stay stay) {
        Map<String, Object> row = new HashMap<>();
        row.put("exposure_id", id);
        row.put("from_on", stay.from());
        row.put("place", stay.place());
        row.put("direction", stay.direction().map(Enum::name).orElse(""));
        row.put("hours", stay.hours().orElse(null));
        row.put("lux", stay.lux().orElse(null));
        row.put("said", stay.said());
        rows.add(me, "exposure_place", row);
    }

    /** @return the exposure */
    @Transactional
    public long removePlace(Collector me, long place) {
        FadingStore.PlaceRow row =
                store.place(me, place).orElseThrow(() -> new NotFound("There is no such place in an exposure."));
        Loaded all = loaded(me, row.exposureId());
        List<FadingStore.PlaceRow> others =
                all.places().stream().filter(p -> p.id() != place).toList();
        if (!others.isEmpty() && others.get(0).stay().isDark()) {
            throw Refusal.of("place", "Then it would begin in the dark.", "Take away the days in the dark first.");
        }
        acts.act(me, () -> "Took a place back from “" + all.exposure().name() + "”", () -> {
            rows.remove(me, "exposure_place", place);
            settle(me, row.exposureId());
        });
        return row.exposureId();
    }

    // ---- accidents --------------------------------------------------------------------------------------------------

    @Transactional
    public void happened(Collector me, long id, NewAccident typed) {
        Loaded all = loaded(me, id);
        Accident kind = Fields.one("kind", typed.kind(), Accident.values());
        Optional<StripRow> strip = Optional.ofNullable(typed.strip())
                .map(s -> all.strips().stream()
                        .filter(x -> x.id() == s)
                        .findFirst()
                        .orElseThrow(() -> new NotFound("There is no such strip on it.")));
        LocalDate on = past("on", typed.on());
        String note = Words.line("note", Fields.text(typed.note()), 300);
        if (all.accidents().size() >= MOST_ACCIDENTS) {
            throw Refusal.of("kind", MOST_ACCIDENTS + " are as many as are kept.", "Take one away first.");
        }
        String whom = strip.map(StripRow::name).orElse(all.exposure().name());
        acts.act(me, () -> "Noted of “" + whom + "” that " + kind.words(), () -> {
            Map<String, Object> row = new HashMap<>();
            row.put("exposure_id", id);
            row.put("exposure_strip_id", typed.strip());
            row.put("kind", kind);
            row.put("happened_on", on);
            row.put("note", note);
            rows.add(me, "exposure_accident", row);
            settle(me, id);
        });
    }

    /** @return the exposure */
    @Transactional
    public long removeAccident(Collector me, long accident) {
        FadingStore.AccidentRow row =
                store.accident(me, accident).orElseThrow(() -> new NotFound("There is no such accident."));
        acts.act(me, () -> "Took an accident back", () -> {
            rows.remove(me, "exposure_accident", accident);
            settle(me, row.exposureId());
        });
        return row.exposureId();
    }

    // ---- what hung anyway -------------------------------------------------------------------------------------------

    @Transactional
    public long hung(Collector me, NewHung typed) {
        requireRoom(me);
        if (typed.hung() == null)
            throw Refusal.of("hung", "Where did it hang, and since when?", "Say the place and the day.");
        Stay stay = stay(typed.hung());
        int about = typed.hung().about() == null ? 0 : typed.hung().about();
        new TimeInLight(List.of(stay), about);
        String name = named(me, typed.name(), 0);
        String note = Words.lines("note", Fields.text(typed.note()), 2000);
        return acts.act(me, () -> "Noted that “" + name + "” hung in the light", () -> {
            long id = add(me, name, null, null, ReadingSteps.USUAL, about, note, null);
            addPlace(me, id, stay);
            return id;
        });
    }

    // ---- what is found ----------------------------------------------------------------------------------------------

    /** Writes what is found beside each strip, where it changed; the voices of the paints follow. Part of the act under way. */
    void settle(Collector me, long id) {
        Loaded all = loaded(me, id);
        for (StripCourse c : judge.courses(me, all)) {
            StripRow s = c.strip();
            boolean read = !c.points().isEmpty() && s.wool() == null;
            String finding = read ? c.judgement().finding().name() : "";
            String best = read ? c.judgement().best().name() : "";
            String worst = read ? c.judgement().worst().name() : "";
            if (s.finding().equals(finding)
                    && s.best().equals(best)
                    && s.worst().equals(worst)) continue;
            rows.change(me, "exposure_strip", s.id(), Map.of("finding", finding, "best", best, "worst", worst));
        }
    }
}
