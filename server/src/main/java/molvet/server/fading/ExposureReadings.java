package molvet.server.fading;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.chart.ChartSpec;
import molvet.core.colour.Lab;
import molvet.core.fading.ReadingSteps;
import molvet.core.measure.Refusal;
import molvet.core.reading.CellReading;
import molvet.server.chart.Sheets;
import molvet.server.collection.OrderStore;
import molvet.server.collection.PaintViews;
import molvet.server.fading.FadingStore.ExposureRow;
import molvet.server.fading.FadingStore.Loaded;
import molvet.server.fading.FadingStore.ReadingRow;
import molvet.server.fading.FadingStore.StripRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.reading.ExposedHalves;
import molvet.server.reading.SheetReadings;
import molvet.server.reading.SpotsInPicture;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Readings of what hangs in the light: both halves of each strip, from a picture of its sheet, measured, or marked on any picture.
 * What was found is settled anew after each. One act, one transaction.
 */
@Service
public class ExposureReadings implements ExposedHalves {
    private static final int MOST_READINGS = 200;
    private static final int MOST_SAID = 600;

    private final Exposures exposures;
    private final FadingStore store;
    private final SheetReadings scans;
    private final SpotsInPicture spots;
    private final OrderStore orders;
    private final Acts acts;
    private final Rows rows;

    ExposureReadings(
            Exposures exposures,
            FadingStore store,
            SheetReadings scans,
            SpotsInPicture spots,
            OrderStore orders,
            Acts acts,
            Rows rows) {
        this.exposures = exposures;
        this.store = store;
        this.scans = scans;
        this.spots = spots;
        this.orders = orders;
        this.acts = acts;
        this.rows = rows;
    }

    /** @param wool the highest blue wool reference that has visibly gone, by eye; 0 for none */
    record ChangedReading(@Nullable String on, @Nullable Integer wool) {}

    /**
     * One paint on the picture of something that hung.
     *
     * @param paint of the collection
     * @param covered a spot that was covered, {@code lit} one beside it that was not; {@code coveredTint}, {@code litTint} the same
     *     where it is pale
     */
    record MarkedStrip(
            @Nullable Long paint,
            PaintViews.@Nullable SpotView covered,
            PaintViews.@Nullable SpotView lit,
            PaintViews.@Nullable SpotView coveredTint,
            PaintViews.@Nullable SpotView litTint) {}

    /** @param paper bare paper that was covered; {@code radius} of a spot as a share of the short side */
    record MarkedPicture(
            @Nullable Long picture,
            @Nullable String on,
            PaintViews.@Nullable SpotView paper,
            @Nullable Double radius,
            @Nullable List<MarkedStrip> strips) {}

    /** A picture of the sheet or of its twin, taken on a day. @return the reading that waits for it */
    @Transactional
    public long picture(
            Collector me, long id, @Nullable String fileName, byte[] bytes, @Nullable String on, boolean twin) {
        Loaded all = exposures.loaded(me, id);
        LocalDate day = exposures.past("on", on);
        long chart = sheet(all, twin);
        requireRoom(all);
        long scan = scans.add(me, fileName, bytes, chart, null, null);
        return await(me, id, scan, day, twin);
    }

    private static void requireRoom(Loaded all) {
        if (all.readings().size() >= MOST_READINGS) {
            throw Refusal.of("picture", MOST_READINGS + " readings are as many as are kept.", "Delete one first.");
        }
    }

    long sheet(Loaded all, boolean twin) {
        Long chart = twin ? all.exposure().twinId() : all.exposure().chartId();
        if (chart == null) {
            throw Refusal.of(
                    "picture",
                    twin ? "It has no twin in the dark." : "It has no printed sheet.",
                    twin ? "Read the sheet itself." : "Mark covered and bare spots in a picture instead.");
        }
        return chart;
    }

    long await(Collector me, long id, long scan, LocalDate day, boolean twin) {
        Map<String, Object> row = new HashMap<>();
        row.put("exposure_id", id);
        row.put("scan_id", scan);
        row.put("read_on", day);
        row.put("twin", twin);
        return acts.quietly(me, () -> rows.add(me, "exposure_reading", row));
    }

