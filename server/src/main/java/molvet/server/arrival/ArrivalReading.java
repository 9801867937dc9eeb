package molvet.server.arrival;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import molvet.core.arrival.Likeness;
import molvet.core.arrival.QuickLine;
import molvet.core.arrival.QuickReader;
import molvet.core.arrival.SizePrice;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.WishLimit;
import molvet.core.maker.ChartIndex;
import molvet.core.maker.MakerScale;
import molvet.core.maker.Sizes;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Note;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.collection.PaintViews;
import molvet.server.collection.Paints;
import molvet.server.collection.VoiceStore;
import molvet.server.maker.MakerStore;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads lines and says at once what of them is here already. */
@Service
public class ArrivalReading {
    private static final int MOST_KEPT = 16;

    private final ArrivalStore store;
    private final MakerStore makers;
    private final PaintViews paints;
    private final VoiceStore voices;
    private final LabelReader labels;
    private final PigmentReference reference;
    private final Doubts doubts;
    private final Acts acts;
    private final Map<Long, Known> kept = new ConcurrentHashMap<>();

    ArrivalReading(
            ArrivalStore store,
            MakerStore makers,
            PaintViews paints,
            VoiceStore voices,
            LabelReader labels,
            PigmentReference reference,
            Doubts doubts,
            Acts acts) {
        this.acts = acts;
        this.store = store;
        this.makers = makers;
        this.paints = paints;
        this.voices = voices;
        this.labels = labels;
        this.reference = reference;
        this.doubts = doubts;
    }

    /** What a collector's lines are read with. */
    record Known(
            String stamp,
            ChartIndex charts,
            Likeness having,
            Map<Long, List<MakerStore.EditionRow>> editions,
            Map<Long, Long> editionsOfPaints,
            Map<Long, List<ArrivalStore.Paid>> paid,
            Map<Long, WishLimit> limits) {}

    record ReadIngredient(
            String code,
            @Nullable String colourIndex,
            @Nullable String chemicalName,
            boolean known) {}

    record ReadPart(@OneOf(QuickLine.PartKind.class) String kind, int from, int to, String value) {}

    record ReadMatch(
            long paint,
            @OneOf(Likeness.Kind.class) String likeness,
            String message,
            @Nullable Double deltaE,
            PaintViews.@Nullable PaintEntry entry) {}

    /** What a size cost by the millilitre: then, by the chart, and here; {@code percent} dearer than this line. */
    record ReadPrice(
            String what,
            BigDecimal volume,
            String price,
            String currency,
            String perMl,
            @Nullable String percent) {}

    /** One line as it was understood; amounts are decimal strings in {@code currency}. */
    record ReadLine(
            int line,
            String written,
            @OneOf(QuickLine.Kind.class) String kind,
            String name,
            @Nullable String also,
            @Nullable String maker,
            @Nullable String makersLine,
            @Nullable Long colour,
            @Nullable Long edition,
            @Nullable String editionLabel,
            @Nullable String catalogueNumber,
            String pigments,
            List<ReadIngredient> recipe,
            @OneOf(HoldingForm.class) @Nullable String form,
            @Nullable BigDecimal volume,
            @Nullable Integer series,
            @Nullable String unitPrice,
            @Nullable String listPrice,
            @Nullable String currency,
            String discountPercent,
            int quantity,
            int toGive,
            @Nullable String giftFor,
            @Nullable String from,
            Map<String, String> claims,
            @Nullable Integer parcel,
            @OneOf(QuickLine.Charge.class) @Nullable String charge,
            String unread,
            @Nullable Long same,
            List<ReadPart> parts,
            List<ReadMatch> matches,
            List<ReadPrice> prices,
            List<Note> notes) {}

    /** A line with what it stands for in the charts and the collection. */
    record Matched(
            QuickLine line,
            Optional<MakerStore.EditionRow> edition,
            Recipe recipe,
            String pigments,
            Optional<Likeness.Owned> same,
            List<Likeness.Match> matches) {
        /** The same, as if these paints were not there. */
        Matched without(Set<Long> paints) {
            return new Matched(
                    line,
                    edition,
                    recipe,
                    pigments,
                    same.filter(o -> !paints.contains(o.paint())),
                    matches.stream().filter(m -> !paints.contains(m.paint())).toList());
        }
    }

