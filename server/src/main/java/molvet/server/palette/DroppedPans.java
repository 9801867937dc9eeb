package molvet.server.palette;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import molvet.core.colour.Srgb;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.palette.Box;
import molvet.core.palette.Identification;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Trait;
import molvet.core.pigment.UsualColour;
import molvet.server.chart.Sheets;
import molvet.server.collection.PaintViews;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.palette.PaletteStore.VersionRow;
import molvet.server.palette.PaletteStore.WellRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import molvet.server.platform.PrintedAddress;
import molvet.server.reading.Readings;
import molvet.server.reading.Scraps;
import molvet.server.reading.Standins;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pans that fell out: swatched on scrap in any order, read, and matched with what the palette held. */
@Service
class DroppedPans {
    private static final int MOST_SQUARES = 60;

    private final PaletteStore store;
    private final Palettes palettes;
    private final PaletteViews views;
    private final VoiceStore voices;
    private final Sheets sheets;
    private final Scraps scraps;
    private final Readings readings;
    private final Standins standins;
    private final Acts acts;
    private final PrintedAddress address;
    private final PigmentReference reference;

    DroppedPans(
            PaletteStore store,
            Palettes palettes,
            PaletteViews views,
            VoiceStore voices,
            Sheets sheets,
            Scraps scraps,
            Readings readings,
            Standins standins,
            Acts acts,
            PrintedAddress address,
            PigmentReference reference) {
        this.store = store;
        this.palettes = palettes;
        this.views = views;
        this.voices = voices;
        this.sheets = sheets;
        this.scraps = scraps;
        this.readings = readings;
        this.standins = standins;
        this.acts = acts;
        this.address = address;
        this.reference = reference;
    }

    /** A form of numbered squares, as many as there are paints, or as many as fell out. @return the chart */
    @Transactional
    public long form(Collector me, long palette, @Nullable Integer squares) {
        int lying = lying(me, palette).size();
        int count = squares == null ? Math.max(1, lying) : squares;
        if (count < 1 || count > MOST_SQUARES) {
            throw Refusal.of(
                    "squares", count + " squares do not go onto one form.", "Between 1 and " + MOST_SQUARES + ".");
        }
        return sheets.scrap(
                me, count, "Dropped from " + palettes.palette(me, palette).name());
    }

    /** Paints in the newest version, or in the draft while there is none; by well. */
    private List<WellRow> lying(Collector me, long palette) {
        palettes.palette(me, palette);
        List<VersionRow> kept = palettes.kept(me, palette);
        VersionRow of = kept.isEmpty() ? palettes.draft(me, palette) : kept.get(kept.size() - 1);
        return store.wells(me, of.id()).stream()
                .filter(w -> w.paintId() != null)
                .toList();
    }

    private Box box(Collector me, long palette) {
        List<VersionRow> kept = palettes.kept(me, palette);
        return palettes.box(kept.isEmpty() ? palettes.draft(me, palette) : kept.get(kept.size() - 1));
    }

    /**
     * Pans as they fell and a hand that swatches them onto the form, seen by a simulated device.
     *
     * @return the reading that was queued
     */
    long standin(Collector me, long palette, long chart, String device, @Nullable Integer seed) {
        List<Long> paints = new ArrayList<>(
                lying(me, palette).stream().map(WellRow::paintId).toList());
        Collections.shuffle(paints, new Random(seed == null ? chart : seed));
        return standins.look(
                me,
                chart,
                new Standins.Simulated(device, 1, "DRY", seed == null ? null : seed.longValue(), null, paints),
                address.base());
    }

    /** @param colour of the swatch at full strength and {@code tint} washed out, #rrggbb */
    record DroppedMatch(
            int square,
            String colour,
            String tint,
            PaintViews.@Nullable PaintEntry paint,
            @Nullable Integer well,
            double deltaE,
            boolean sure,
            PaintViews.@Nullable PaintEntry runnerUp,
            List<Integer> mayBeExchangedWith,
            String reason) {}

    /** @param missing paints none of the swatches is; {@code guessed} those told by their recipe only, {@code without} those by nothing */
    record Dropped(
            List<DroppedMatch> matches,
            int sure,
            List<PaintViews.PaintEntry> missing,
            List<PaintViews.PaintEntry> guessed,
            List<PaintViews.PaintEntry> without,
            BoxShape shape,
            boolean over) {}

    @Transactional(readOnly = true)
    public Dropped ofScan(Collector me, long palette, long scan) {
        Scraps.ReadScrap read = scraps.read(me, scan);
        return matched(me, palette, read.swatches(), read.over());
    }

    @Transactional(readOnly = true)
    public Dropped ofPicture(Collector me, long palette, long picture, List<Readings.Rectangle> marked) {
        return matched(me, palette, scraps.measured(me, picture, marked), true);
    }

