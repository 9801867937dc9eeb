package molvet.server.demo;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.palette.BoxShape;
import molvet.server.palette.Paintings;
import molvet.server.palette.PaletteOrders;
import molvet.server.palette.PaletteVersions;
import molvet.server.palette.Palettes;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Service;

/** The illustrator’s palettes: a tin for the field with its versions, a wheel of porcelain, a small box for the boat. */
@Service
class DemoPalettes {
    private static final int TIN = 0;
    private static final int WHEEL = 1;

    private final Palettes palettes;
    private final PaletteVersions versions;
    private final PaletteOrders orders;
    private final Paintings paintings;
    private final Finder finder;

    DemoPalettes(
            Palettes palettes, PaletteVersions versions, PaletteOrders orders, Paintings paintings, Finder finder) {
        this.palettes = palettes;
        this.versions = versions;
        this.orders = orders;
        this.paintings = paintings;
        this.finder = finder;
    }

    void fill(Collector me) {
        Map<String, Long> named = new HashMap<>();
        for (PaintViews.PaintEntry p : finder.list(me, "", "number", 500, null).paints()) {
            named.putIfAbsent(p.name(), p.id());
        }
        tin(me, named);
        wheel(me, named);
        boat(me, named);
    }

    private static List<Long> paints(Map<String, Long> named, String... names) {
        return Arrays.stream(names).map(named::get).filter(Objects::nonNull).toList();
    }

    // ---- the field tin ----

    private void tin(Collector me, Map<String, Long> named) {
        long tin = palettes.add(
                me,
                new Palettes.NewPalette(
                        "The field tin",
                        null,
                        TIN,
                        null,
                        null,
                        "Goes everywhere in the left pocket.",
                        filling(paints(
                                named,
                                "Lantern Yellow",
                                "Cliff Ochre",
                                "Marigold Orange",
                                "Signal Red",
                                "Old Crimson",
                                "Foxglove Magenta",
                                "Deep Shelter Blue",
                                "Slipway Blue",
                                "Skerry Blue",
                                "Kelp Green",
                                "Reed Bed Green",
                                "Burnt Sienna Point",
                                "Tern Grey"))));
        keep(me, tin, "2025-04-12", "What was in the drawer.", List.of());
        exchange(me, tin, named.get("Old Crimson"), named.get("Primrose Cliff"));
        keep(
                me,
                tin,
                "2025-10-04",
                "The crimson of spring is pink on the wall.",
                List.of(new PaletteVersions.LeftFor(named.get("Old Crimson"), "FUGITIVE")));
        palettes.fill(
                me,
                tin,
                filling(paints(
                        named, "Evening Violet", "Cobalt Tide", "Bladderwrack Green", "Lichen Gold", "Buoy Orange")));
        keep(me, tin, "2026-04-11", "Five more, for the lichens.", List.of());
        exchange(me, tin, named.get("Marigold Orange"), null);
        smooth(me, tin);
        keep(
                me,
                tin,
                "2026-10-02",
                "Laid anew so that neighbours flow.",
                List.of(new PaletteVersions.LeftFor(named.get("Marigold Orange"), "NEVER_USED")));
        paintings(me, tin, named);
    }

    private void exchange(Collector me, long palette, Long out, Long in) {
        List<Palettes.WellHolds> wells = new ArrayList<>();
        List<Long> lying = palettes.lying(me, palette);
        for (int w = 0; w < lying.size(); w++) {
            Long paint = Objects.equals(lying.get(w), out) ? in : lying.get(w);
            wells.add(new Palettes.WellHolds(w, paint, null, false));
        }
        palettes.change(me, palette, new Palettes.PaletteDraft(wells, null, null));
    }

    private void smooth(Collector me, long palette) {
        PaletteOrders.Ordered order = orders.order(
                me, palette, new PaletteOrders.WellOrderAsked("SMOOTHEST", null, null, null, null, null, false, null));
        lay(me, palette, order);
    }

    private void lay(Collector me, long palette, PaletteOrders.Ordered order) {
        List<Palettes.WellHolds> wells = new ArrayList<>();
        for (int w = 0; w < order.wells().size(); w++) {
            wells.add(new Palettes.WellHolds(w, order.wells().get(w), null, false));
        }
        palettes.change(me, palette, new Palettes.PaletteDraft(wells, null, null));
    }

    private void keep(Collector me, long palette, String since, String why, List<PaletteVersions.LeftFor> left) {
        versions.keep(me, palette, new PaletteVersions.Keeping(since, why, left, null));
    }

    private static Palettes.WellFilling filling(List<Long> paints) {
        return new Palettes.WellFilling(paints, null, null, null, null);
    }