    @Transactional(readOnly = true)
    public List<Matched> matched(Collector me, String text, String maker) {
        Known known = known(me);
        List<Matched> all = new ArrayList<>();
        for (QuickLine line : new QuickReader(labels, known.charts).read(text, maker)) {
            Optional<MakerStore.EditionRow> edition = line.colour()
                    .flatMap(c -> edition(known.editions.getOrDefault(c, List.of()), line.edition(), line.volume()));
            String pigments = line.pigments().isEmpty()
                    ? edition.map(MakerStore.EditionRow::labelText).orElse("")
                    : line.pigments();
            Recipe recipe = line.recipe().isEmpty() && !pigments.isEmpty()
                    ? labels.read(pigments).recipe()
                    : line.recipe();
            boolean paint = line.kind() == QuickLine.Kind.PAINT && !line.name().isEmpty();
            all.add(new Matched(
                    line,
                    edition,
                    recipe,
                    pigments,
                    paint ? known.having.same(line) : Optional.empty(),
                    paint ? known.having.matches(line, recipe) : List.of()));
        }
        return all;
    }

    /**
     * One line of a list of paints, found in the collection or a maker’s chart.
     *
     * @param paint of the collection: the same, or else one of the same recipe; empty where there is none
     * @param how it was found, in words
     * @param typed the paint as the line and the chart have it, for one that is not there
     * @param price of a piece, where the line names one, in {@code currency} if it names that too
     */
    public record Resolved(
            int line,
            String written,
            Optional<Long> paint,
            String how,
            Paints.NewPaint typed,
            Optional<BigDecimal> price,
            Optional<String> currency) {}

    /**
     * Each name of a list: by its name where its pigments are the same, else by its recipe, since a name means other pigments with
     * every maker. Lines that are no paint are left out.
     */
    @Transactional(readOnly = true)
    public List<Resolved> resolved(Collector me, String text) {
        Likeness having = known(me).having;
        return matched(me, text, "").stream()
                .filter(m ->
                        m.line.kind() == QuickLine.Kind.PAINT && !m.line.name().isEmpty())
                .map(m -> resolved(m, m.same.or(() -> having.named(m.line))))
                .toList();
    }

    private static Resolved resolved(Matched m, Optional<Likeness.Owned> named) {
        Optional<Likeness.Match> alike = m.matches.stream()
                .filter(x -> x.likeness() == Likeness.Kind.SAME_RECIPE)
                .findFirst();
        String how = named.isPresent()
                ? "found by its name"
                : alike.map(a -> "taken by its recipe: " + a.message())
                        .orElse(
                                m.line.colour().isPresent()
                                        ? "from the maker’s chart"
                                        : "new: no paint or chart of yours has it");
        return new Resolved(
                m.line.line(),
                m.line.written(),
                named.map(Likeness.Owned::paint).or(() -> alike.map(Likeness.Match::paint)),
                how,
                ArrivalLog.newPaint(m),
                m.line.unitPrice(),
                m.line.currency());
    }

    /** Scales for makers on these lines who have none for the symbols they bear, by maker. */
    Map<String, MakerScale> proposed(Collector me, List<Matched> lines) {
        Map<String, List<String>> seen = new TreeMap<>();
        for (Matched m : lines) {
            String symbol = m.line.claims().getOrDefault(Trait.LIGHTFASTNESS, "");
            if (m.line.kind() == QuickLine.Kind.PAINT
                    && !symbol.isEmpty()
                    && !m.line.maker().isEmpty()) {
                seen.computeIfAbsent(m.line.maker(), k -> new ArrayList<>()).add(symbol);
            }
        }
        Map<String, MakerScale> all = new TreeMap<>();
        seen.forEach((maker, symbols) -> {
            boolean has = makers.makerNamed(me, maker)
                    .filter(r -> !r.scale(Trait.LIGHTFASTNESS).symbols().isEmpty())
                    .isPresent();
            if (!has) MakerScale.proposed(Trait.LIGHTFASTNESS, symbols).ifPresent(s -> all.put(maker, s));
        });
        return all;
    }

    List<ReadLine> views(Collector me, List<Matched> lines, String currency) {
        Known known = known(me);
        List<Long> ids = lines.stream()
                .flatMap(m -> m.matches.stream())
                .map(Likeness.Match::paint)
                .distinct()
                .toList();
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        paints.entries(me, ids).forEach(e -> entries.put(e.id(), e));
        return lines.stream().map(m -> view(m, known, entries, currency)).toList();
    }