    /** What was accepted of a light test’s sheet becomes the reading of its exposure; one is begun where there is none. */
    @Override
    public void read(Collector me, long scan, Sheets.Sheet sheet, int page, List<HalvesRead> halves, Instant at) {
        ExposureRow exposure = store.ofChart(me, sheet.id())
                .orElseGet(() -> store.exposure(
                                me,
                                exposures.add(
                                        me,
                                        exposures.named(me, sheet.title().isBlank() ? sheet.code() : sheet.title(), 0),
                                        sheet.id(),
                                        null,
                                        ReadingSteps.USUAL,
                                        0,
                                        "",
                                        sheet))
                        .orElseThrow());
        boolean twin = Objects.equals(exposure.twinId(), sheet.id());
        Loaded all = exposures.loaded(me, exposure.id());
        Optional<ReadingRow> awaited = store.ofScan(me, scan);
        long reading = awaited.map(ReadingRow::id).orElseGet(() -> {
            Map<String, Object> row = new HashMap<>();
            row.put("exposure_id", exposure.id());
            row.put("scan_id", scan);
            row.put("read_on", LocalDate.ofInstant(at, ZoneOffset.UTC));
            row.put("twin", twin);
            return rows.add(me, "exposure_reading", row);
        });
        rows.change(me, "exposure_reading", reading, Map.of("page", page, "twin", twin));
        store.halvesOf(me, reading).forEach(h -> rows.remove(me, "exposure_half", h));
        keep(me, all, reading, halves);
    }

    private void keep(Collector me, Loaded all, long reading, List<HalvesRead> halves) {
        Map<Integer, StripRow> strips =
                all.strips().stream().collect(Collectors.toMap(StripRow::position, s -> s, (a, b) -> a));
        for (HalvesRead h : halves) {
            StripRow strip = strips.get(h.cell());
            if (strip == null || h.covered().bare() && h.lit().bare()) continue;
            rows.add(me, "exposure_half", half(reading, strip, h));
        }
        exposures.settle(me, all.exposure().id());
    }

    /** Halves measured without a picture. */
    @Transactional
    public void measured(Collector me, long id, LocalDate day, boolean twin, List<HalvesRead> halves) {
        Loaded all = exposures.loaded(me, id);
        requireRoom(all);
        acts.act(me, () -> "Measured “" + all.exposure().name() + "”", () -> {
            Map<String, Object> row = new HashMap<>();
            row.put("exposure_id", id);
            row.put("read_on", day);
            row.put("twin", twin);
            keep(me, all, rows.add(me, "exposure_reading", row), halves);
        });
    }

    private static Map<String, Object> half(long reading, StripRow strip, HalvesRead h) {
        CellReading c = h.covered();
        CellReading l = h.lit();
        Map<String, Object> row = new HashMap<>();
        row.put("exposure_reading_id", reading);
        row.put("exposure_strip_id", strip.id());
        put(row, "covered", c.massTone());
        put(row, "lit", l.massTone());
        row.put("margin", Math.hypot(c.margins().massTone(), l.margins().massTone()));
        if (strip.wool() == null) {
            put(row, "covered_tint", c.tint());
            put(row, "lit_tint", l.tint());
            row.put("tint_margin", Math.hypot(c.margins().tint(), l.margins().tint()));
        }
        List<String> said = new ArrayList<>();
        if (c.bare()) said.add("The covered half looks bare.");
        if (l.bare()) said.add("The half in the light looks bare: it is gone, or was never painted.");
        c.notes().stream().limit(2).map(n -> "Covered: " + n).forEach(said::add);
        l.notes().stream().limit(2).map(n -> "In the light: " + n).forEach(said::add);
        row.put("said", said(said));
        return row;
    }

    private static String said(List<String> notes) {
        String all = String.join("\n", notes);
        return all.length() > MOST_SAID ? all.substring(0, MOST_SAID) : all;
    }

    private static void put(Map<String, Object> row, String which, Lab colour) {
        row.put(which + "_l", colour.l());
        row.put(which + "_a", colour.a());
        row.put(which + "_b", colour.b());
    }

    /** @return the exposure */
    @Transactional
    public long changeReading(Collector me, long reading, ChangedReading typed) {
        ReadingRow row = store.reading(me, reading).orElseThrow(() -> new NotFound("There is no such reading."));
        Map<String, Object> changed = new HashMap<>();
        if (typed.on() != null) changed.put("read_on", exposures.past("on", typed.on()));
        if (typed.wool() != null) {
            if (typed.wool() < 0 || typed.wool() > ChartSpec.BLUE_WOOLS) {
                throw Refusal.of(
                        "wool", "There are eight blue wool references.", "Say the highest that has gone, 0 to 8.");
            }
            changed.put("wool", typed.wool());
        }
        if (changed.isEmpty()) return row.exposureId();
        acts.act(me, () -> "Changed a reading of what hangs in the light", () -> {
            rows.change(me, "exposure_reading", reading, changed);
            exposures.settle(me, row.exposureId());
        });
        return row.exposureId();
    }

