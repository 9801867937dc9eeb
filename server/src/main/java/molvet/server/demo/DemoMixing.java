package molvet.server.demo;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import molvet.core.chart.ChartForm;
import molvet.server.chart.NewChart;
import molvet.server.chart.Sheets;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.mixing.Mixes;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.reading.MixtureSquares;
import molvet.server.reading.Standins;
import org.springframework.stereotype.Service;

/** Mixtures of the illustrator’s: a sheet of one blue against the tin, a ladder to a grey, and some kept by name. */
@Service
class DemoMixing {
    private final Sheets sheets;
    private final Standins standins;
    private final Mixes mixes;
    private final Finder finder;
    private final Acts acts;

    DemoMixing(Sheets sheets, Standins standins, Mixes mixes, Finder finder, Acts acts) {
        this.sheets = sheets;
        this.standins = standins;
        this.mixes = mixes;
        this.finder = finder;
        this.acts = acts;
    }

    void fill(Collector me) {
        Map<String, Long> named = new HashMap<>();
        for (PaintViews.PaintEntry p : finder.list(me, "", "number", 500, null).paints()) {
            named.putIfAbsent(p.name(), p.id());
        }
        painted(
                me,
                ChartForm.ONE_AGAINST_ALL,
                "Skerry Blue against the tin",
                Stream.of(
                                "Skerry Blue",
                                "Lantern Yellow",
                                "Cliff Ochre",
                                "Marigold Orange",
                                "Signal Red",
                                "Foxglove Magenta",
                                "Deep Shelter Blue",
                                "Kelp Green",
                                "Reed Bed Green",
                                "Burnt Sienna Point",
                                "Tern Grey")
                        .map(named::get)
                        .filter(Objects::nonNull)
                        .toList(),
                Instant.parse("2026-10-17T10:20:00Z"));
        painted(
                me,
                ChartForm.LADDER,
                "Ultramarine to sienna",
                Stream.of("Deep Shelter Blue", "Burnt Sienna Point")
                        .map(named::get)
                        .filter(Objects::nonNull)
                        .toList(),
                Instant.parse("2026-10-24T15:05:00Z"));
        keep(me, named, "Shadow on limewash", "Deep Shelter Blue", 1, "Burnt Sienna Point", 2);
        keep(me, named, "Wet slate", "Night Slipway Blue", 3, "Boathouse Red", 2);
        keep(me, named, "Reeds in March", "Lantern Yellow", 5, "Rock Pool Blue", 1);
    }

    private void painted(Collector me, ChartForm form, String title, List<Long> paints, Instant at) {
        long chart = sheets.plan(me, NewChart.ofMixtures(form, title, paints));
        List<MixtureSquares.MixtureRead> read = standins.mixtures(me, chart);
        acts.act(me, () -> "Read " + read.size() + " mixtures of " + title, () -> {
            sheets.sheet(me, chart).orElseThrow().squares().stream()
                    .filter(s -> s.holds().size() == 1)
                    .forEach(s -> sheets.painted(me, chart, s.cell(), at));
            read.forEach(r -> sheets.mixed(me, chart, r.square().cell(), at));
            mixes.read(me, null, read, at);
        });
    }

    private void keep(
            Collector me,
            Map<String, Long> named,
            String name,
            String one,
            double part,
            String other,
            double otherPart) {
        List<Mixes.KeptPart> parts = new ArrayList<>();
        if (named.containsKey(one)) parts.add(new Mixes.KeptPart(named.get(one), part));
        if (named.containsKey(other)) parts.add(new Mixes.KeptPart(named.get(other), otherPart));
        if (parts.size() == 2) mixes.keep(me, new Mixes.NewMix(name, "", parts));
    }
}