    private ReadLine view(Matched m, Known known, Map<Long, PaintViews.PaintEntry> entries, String currency) {
        QuickLine l = m.line;
        List<Note> notes = new ArrayList<>(l.notes());
        if (l.kind() == QuickLine.Kind.PAINT) notes.addAll(doubts.about(m.recipe, l.name()));
        notes.addAll(editionNotes(m, known));
        m.same.map(o -> known.limits.get(o.paint()))
                .flatMap(limit -> paid(l, currency).flatMap(p -> limit.exceededBy(p, l.volume())))
                .ifPresent(said -> notes.add(Note.of(l.name(), "over-limit", said)));
        l.currency()
                .filter(c -> !c.equals(currency))
                .ifPresent(c -> notes.add(new Note(
                        c,
                        "other-currency",
                        "The line is in " + c + ", the arrival in " + currency
                                + ". Change the arrival’s currency, or the price.",
                        currency)));
        return new ReadLine(
                l.line(),
                l.written(),
                l.kind().name(),
                l.name(),
                orNull(l.also()),
                orNull(l.maker()),
                orNull(l.makersLine()),
                l.colour().orElse(null),
                m.edition.map(MakerStore.EditionRow::id).orElse(null),
                m.edition.map(MakerStore.EditionRow::label).orElse(orNull(l.edition())),
                orNull(l.catalogueNumber()),
                m.pigments,
                m.recipe.pigments().stream().map(this::ingredient).toList(),
                l.form().map(Enum::name).orElse(null),
                l.volume()
                        .map(v -> v.ml().stripTrailingZeros())
                        .map(ArrivalReading::plain)
                        .orElse(null),
                l.series().orElse(null),
                l.unitPrice().map(BigDecimal::toPlainString).orElse(null),
                l.listPrice().map(BigDecimal::toPlainString).orElse(null),
                l.currency().orElse(null),
                l.discountPercent().toPlainString(),
                l.quantity(),
                l.toGive(),
                orNull(l.giftFor()),
                orNull(l.from()),
                l.claims().entrySet().stream()
                        .collect(Collectors.toMap(
                                e -> e.getKey().words(), Map.Entry::getValue, (a, b) -> a, LinkedHashMap::new)),
                l.parcel().orElse(null),
                l.charge().map(Enum::name).orElse(null),
                String.join("; ", l.unread()),
                m.same.map(Likeness.Owned::paint).orElse(null),
                l.parts().stream()
                        .map(p -> new ReadPart(p.kind().name(), p.from(), p.to(), p.value()))
                        .toList(),
                m.matches.stream()
                        .map(x -> new ReadMatch(
                                x.paint(),
                                x.likeness().name(),
                                x.message(),
                                x.deltaE().isPresent() ? Math.round(x.deltaE().getAsDouble() * 100) / 100.0 : null,
                                entries.get(x.paint())))
                        .toList(),
                prices(m, known, currency),
                notes);
    }

    private static BigDecimal plain(BigDecimal v) {
        return v.scale() < 0 ? v.setScale(0) : v;
    }

    private ReadIngredient ingredient(PigmentCode code) {
        return reference
                .find(code)
                .map(p -> new ReadIngredient(code.toString(), p.constitution().orElse(null), p.chemicalName(), true))
                .orElse(new ReadIngredient(code.toString(), null, null, false));
    }

    /** Where the tube at home is of another edition than what comes in, or the label differs from the chart. */
    private List<Note> editionNotes(Matched m, Known known) {
        List<Note> notes = new ArrayList<>();
        if (m.line.colour().isEmpty()) return notes;
        Recipe chart = m.edition.map(e -> labels.read(e.labelText()).recipe()).orElse(Recipe.NONE);
        if (!m.line.recipe().isEmpty()
                && !chart.isEmpty()
                && !m.line.recipe().fingerprint().equals(chart.fingerprint())) {
            notes.add(new Note(
                    m.line.pigments(),
                    "chart-differs",
                    "The chart gives " + m.line.name() + " as " + chart + ", this label as " + m.line.recipe()
                            + ": another edition, or one of the two is wrong.",
                    chart.toString()));
        }
        List<MakerStore.EditionRow> editions =
                known.editions.getOrDefault(m.line.colour().get(), List.of());
        for (Likeness.Match match : m.matches) {
            if (match.likeness() != Likeness.Kind.SAME_PAINT) continue;
            Long atHome = known.editionsOfPaints.get(match.paint());
            Optional<MakerStore.EditionRow> home = editions.stream()
                    .filter(e -> atHome != null && e.id() == atHome)
                    .findFirst();
            if (home.isPresent()
                    && m.edition.isPresent()
                    && home.get().id() != m.edition.get().id()) {
                notes.add(Note.of(
                        m.line.name(),
                        "edition-differs",
                        "The tube at home is the edition “" + home.get().label() + "”" + said(home.get())
                                + "; this one is “" + m.edition.get().label() + "”" + said(m.edition.get()) + "."));
            }
        }
        return notes;
    }

