package molvet.server.sharing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.collection.Accession;
import molvet.core.collection.EyeTrait;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.server.collection.PaintStore;
import molvet.server.platform.Collector;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The collection as a table, one row a holding, under headings by which it comes in again; see docs/formats.md. */
@Component
public class CollectionTable {
    /** What the eye says beside liking, under “my …”. */
    private static final List<EyeTrait> SEEN =
            Arrays.stream(EyeTrait.values()).filter(t -> t.trait().isPresent()).toList();

    public static final List<String> HEAD = Stream.of(
                    Stream.of(
                            "accession",
                            "name",
                            "other names",
                            "maker",
                            "line",
                            "series",
                            "label text",
                            "pigments",
                            "standing",
                            "wish",
                            "form",
                            "volume ml",
                            "left %",
                            "state",
                            "price",
                            "currency",
                            "bought on",
                            "from",
                            "kept where",
                            "holding note",
                            "place",
                            "palettes"),
                    Arrays.stream(Trait.values()).map(t -> "claimed " + t.words()),
                    Arrays.stream(Trait.values()).map(Trait::words),
                    SEEN.stream().map(t -> "my " + t.trait().orElseThrow().words()),
                    Stream.of("liking", "note", "mass L*", "mass a*", "mass b*", "tint L*", "tint a*", "tint b*"))
            .flatMap(s -> s)
            .toList();

    private final SharingStore store;

    CollectionTable(SharingStore store) {
        this.store = store;
    }

    /** Texts and numbers, as wide as {@link #HEAD}; a paint that nothing is held of has one row. */
    public List<List<Object>> rows(Collector me) {
        Map<Long, List<PaintStore.HoldingRow>> holdings =
                store.holdings(me).stream().collect(Collectors.groupingBy(PaintStore.HoldingRow::paintId));
        Map<Long, Map<String, String>> seen = seen(store, me);
        Map<Long, String> places = store.placed(me).stream()
                .collect(Collectors.groupingBy(
                        SharingStore.PlacedRow::paintId,
                        Collectors.mapping(
                                p -> new Keeper(KeeperKind.valueOf(p.kind()), p.number(), p.pages(), p.cells())
                                        .place(p.position())
                                        .toString(),
                                Collectors.joining("; "))));
        Map<Long, List<String>> lying = store.lying(me);
        List<List<Object>> rows = new ArrayList<>();
        for (SharingStore.PaintRow p : store.paints(me)) {
            List<PaintStore.HoldingRow> of = holdings.getOrDefault(p.id(), List.of());
            String at = places.getOrDefault(p.id(), "");
            String in = String.join("; ", lying.getOrDefault(p.id(), List.of()));
            Map<String, String> eye = seen.getOrDefault(p.id(), Map.of());
            if (of.isEmpty()) rows.add(row(p, null, at, in, eye));
            for (PaintStore.HoldingRow h : of) rows.add(row(p, h, at, in, eye));
        }
        return rows;
    }

    /** By paint and trait, what was said last. */
    static Map<Long, Map<String, String>> seen(SharingStore store, Collector me) {
        Map<Long, Map<String, String>> all = new HashMap<>();
        store.seen(me)
                .forEach(o ->
                        all.computeIfAbsent(o.paintId(), k -> new HashMap<>()).put(o.trait(), o.value()));
        return all;
    }

    private static List<Object> row(
            SharingStore.PaintRow p,
            PaintStore.@Nullable HoldingRow h,
            String places,
            String palettes,
            Map<String, String> seen) {
        List<Object> row = new ArrayList<>(List.of(
                new Accession(p.accession()).toString(),
                p.name(),
                p.otherNames(),
                p.maker(),
                p.line(),
                p.series() == null ? "" : p.series(),
                p.labelText(),
                p.recipe(),
                p.standing().toLowerCase(Locale.ROOT),
                p.standing().equals("WISHED") ? "yes" : ""));
        row.addAll(
                h == null
                        ? List.of("", "", "", "", "", "", "", "", "", "")
                        : List.of(
                                words(h.form()),
                                h.volume() == null
                                        ? ""
                                        : new BigDecimal(
                                                h.volume().stripTrailingZeros().toPlainString()),
                                h.leftPercent(),
                                words(h.state()),
                                h.price() == null ? "" : price(h.price(), h.currency()),
                                h.currency() == null ? "" : h.currency(),
                                h.cameOn() == null ? "" : h.cameOn().toString(),
                                h.cameFrom(),
                                h.keptWhere(),
                                h.note()));
        row.add(places);
        row.add(palettes);
        row.addAll(List.of(p.claimLightfastness(), p.claimTransparency(), p.claimStaining(), p.claimGranulation()));
        Trait[] traits = Trait.values();
        for (int i = 0; i < traits.length; i++) {
            char c = p.voices().length() > i * 5 + 3 ? p.voices().charAt(i * 5 + 3) : '-';
            List<? extends Grade> scale = traits[i].scale();
            row.add(c == '-' ? "" : scale.get(c - '0').words());
        }
        SEEN.forEach(t -> row.add(words(seen.getOrDefault(t.name(), ""))));
        row.add(words(seen.getOrDefault(EyeTrait.LIKING.name(), "")));
        row.add(p.note());
        for (Double d : new Double[] {p.massL(), p.massA(), p.massB(), p.tintL(), p.tintA(), p.tintB()}) {
            row.add(d == null ? "" : Math.round(d * 100) / 100.0);
        }
        return row;
    }

    /** To as many decimals as the currency has. */
    static BigDecimal price(BigDecimal price, @Nullable String currency) {
        return Money.of(CurrencyUnit.of(currency == null ? "EUR" : currency), price, RoundingMode.HALF_UP)
                .getAmount();
    }

    private static String words(String kept) {
        return kept.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