    /** Twelve days’ work: some wells are gone to in nearly all, some hardly ever. */
    private void paintings(Collector me, long tin, Map<String, Long> named) {
        List<String> titles = List.of(
                "Scarlet tiger, open wings",
                "Map lichen on the pier",
                "Sugar kelp, low tide",
                "Bladderwrack, three stages",
                "Magpie moth, pinned",
                "Sea thrift by the steps",
                "Crottle on the north wall",
                "Elephant hawk, evening",
                "Dulse, washed up",
                "Golden hair lichen",
                "Cinnabar and ragwort",
                "Oarweed, holdfast");
        Map<String, Double> share = Map.ofEntries(
                Map.entry("Deep Shelter Blue", 0.92),
                Map.entry("Lantern Yellow", 0.8),
                Map.entry("Burnt Sienna Point", 0.85),
                Map.entry("Tern Grey", 0.6),
                Map.entry("Cliff Ochre", 0.55),
                Map.entry("Signal Red", 0.45),
                Map.entry("Foxglove Magenta", 0.4),
                Map.entry("Reed Bed Green", 0.5),
                Map.entry("Bladderwrack Green", 0.6),
                Map.entry("Primrose Cliff", 0.35),
                Map.entry("Slipway Blue", 0.3),
                Map.entry("Cobalt Tide", 0.4),
                Map.entry("Lichen Gold", 0.55),
                Map.entry("Evening Violet", 0.25));
        Random random = new Random(18);
        LocalDate on = LocalDate.of(2026, 4, 19);
        for (String title : titles) {
            List<Paintings.UsedPaint> used = new ArrayList<>();
            share.keySet().stream().sorted().forEach(name -> {
                boolean taken = random.nextDouble() < share.get(name);
                if (taken && named.containsKey(name)) {
                    used.add(new Paintings.UsedPaint(named.get(name), 1 + random.nextInt(4)));
                }
            });
            paintings.add(me, tin, new Paintings.NewPainting(title, on.toString(), null, used, null));
            on = on.plusDays(14 + random.nextInt(9));
        }
    }

    // ---- the wheel ----

    private void wheel(Collector me, Map<String, Long> named) {
        long wheel = palettes.add(
                me,
                new Palettes.NewPalette(
                        "Porcelain wheel",
                        null,
                        WHEEL,
                        null,
                        null,
                        "Stays on the table by the window.",
                        filling(paints(
                                named,
                                "Primrose Cliff",
                                "Lantern Yellow",
                                "Cadmium Sun",
                                "Marigold Orange",
                                "Buoy Orange",
                                "Signal Red",
                                "Cherry Rock",
                                "Winter Rosehip",
                                "Sea Thrift Rose",
                                "Foxglove Magenta",
                                "Evening Violet",
                                "Heather Violet",
                                "Amethyst Pool",
                                "Deep Shelter Blue",
                                "Cobalt Tide",
                                "Night Slipway Blue",
                                "Slipway Blue",
                                "Cerulean Sound",
                                "Skerry Blue",
                                "Eelgrass Teal",
                                "Kelp Green",
                                "Reed Bed Green",
                                "Lichen Gold",
                                "Cliff Ochre",
                                "Burnt Sienna Point",
                                "Raw Umber Point",
                                "Boathouse Red",
                                "Island Red Earth",
                                "Tern Grey",
                                "Slate Beetle",
                                "Soot"))));
        lay(
                me,
                wheel,
                orders.order(
                        me,
                        wheel,
                        new PaletteOrders.WellOrderAsked("WHEEL", "WHEEL", List.of(), null, null, null, false, null)));
        keep(me, wheel, "2026-01-17", "Filled for the winter plates; one well for white when it is needed.", List.of());
    }

    // ---- for the boat ----

    private void boat(Collector me, Map<String, Long> named) {
        long boat = palettes.add(
                me,
                new Palettes.NewPalette(
                        "For the boat",
                        null,
                        null,
                        BoxShape.inRows(95, 42, 2, 6, 1),
                        "Folding box of 12",
                        "",
                        filling(paints(
                                named,
                                "Lantern Yellow",
                                "Cliff Ochre",
                                "Signal Red",
                                "Foxglove Magenta",
                                "Deep Shelter Blue",
                                "Slipway Blue",
                                "Kelp Green",
                                "Reed Bed Green",
                                "Burnt Sienna Point",
                                "Tern Grey"))));
        keep(me, boat, "2026-06-06", "Ten of the tin, for wet days.", List.of());
        smooth(me, boat);
        keep(me, boat, "2026-08-29", "", List.of());
    }
}