    private static String said(MakerStore.EditionRow e) {
        String all = (e.labelText() + (e.labelText().isEmpty() || e.sizes().isEmpty() ? "" : ", ") + e.sizes()).strip();
        return all.isEmpty() ? "" : " (" + all + ")";
    }

    /** What a piece of a line costs with its own discount; nothing where it names no price, or an unknown currency. */
    private static Optional<Money> paid(QuickLine l, String currency) {
        try {
            CurrencyUnit money = CurrencyUnit.of(l.currency().orElse(currency));
            return l.unitPrice()
                    .map(p -> p.multiply(BigDecimal.valueOf(100).subtract(l.discountPercent()))
                            .movePointLeft(2))
                    .map(p -> Money.of(money, p, java.math.RoundingMode.HALF_UP));
        } catch (org.joda.money.IllegalCurrencyException e) {
            return Optional.empty();
        }
    }

    /** This line's price by the millilitre beside what was paid before and what the chart asks for each edition. */
    private List<ReadPrice> prices(Matched m, Known known, String currency) {
        QuickLine l = m.line;
        if (l.unitPrice().isEmpty()
                || l.volume().isEmpty()
                || l.unitPrice().get().signum() == 0) return List.of();
        Optional<Money> paid = paid(l, currency);
        if (paid.isEmpty()) return List.of();
        SizePrice here = new SizePrice(l.volume().get(), paid.get());
        List<ReadPrice> all = new ArrayList<>();
        l.listPrice()
                .ifPresent(p -> all.add(price(
                        "before the sale",
                        new SizePrice(
                                here.volume(),
                                Money.of(here.price().getCurrencyUnit(), p, java.math.RoundingMode.HALF_UP)),
                        here)));
        m.same.ifPresent(o -> {
            List<ArrivalStore.Paid> before = known.paid.getOrDefault(o.paint(), List.of());
            if (before.isEmpty()) return;
            ArrivalStore.Paid last = before.get(before.size() - 1);
            all.add(price(
                    last.on() == null ? "paid before" : "paid on " + last.on(),
                    new SizePrice(
                            new Volume(last.volume()),
                            Money.of(CurrencyUnit.of(last.currency()), last.price(), java.math.RoundingMode.HALF_UP)),
                    here));
        });
        l.colour().ifPresent(c -> all.addAll(byChart(known.editions.getOrDefault(c, List.of()), here)));
        if (!all.isEmpty()) all.add(0, price("this", here, here));
        return all.subList(0, Math.min(8, all.size()));
    }

    /**
     * What a paint cost each time, before a sale and in it, and what the chart asks for each edition; the last price paid
     * stands without a percentage, and the others say how much dearer it is than they.
     */
    @Transactional(readOnly = true)
    public List<ReadPrice> prices(Collector me, long paint) {
        List<ArrivalStore.Bought> bought = store.bought(me, paint);
        if (bought.isEmpty()) return List.of();
        ArrivalStore.Bought last = bought.get(bought.size() - 1);
        SizePrice here = last.of(last.price());
        List<ReadPrice> all = new ArrayList<>();
        for (ArrivalStore.Bought b : bought) {
            String on = b.on() == null ? "" : " on " + b.on();
            if (b.listPrice() != null && b.listPrice().compareTo(b.price()) != 0) {
                all.add(price("before the sale" + on, b.of(b.listPrice()), here));
            }
            all.add(price("paid" + on, b == last ? here : b.of(b.price()), here));
        }
        store.colourOf(me, paint).ifPresent(c -> all.addAll(byChart(makers.editionsOf(me, c), here)));
        return all.size() < 2 ? List.of() : all.subList(0, Math.min(MOST_PRICES, all.size()));
    }

