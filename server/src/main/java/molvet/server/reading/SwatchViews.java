package molvet.server.reading;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.colour.DryingShift;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.reading.Repeats;
import molvet.core.shelf.PlaceCode;
import molvet.server.collection.Measured;
import molvet.server.collection.PaintViews;
import molvet.server.colour.LabValue;
import molvet.server.colour.Runs;
import molvet.server.platform.Collector;
import molvet.server.platform.Utc;
import molvet.server.shelf.ShelfStore;
import molvet.server.shelf.SwatchPlaces;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Service;

/** A paint's swatches with their places, neighbours, history, pictures and readings. */
@Service
class SwatchViews implements PaintViews.Swatches {
    private final SwatchPlaces places;
    private final ReadingStore store;
    private final Readings readings;
    private final ObjectProvider<PaintViews> paints;

    @Autowired
    SwatchViews(SwatchPlaces places, ReadingStore store, Readings readings, ObjectProvider<PaintViews> paints) {
        this.places = places;
        this.store = store;
        this.readings = readings;
        this.paints = paints;
    }

    @Override
    public Seen of(Collector me, long paint, Optional<Measured> counting) {
        List<ReadingStore.PictureRow> pictures = store.picturesOf(me, paint);
        List<ReadingStore.ReadingRow> all = store.readingsOf(me, paint);
        List<SwatchPlaces.Placed> placed = places.of(me, paint);
        Map<Long, PaintViews.PaintEntry> beside = paints
                .getObject()
                .entries(
                        me,
                        placed.stream()
                                .flatMap(s -> Stream.concat(s.before().stream(), s.after().stream()))
                                .map(SwatchPlaces.Beside::paint)
                                .toList())
                .stream()
                .collect(Collectors.toMap(PaintViews.PaintEntry::id, e -> e));
        return new Seen(
                placed.stream()
                        .map(s -> view(s, pictures, all, counting.map(Measured::id), beside))
                        .toList(),
                repeats(all).orElse(null));
    }

    private static Optional<PaintViews.RepeatsView> repeats(List<ReadingStore.ReadingRow> all) {
        return Repeats.of(all.stream()
                        .filter(r -> r.stage().equals("DRY"))
                        .map(r -> new Repeats.Seen(
                                new Lab(r.massL(), r.massA(), r.massB()),
                                new Lab(r.tintL(), r.tintA(), r.tintB()),
                                Optional.ofNullable(r.variation()),
                                Optional.ofNullable(r.covering())))
                        .toList())
                .map(r -> new PaintViews.RepeatsView(
                        r.readings(),
                        r.massTone(),
                        r.tint(),
                        r.granulation().orElse(null),
                        r.covering().orElse(null)));
    }

    private PaintViews.SwatchView view(
            SwatchPlaces.Placed s,
            List<ReadingStore.PictureRow> pictures,
            List<ReadingStore.ReadingRow> all,
            Optional<Long> counting,
            Map<Long, PaintViews.PaintEntry> beside) {
        ShelfStore.SwatchRow row = s.swatch();
        return new PaintViews.SwatchView(
                row.id(),
                row.state(),
                s.place().map(PlaceCode::toString).orElse(null),
                s.place().map(PlaceCode::words).orElse(null),
                row.keeperId(),
                row.paintedOn() == null ? null : row.paintedOn().toString(),
                row.note(),
                row.kind(),
                row.width(),
                row.height(),
                s.history(),
                pictures.stream()
                        .filter(p -> p.swatchId() != null && p.swatchId() == row.id())
                        .map(p -> new PaintViews.PictureView(
                                p.id(),
                                p.fileName(),
                                p.width(),
                                p.height(),
                                p.profile(),
                                lines(p.notes()),
                                Utc.instant(p.at()).toString()))
                        .toList(),
                all.stream()
                        .filter(r -> r.swatchId() == row.id())
                        .map(r -> reading(r, all, counting))
                        .toList(),
                neighbour(beside, s.before()).orElse(null),
                neighbour(beside, s.after()).orElse(null),
                row.version());
    }

    private PaintViews.ReadingView reading(
            ReadingStore.ReadingRow r, List<ReadingStore.ReadingRow> all, Optional<Long> counting) {
        Lab massTone = new Lab(r.massL(), r.massA(), r.massB());
        Lab tint = new Lab(r.tintL(), r.tintA(), r.tintB());
        WashRun run = Runs.of(r.curve(), r.modelled(), massTone, tint);
        return new PaintViews.ReadingView(
                r.id(),
                r.pictureId(),
                r.source(),
                r.stage(),
                counting.filter(c -> c == r.id()).isPresent(),
                r.scanId(),
                r.variation(),
                r.staining(),
                r.stage().equals("DRY")
                        ? dryingShift(r, all).map(DryingShift::words).orElse(null)
                        : null,
                r.confidence(),
                r.arithmetic(),
                LabValue.of(massTone),
                LabValue.of(tint),
                run.colours().stream().map(LabValue::of).toList(),
                r.granulation(),
                r.covering(),
                r.blackL() == null ? null : new LabValue(r.blackL(), r.blackA(), r.blackB()),
                new PaintViews.MarginsView(r.spread(), r.tintSpread(), r.variationSpread(), r.coveringSpread()),
                lines(r.notes()),
                PaintViews.strip(run, r.covering(), r.granulation()),
                readings.spots(r),
                r.at().toInstant(ZoneOffset.UTC).toString());
    }

    /** Against the latest wet picture of the same swatch. */
    private static Optional<DryingShift> dryingShift(ReadingStore.ReadingRow dry, List<ReadingStore.ReadingRow> all) {
        return all.stream()
                .filter(w -> w.stage().equals("WET") && w.swatchId() == dry.swatchId())
                .findFirst()
                .map(w -> DryingShift.of(
                        new Lab(w.massL(), w.massA(), w.massB()), new Lab(dry.massL(), dry.massA(), dry.massB())));
    }

    private static Optional<PaintViews.Neighbour> neighbour(
            Map<Long, PaintViews.PaintEntry> entries, Optional<SwatchPlaces.Beside> beside) {
        return beside.flatMap(b -> Optional.ofNullable(entries.get(b.paint()))
                .map(e -> new PaintViews.Neighbour(
                        e.id(), e.accession(), e.name(), b.place().toString(), e.strip())));
    }

    private static List<String> lines(String kept) {
        return kept.isEmpty() ? List.of() : List.of(kept.split("\n"));
    }
}