    private Dropped matched(Collector me, long palette, List<Scraps.Swatch> swatches, boolean over) {
        List<WellRow> lying = lying(me, palette);
        List<Long> ids = lying.stream().map(WellRow::paintId).distinct().toList();
        Map<Long, VoiceRow> rows = new HashMap<>();
        voices.some(me, ids).forEach(r -> rows.put(r.id(), r));
        Map<Long, PaintViews.PaintEntry> entries = views.entries(me, ids);
        List<Identification.Candidate> candidates = new ArrayList<>();
        List<PaintViews.PaintEntry> guessed = new ArrayList<>();
        List<PaintViews.PaintEntry> without = new ArrayList<>();
        Set<Long> seen = new HashSet<>();
        for (WellRow w : lying) {
            VoiceRow r = rows.get(w.paintId());
            if (r == null || !seen.add(w.paintId())) continue;
            Optional<WashRun> usual = UsualColour.of(r.pigments(), reference).map(u -> WashRun.ofFull(u.massTone()));
            Optional<WashRun> run = r.run().or(() -> usual);
            if (run.isEmpty()) {
                without.add(entries.get(r.id()));
                continue;
            }
            if (r.run().isEmpty()) guessed.add(entries.get(r.id()));
            Optional<Granulation> grain = r.run().isEmpty()
                    ? Optional.empty()
                    : Optional.ofNullable(r.heard().get(Trait.GRANULATION))
                            .flatMap(h -> h.paper())
                            .map(Granulation.class::cast);
            candidates.add(new Identification.Candidate(
                    String.valueOf(r.id()), r.name(), run.get(), r.run().isPresent(), grain));
        }
        Identification found = Identification.of(
                swatches.stream()
                        .map(s -> new Identification.Measured(s.massTone(), Optional.of(s.tint()), s.granulation()))
                        .toList(),
                candidates);
        Map<Long, Integer> well = new HashMap<>();
        lying.forEach(w -> well.putIfAbsent(w.paintId(), w.well()));
        List<DroppedMatch> matches = new ArrayList<>();
        for (Identification.Match m : found.matches()) {
            Scraps.Swatch s = swatches.get(m.measured());
            Long id = m.id().map(Long::parseLong).orElse(null);
            matches.add(new DroppedMatch(
                    s.square(),
                    Srgb.ofLab(s.massTone()).hex(),
                    Srgb.ofLab(s.tint()).hex(),
                    id == null ? null : entries.get(id),
                    id == null ? null : well.get(id),
                    m.deltaE(),
                    m.sure() && guessed.stream().noneMatch(g -> Objects.equals(g.id(), id)),
                    m.runnerUp().map(r -> entries.get(Long.parseLong(r))).orElse(null),
                    m.mayBeExchangedWith().stream()
                            .map(i -> swatches.get(i).square())
                            .toList(),
                    m.reason()));
        }
        Set<Long> matched = new HashSet<>();
        matches.stream().map(DroppedMatch::paint).filter(Objects::nonNull).forEach(p -> matched.add(p.id()));
        return new Dropped(
                matches,
                (int) matches.stream().filter(DroppedMatch::sure).count(),
                ids.stream()
                        .filter(i -> !matched.contains(i))
                        .map(entries::get)
                        .filter(Objects::nonNull)
                        .toList(),
                guessed,
                without,
                BoxShape.of(box(me, palette)),
                over);
    }

    record PutBack(int square, long paint) {}

    /** What is which is settled: the form becomes swatches of those paints, and its reading is taken over. */
    @Transactional
    public void putBack(Collector me, long palette, long scan, List<PutBack> pans) {
        Set<Long> in = new HashSet<>();
        lying(me, palette).forEach(w -> in.add(w.paintId()));
        Map<Integer, Long> paints = new HashMap<>();
        for (PutBack p : pans) {
            if (p == null || !in.contains(p.paint())) {
                throw Refusal.of("pans", "One of these paints does not lie in this palette.", "Choose one that does.");
            }
            if (paints.containsValue(p.paint())) {
                throw Refusal.of("pans", "One paint is said of two squares.", "Each pan is there once.");
            }
            paints.put(p.square(), p.paint());
        }
        if (paints.isEmpty()) throw Refusal.of("pans", "No square has a paint yet.", "Choose what they are.");
        String name = palettes.palette(me, palette).name();
        acts.act(
                me,
                () -> "Put " + paints.size() + (paints.size() == 1 ? " pan" : " pans") + " back into " + name,
                () -> scraps.accept(me, scan, paints));
    }

    /** A picture of any scrap, with the rectangles of what is painted on it. */
    record ScrapPicture(long picture, List<Readings.Rectangle> rectangles) {}

    ScrapPicture picture(Collector me, @Nullable String fileName, byte[] bytes) {
        long id = acts.quietly(me, () -> readings.addSheet(me, fileName, bytes));
        return new ScrapPicture(id, scraps.edges(me, id));
    }

    record OfDevice(
            @OneOf(words = {"SCANNER", "CAREFUL_PHONE", "CARELESS_PHONE", "CHECKED_PHONE"}) @Nullable
            String device,

            @Nullable Integer seed) {}
}