    private static final int MOST_PRICES = 20;

    /** What a maker's chart asks for each size of each edition. */
    private static List<ReadPrice> byChart(List<MakerStore.EditionRow> editions, SizePrice here) {
        return editions.stream()
                .flatMap(e -> sizes(e).all().stream()
                        .filter(s -> s.price().isPresent())
                        .map(s -> price(
                                "chart, " + e.label(),
                                new SizePrice(s.volume(), s.price().get()),
                                here)))
                .toList();
    }

    private static Sizes sizes(MakerStore.EditionRow e) {
        try {
            return Sizes.parse(e.sizes(), "EUR");
        } catch (Refusal wordsOnly) {
            return new Sizes(List.of());
        }
    }

    private static ReadPrice price(String what, SizePrice p, SizePrice here) {
        return new ReadPrice(
                what,
                plain(p.volume().ml().stripTrailingZeros()),
                p.price().getAmount().toPlainString(),
                p.price().getCurrencyUnit().getCode(),
                p.perMl().setScale(3, java.math.RoundingMode.HALF_UP).toPlainString(),
                p == here
                        ? null
                        : here.percentDearerThan(p)
                                .map(d -> String.format(Locale.ROOT, "%+.1f", d))
                                .orElse(null));
    }

    /** The edition a line speaks of: of a year, an older one, that of its size, or the newest. */
    private static Optional<MakerStore.EditionRow> edition(
            List<MakerStore.EditionRow> newestFirst, String said, Optional<Volume> volume) {
        if (newestFirst.isEmpty()) return Optional.empty();
        String low = said.toLowerCase(Locale.ROOT);
        java.util.regex.Matcher year =
                java.util.regex.Pattern.compile("(?:19|20)\\d\\d").matcher(low);
        if (year.find()) {
            int y = Integer.parseInt(year.group());
            return newestFirst.stream()
                    .filter(e -> e.sinceYear() == null || e.sinceYear() <= y)
                    .findFirst()
                    .or(() -> Optional.of(newestFirst.get(newestFirst.size() - 1)));
        }
        Optional<MakerStore.EditionRow> named = newestFirst.stream()
                .filter(e -> !said.isEmpty() && e.label().equalsIgnoreCase(said.strip()))
                .findFirst();
        if (named.isPresent()) return named;
        Optional<MakerStore.EditionRow> ofSize = volume.flatMap(v -> newestFirst.stream()
                .filter(e -> sizes(e).all().stream().anyMatch(s -> s.volume().equals(v)))
                .findFirst());
        if (said.isEmpty() && ofSize.isPresent()) return ofSize;
        boolean older = low.matches("(?:the )?(?:old|older|previous|former).*");
        return Optional.of(newestFirst.get(older && newestFirst.size() > 1 ? 1 : 0));
    }

    private Known known(Collector me) {
        String stamp = acts.stamp(me);
        Known before = kept.get(me.id());
        if (before != null && before.stamp.equals(stamp)) return before;
        Map<Long, List<MakerStore.EditionRow>> editions =
                makers.allEditions(me).stream().collect(Collectors.groupingBy(MakerStore.EditionRow::colourId));
        Known now = new Known(
                stamp,
                makers.index(me),
                new Likeness(store.owned(me)),
                editions,
                store.editionsOfPaints(me),
                store.paid(me).stream().collect(Collectors.groupingBy(ArrivalStore.Paid::paint)),
                voices.wishes(me).stream()
                        .collect(Collectors.toMap(VoiceStore.WishRow::paintId, VoiceStore.WishRow::limit)));
        if (kept.size() >= MOST_KEPT) kept.clear();
        kept.put(me.id(), now);
        return now;
    }

    private static @Nullable String orNull(String text) {
        return text.isEmpty() ? null : text;
    }

    /** Claims of an edition where the line says nothing of a trait. */
    static String claim(Matched m, Trait trait) {
        String said = m.line.claims().getOrDefault(trait, "");
        if (!said.isEmpty() || m.edition.isEmpty()) return said;
        MakerStore.EditionRow e = m.edition.get();
        return switch (trait) {
            case LIGHTFASTNESS -> e.claimLightfastness();
            case TRANSPARENCY -> e.claimTransparency();
            case STAINING -> e.claimStaining();
            case GRANULATION -> e.claimGranulation();
        };
    }
}