    /** @return the exposure */
    @Transactional
    public long removeReading(Collector me, long reading) {
        ReadingRow row = store.reading(me, reading).orElseThrow(() -> new NotFound("There is no such reading."));
        acts.act(me, () -> "Took a reading out of what hangs in the light", () -> {
            rows.remove(me, "exposure_reading", reading);
            exposures.settle(me, row.exposureId());
        });
        return row.exposureId();
    }

    // ---- a picture of what hung anyway
    // -------------------------------------------------------------------------------

    /** Spots of paints marked on a picture of something that hung, covered and bare. */
    @Transactional
    public void marked(Collector me, long id, MarkedPicture typed) {
        Loaded all = exposures.loaded(me, id);
        if (all.exposure().isPlanned()) {
            throw Refusal.of("picture", "This one has a printed sheet.", "Read a picture of the sheet.");
        }
        if (typed.picture() == null) throw Refusal.of("picture", "The picture is missing.", "Choose one.");
        LocalDate day = exposures.past("on", typed.on());
        List<MarkedStrip> strips = typed.strips() == null ? List.of() : typed.strips();
        if (strips.isEmpty() || strips.size() > Exposures.MOST_STRIPS) {
            throw Refusal.of("strips", "No paint is marked.", "Mark between 1 and " + Exposures.MOST_STRIPS + ".");
        }
        requireRoom(all);
        List<Refusal.Fault> faults = new ArrayList<>();
        for (int i = 0; i < strips.size(); i++) {
            MarkedStrip s = strips.get(i);
            if (s == null || s.paint() == null) {
                faults.add(new Refusal.Fault("strips[" + i + "].paint", "Which paint is it?", "Choose one."));
            } else if (s.covered() == null || s.lit() == null) {
                faults.add(new Refusal.Fault(
                        "strips[" + i + "]",
                        s.covered() == null ? "The covered spot is missing." : "The spot in the light is missing.",
                        "Mark both, side by side."));
            } else if (s.coveredTint() == null != (s.litTint() == null)) {
                faults.add(new Refusal.Fault(
                        "strips[" + i + "]", "Of the pale wash only one spot is marked.", "Mark both, or neither."));
            }
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        List<Long> paints = strips.stream().map(MarkedStrip::paint).distinct().toList();
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, paints);
        if (cards.size() < paints.size()) throw new NotFound("One of these paints is not in your collection.");
        double radius = typed.radius() == null ? 0.012 : Math.max(0.003, Math.min(0.1, typed.radius()));
        Map<PaintViews.SpotView, SpotsInPicture.Spotted> seen = spots.at(
                me,
                typed.picture(),
                typed.paper(),
                radius,
                strips.stream()
                        .flatMap(s -> Stream.of(s.covered(), s.lit(), s.coveredTint(), s.litTint()))
                        .filter(Objects::nonNull)
                        .toList());
        acts.act(me, () -> "Read “" + all.exposure().name() + "” from a picture", () -> {
            Map<String, Object> row = new HashMap<>();
            row.put("exposure_id", id);
            row.put("picture_id", typed.picture());
            row.put("read_on", day);
            long reading = rows.add(me, "exposure_reading", row);
            int next = all.strips().stream().mapToInt(StripRow::position).max().orElse(-1) + 1;
            Map<Long, Long> made = new HashMap<>();
            all.strips().forEach(s -> {
                if (s.paintId() != null) made.put(s.paintId(), s.id());
            });
            for (MarkedStrip s : strips) {
                if (!made.containsKey(s.paint())) {
                    made.put(
                            s.paint(),
                            exposures.addStrip(
                                    me,
                                    id,
                                    next++,
                                    s.paint(),
                                    cards.get(s.paint()).name(),
                                    null));
                }
                SpotsInPicture.Spotted covered = seen.get(s.covered());
                SpotsInPicture.Spotted lit = seen.get(s.lit());
                Map<String, Object> half = new HashMap<>();
                half.put("exposure_reading_id", reading);
                half.put("exposure_strip_id", made.get(s.paint()));
                put(half, "covered", covered.colour());
                put(half, "lit", lit.colour());
                half.put("margin", Math.hypot(covered.error(), lit.error()));
                List<String> said = new ArrayList<>(covered.notes());
                said.addAll(lit.notes());
                if (s.coveredTint() != null && s.litTint() != null) {
                    SpotsInPicture.Spotted pale = seen.get(s.coveredTint());
                    SpotsInPicture.Spotted litPale = seen.get(s.litTint());
                    put(half, "covered_tint", pale.colour());
                    put(half, "lit_tint", litPale.colour());
                    half.put("tint_margin", Math.hypot(pale.error(), litPale.error()));
                }
                half.put("said", said(said));
                rows.add(me, "exposure_half", half);
            }
            exposures.settle(me, id);
        });
    }
}
