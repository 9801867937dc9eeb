package molvet.server.collection;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Recipe;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Collector;
import molvet.server.platform.Rows;
import org.springframework.stereotype.Component;

/** Ties paints that were here before a maker’s chart to the colours it lists. */
@Component
class ChartLinks implements Makers.Listing {
    private final PaintStore store;
    private final MakerStore makers;
    private final LabelReader reader;
    private final Rows rows;

    ChartLinks(PaintStore store, MakerStore makers, LabelReader reader, Rows rows) {
        this.store = store;
        this.makers = makers;
        this.reader = reader;
        this.rows = rows;
    }

    /**
     * By name, in any language, where only one colour of the line has it. The edition is the newest of the paint’s own
     * recipe; a paint without pigments takes the newest. What the label says already stays.
     */
    @Override
    public int listed(Collector me, long line) {
        MakerStore.LineRow l = makers.line(me, line).orElseThrow();
        List<PaintStore.PaintRow> open = store.unlisted(me, l.makerId(), line);
        if (open.isEmpty()) return 0;
        Map<String, List<MakerStore.ColourRow>> named = named(me, line);
        int linked = 0;
        for (PaintStore.PaintRow p : open) {
            List<MakerStore.ColourRow> colours = named.getOrDefault(Words.folded(p.name()), List.of());
            if (colours.size() != 1) continue;
            link(me, line, p, colours.get(0));
            linked++;
        }
        return linked;
    }

    private Map<String, List<MakerStore.ColourRow>> named(Collector me, long line) {
        Map<String, List<MakerStore.ColourRow>> named = new HashMap<>();
        Map<Long, MakerStore.ColourRow> byId = new HashMap<>();
        for (MakerStore.ColourRow c : makers.colours(me, line)) {
            byId.put(c.id(), c);
            named.computeIfAbsent(Words.folded(c.name()), k -> new ArrayList<>())
                    .add(c);
        }
        for (MakerStore.NameRow n : makers.names(me, line)) {
            List<MakerStore.ColourRow> same = named.computeIfAbsent(Words.folded(n.name()), k -> new ArrayList<>());
            if (!same.contains(byId.get(n.colourId()))) same.add(byId.get(n.colourId()));
        }
        return named;
    }

    private void link(Collector me, long line, PaintStore.PaintRow p, MakerStore.ColourRow colour) {
        Optional<String> own = recipe(p.labelText()).fingerprint();
        Optional<MakerStore.EditionRow> edition = makers.editionsOf(me, colour.id()).stream()
                .filter(e ->
                        own.isEmpty() || recipe(e.labelText()).fingerprint().equals(own))
                .findFirst();
        Map<String, Object> row = new LinkedHashMap<>(Map.of("colour_id", colour.id(), "line_id", line));
        if (p.series() == null) row.put("series", colour.series());
        edition.ifPresent(e -> {
            row.put("edition_id", e.id());
            if (p.labelText().isEmpty()) row.put("label_text", e.labelText());
            if (p.claimLightfastness().isEmpty()) row.put("claim_lightfastness", e.claimLightfastness());
            if (p.claimTransparency().isEmpty()) row.put("claim_transparency", e.claimTransparency());
            if (p.claimStaining().isEmpty()) row.put("claim_staining", e.claimStaining());
            if (p.claimGranulation().isEmpty()) row.put("claim_granulation", e.claimGranulation());
        });
        rows.change(me, "paint", p.id(), row);
    }

    private Recipe recipe(String labelText) {
        return reader.read(labelText).recipe();
    }
}
