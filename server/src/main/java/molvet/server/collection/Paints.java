package molvet.server.collection;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import molvet.core.collection.Accession;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.Family;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.PaperWord;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Trait;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import molvet.server.platform.Rows;
import molvet.server.platform.Taken;
import molvet.server.platform.Utc;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Paints, holdings and observations: catalogued, changed, taken back. One act, one transaction. */
@Service
public class Paints {
    private final PaintStore store;
    private final PaintFacts facts;
    private final Makers makers;
    private final MakerStore makerStore;
    private final Ownership ownership;
    private final LabelReader reader;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    Paints(
            PaintStore store,
            PaintFacts facts,
            Makers makers,
            MakerStore makerStore,
            Ownership ownership,
            LabelReader reader,
            Acts acts,
            Clock clock,
            Rows rows) {
        this.rows = rows;
        this.store = store;
        this.facts = facts;
        this.makers = makers;
        this.makerStore = makerStore;
        this.ownership = ownership;
        this.reader = reader;
        this.acts = acts;
        this.clock = clock;
    }

    /**
     * A paint as typed. Only {@code name} is needed; {@code otherNames} are those in other languages, parted by “ / ”. {@code maker} and {@code line} are names, made when new; with a
     * {@code colour} of a maker's chart both follow from it. A {@code form} makes the first holding.
     */
    public record NewPaint(
            String name,
            @Nullable String otherNames,
            @Nullable String maker,
            @Nullable String line,
            @Nullable Long colour,
            @Nullable Long edition,
            @Nullable String pigments,
            @Nullable Integer series,
            @Nullable Boolean wished,
            @Nullable String note,
            Makers.@Nullable Claims claims,
            @OneOf(HoldingForm.class) @Nullable String form,
            @Nullable String volume,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String keptWhere,
            @Nullable String from,
            @Nullable String cameOn,
            @Nullable Integer version) {
        /** What a label or a chart says of it; nothing of it is here yet. */
        public static NewPaint labelled(
                String name,
                String otherNames,
                String maker,
                String line,
                @Nullable Long colour,
                @Nullable Long edition,
                String pigments,
                @Nullable Integer series,
                String note,
                Makers.Claims claims) {
            return new NewPaint(
                    name,
                    otherNames,
                    maker,
                    line,
                    colour,
                    edition,
                    pigments,
                    series,
                    false,
                    note,
                    claims,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null);
        }

        /** The same, wished for or not. */
        public NewPaint wished(boolean wished) {
            return new NewPaint(
                    name,
                    otherNames,
                    maker,
                    line,
                    colour,
                    edition,
                    pigments,
                    series,
                    wished,
                    note,
                    claims,
                    form,
                    volume,
                    price,
                    currency,
                    keptWhere,
                    from,
                    cameOn,
                    version);
        }

        NewHolding firstHolding() {
            return new NewHolding(form, volume, 100, null, keptWhere, from, cameOn, price, currency, null, null);
        }
    }

    public record NewHolding(
            @OneOf(HoldingForm.class) String form,
            @Nullable String volume,
            @Nullable Integer left,
            @OneOf(HoldingState.class) @Nullable String state,
            @Nullable String keptWhere,
            @Nullable String from,
            @Nullable String cameOn,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String note,
            @Nullable Integer version) {}

    /**
     * {@code paper}: on which it was seen, if that matters; {@code chart}: the sitting it was seen at.
     * {@code source}: EYE (usual) or FADING_TEST, for lightfastness only. {@code on}: a day, today if left out.
     */
    public record NewObservation(
            String trait,
            String value,
            @Nullable String note,
            @Nullable String on,
            @OneOf(PaperWord.Source.class) @Nullable String source,
            @Nullable String paper,
            @Nullable Long chart) {}

    @Transactional
    public long add(Collector me, NewPaint typed) {
        Accession[] accession = new Accession[1];
        return acts.act(me, () -> "Catalogued " + typed.name().strip() + " as " + accession[0], () -> {
            long paint = catalogue(me, typed);
            accession[0] = store.paint(me, paint).orElseThrow().number();
            return paint;
        });
    }

    /**
     * Catalogues a paint as part of the act under way.
     *
     * @throws Refusal naming every field that cannot be
     */
    public long catalogue(Collector me, NewPaint typed) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Checked c = check(me, typed, faults);
        Map<String, Object> holding =
                Fields.text(typed.form()).isBlank() ? null : Fields.tried(faults, () -> holding(typed.firstHolding()));
        if (!faults.isEmpty()) throw new Refusal(faults);
        Map<String, Object> row = row(me, c);
        row.put("accession", store.nextAccession(me));
        row.put("created_at", clock.instant());
        long paint = rows.add(me, "paint", row);
        if (holding != null) hold(me, paint, holding);
        return paint;
    }

    /** Adds a holding as part of the act under way. */
    public long hold(Collector me, long paint, NewHolding typed) {
        return hold(me, paint, holding(typed));
    }

    private long hold(Collector me, long paint, Map<String, Object> holding) {
        holding.put("paint_id", paint);
        boolean own = !HoldingForm.valueOf(holding.get("form").toString()).isOnlyASample();
        if (own) closeWish(me, paint);
        return rows.add(me, "holding", holding);
    }

    /** What came in is wished for no more; a dot or sample leaves the wish as it is. */
    private void closeWish(Collector me, long paint) {
        rows.ids(me, "wish", Map.of("paint_id", paint)).forEach(wish -> rows.remove(me, "wish", wish));
        if (store.paint(me, paint).filter(PaintStore.PaintRow::wished).isPresent()) {
            rows.change(me, "paint", paint, Map.of("wished", false));
        }
    }

    /** What an arrival says anew of a paint: names, maker, pigments, claims. Part of the act under way. */
    public void say(Collector me, long paint, NewPaint typed) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Checked c = check(me, typed, faults);
        if (!faults.isEmpty()) throw new Refusal(faults);
        Map<String, Object> row = row(me, c);
        row.keySet().removeAll(List.of("wished", "note"));
        rows.change(me, "paint", paint, row);
    }

    /** What an arrival says anew of a holding; how much is left of it, and where it lies, stay. Part of the act under way. */
    public void rehold(Collector me, long holding, NewHolding typed) {
        Map<String, Object> row = holding(typed);
        row.keySet().retainAll(List.of("form", "volume", "came_from", "came_on", "price", "currency"));
        rows.change(me, "holding", holding, row);
    }

    /** The number of a record that turned out to be another leads there from now on. Part of the act under way. */
    public void leadsOn(Collector me, int accession, long paint) {
        rows.add(me, "merged_number", Map.of("accession", accession, "paint_id", paint));
    }

    /** Whether nothing but how it came hangs on a paint. */
    public boolean isBareBut(Collector me, long paint) {
        return facts.keeps(me, paint).isEmpty()
                && store.paint(me, paint).filter(p -> !p.wished()).isPresent()
                && !rows.isReferredTo(me, "paint", paint, Set.of("arrival_line", "holding"));
    }

    /** Takes a paint away on which nothing hangs any more. Part of the act under way. */
    public void removeIfBare(Collector me, long paint) {
        if (isBareBut(me, paint) && !rows.isReferredTo(me, "paint", paint, Set.of())) rows.remove(me, "paint", paint);
    }

    @Transactional
    public void change(Collector me, long id, NewPaint typed, Supplier<Object> current) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Checked c = check(me, typed, faults);
        if (!faults.isEmpty()) throw new Refusal(faults);
        acts.act(
                me,
                () -> "Changed " + c.name,
                () -> rows.change(me, "paint", id, row(me, c), typed.version(), current));
    }

    /** Takes back a paint that was catalogued by mistake. Its accession number stays used. */
    @Transactional
    public void delete(Collector me, long id) {
        PaintStore.PaintRow p = store.paint(me, id).orElseThrow(() -> new NotFound("There is no such paint."));
        facts.keeps(me, id).ifPresent(why -> {
            throw new Taken(
                    "paint-has-swatches",
                    p.name() + " " + why + ", so its record stays. When it is used up or given away, say so"
                            + " of its holdings; nothing was deleted.",
                    null);
        });
        acts.act(me, () -> "Deleted " + p.name() + " (" + p.number() + ")", () -> rows.remove(me, "paint", id));
    }

    /**
     * What the eye says of a paint, today. Part of the act under way.
     *
     * @param chart the sitting it was said at, if any
     */
    public long noted(Collector me, long paint, EyeTrait trait, String step, @Nullable Long chart) {
        Map<String, Object> row = new HashMap<>();
        row.put("paint_id", paint);
        row.put("trait", trait);
        row.put("value", trait.step(step));
        row.put("source", PaperWord.Source.EYE);
        row.put("seen_on", LocalDate.now(clock));
        row.put("created_at", clock.instant());
        row.put("chart_id", chart);
        return rows.add(me, "observation", row);
    }

    /** Takes back what was said at a sitting. Part of the act under way. */
    public void withdraw(Collector me, long paint, EyeTrait trait, String step, long chart) {
        rows.ids(me, "observation", Map.of("paint_id", paint, "chart_id", chart, "trait", trait, "value", step))
                .forEach(o -> rows.remove(me, "observation", o));
    }

    @Transactional
    public long addHolding(Collector me, long paint, NewHolding typed) {
        Map<String, Object> h = holding(typed);
        return acts.act(
                me,
                () -> "Added a " + ((HoldingForm) h.get("form")).words() + " of " + nameOf(me, paint),
                () -> hold(me, paint, h));
    }

    @Transactional
    public long changeHolding(Collector me, long id, NewHolding typed) {
        PaintStore.HoldingRow old = store.holding(me, id).orElseThrow(() -> new NotFound("There is no such holding."));
        Map<String, Object> h = holding(typed);
        acts.act(
                me,
                () -> "Changed a holding of " + nameOf(me, old.paintId()),
                () -> rows.change(me, "holding", id, h, typed.version() == null ? 1 : typed.version(), () -> old));
        return old.paintId();
    }

    @Transactional
    public void deleteHolding(Collector me, long id) {
        PaintStore.HoldingRow old = store.holding(me, id).orElseThrow(() -> new NotFound("There is no such holding."));
        acts.act(me, () -> "Deleted a holding of " + nameOf(me, old.paintId()), () -> rows.remove(me, "holding", id));
    }

    /** Notes what the eye says; earlier observations stay. */
    @Transactional
    public void observe(Collector me, long paint, NewObservation typed) {
        EyeTrait trait = EyeTrait.parse(Fields.text(typed.trait()));
        String value = trait.step(Fields.text(typed.value()));
        PaperWord.Source source = Fields.text(typed.source()).equalsIgnoreCase("FADING_TEST")
                ? PaperWord.Source.FADING_TEST
                : PaperWord.Source.EYE;
        if (source == PaperWord.Source.FADING_TEST && trait != EyeTrait.LIGHTFASTNESS) {
            throw Refusal.of("source", "A fading test speaks of lightfastness only.", "Leave the source out.");
        }
        LocalDate today = LocalDate.now(clock);
        LocalDate on = Fields.day("on", typed.on(), today);
        if (on.isAfter(today.plusDays(1))) {
            throw Refusal.of("on", "The day " + on + " is still to come.", "Write the day you looked.");
        }
        String note = Words.lines("note", typed.note(), 1000);
        String paper = Words.line("paper", typed.paper(), 120);
        if (typed.chart() != null) ownership.require(me, "chart", typed.chart());
        acts.act(
                me,
                () -> "Noted " + value.toLowerCase(Locale.ROOT).replace('_', ' ') + " "
                        + trait.name().toLowerCase(Locale.ROOT) + " of " + nameOf(me, paint),
                () -> rows.add(
                        me,
                        "observation",
                        new PaintStore.ObservationRow(
                                0,
                                paint,
                                trait.name(),
                                value,
                                source.name(),
                                note,
                                on,
                                Utc.of(clock.instant()),
                                paper,
                                typed.chart())));
    }

    @Transactional
    public void deleteObservation(Collector me, long id) {
        PaintStore.ObservationRow o =
                store.observation(me, id).orElseThrow(() -> new NotFound("There is no such observation."));
        acts.act(
                me,
                () -> "Deleted an observation of " + nameOf(me, o.paintId()),
                () -> rows.remove(me, "observation", id));
    }

    /** Where the collector keeps a colour on the cusp, once and for all; nothing lets it find its own family. */
    @Transactional
    public void keepFamily(Collector me, long paint, @Nullable String typed) {
        Family family = Fields.text(typed).isBlank() ? null : Fields.one("family", typed, Family.values());
        Map<String, Object> row = new HashMap<>();
        row.put("family", family);
        acts.act(
                me,
                () -> family == null
                        ? "Let a colour find its own family"
                        : "Keeps a colour with the " + family.words() + "s",
                () -> rows.change(me, "paint", paint, row));
    }

    private String nameOf(Collector me, long paint) {
        return store.paint(me, paint).map(PaintStore.PaintRow::name).orElse("a paint");
    }

    private record Checked(
            String name,
            String otherNames,
            String maker,
            String line,
            @Nullable Long colour,
            @Nullable Long edition,
            String labelText,
            @Nullable Integer series,
            boolean wished,
            String note,
            Makers.Claims claims) {}

    private Checked check(Collector me, NewPaint p, List<Refusal.Fault> faults) {
        String name = Fields.tried(faults, () -> Words.needed("name", p.name(), 160));
        String otherNames = Fields.tried(faults, () -> Words.line("other names", p.otherNames(), 400));
        String maker = Fields.tried(faults, () -> Words.line("maker", p.maker(), 120));
        String line = Fields.tried(faults, () -> Words.line("line", p.line(), 120));
        String pigments = Fields.tried(faults, () -> Words.line("pigments", p.pigments(), LabelReader.MOST));
        if (pigments != null) Fields.tried(faults, () -> reader.read(pigments));
        Integer series = Fields.tried(faults, () -> Makers.series(p.series()));
        String note = Fields.tried(faults, () -> Words.lines("note", p.note(), 4000));
        Makers.Claims claims = p.claims() == null ? Makers.Claims.NONE : p.claims();
        for (Trait trait : Trait.values()) Fields.tried(faults, () -> claims.written(trait));
        if (line != null && !line.isEmpty() && maker != null && maker.isEmpty() && p.colour() == null) {
            faults.add(new Refusal.Fault("maker", "The line “" + line + "” has no maker.", "Write who makes it."));
        }
        if (p.colour() != null) ownership.require(me, "colour", p.colour());
        if (p.edition() != null) ownership.require(me, "edition", p.edition());
        return new Checked(
                name,
                otherNames,
                maker,
                line,
                p.colour(),
                p.edition(),
                pigments,
                series,
                Boolean.TRUE.equals(p.wished()),
                note,
                claims);
    }

    /** What the collector typed of a paint, as its row; makers and lines are made where they are new. */
    private Map<String, Object> row(Collector me, Checked c) {
        Long maker = null;
        Long line = null;
        if (c.colour != null) {
            MakerStore.LineRow of =
                    makerStore.line(me, makers.ownColour(me, c.colour).lineId()).orElseThrow();
            maker = of.makerId();
            line = of.id();
        } else if (!c.maker.isEmpty()) {
            maker = makers.makerCalled(me, c.maker);
            if (!c.line.isEmpty()) line = makers.lineCalled(me, maker, c.line);
        }
        Map<String, Object> row = new HashMap<>();
        row.put("name", c.name);
        row.put("other_names", c.otherNames);
        row.put("maker_id", maker);
        row.put("line_id", line);
        row.put("colour_id", c.colour);
        row.put("edition_id", c.edition);
        row.put("label_text", c.labelText);
        row.put("series", c.series);
        row.put("wished", c.wished);
        row.put("note", c.note);
        for (Trait trait : Trait.values()) row.put("claim_" + trait.words(), c.claims.written(trait));
        return row;
    }

    private static Map<String, Object> holding(NewHolding typed) {
        List<Refusal.Fault> faults = new ArrayList<>();
        HoldingForm form =
                Fields.tried(faults, () -> Fields.one("form", Fields.text(typed.form()), HoldingForm.values()));
        HoldingState state = Fields.tried(
                faults, () -> Fields.one("state", typed.state(), HoldingState.HERE, HoldingState.values()));
        BigDecimal volume = Fields.text(typed.volume()).isBlank()
                ? null
                : Fields.tried(faults, () -> Volume.parse(typed.volume()).ml());
        Money price = Fields.text(typed.price()).isBlank()
                ? null
                : Fields.tried(
                        faults,
                        () -> Prices.parse(
                                typed.price(), Fields.text(typed.currency()).isBlank() ? "EUR" : typed.currency()));
        int left = typed.left() == null ? 100 : typed.left();
        if (left < 0 || left > 100) {
            faults.add(new Refusal.Fault("left", left + " % cannot be left.", "Write a number from 0 to 100."));
        }
        LocalDate cameOn = Fields.text(typed.cameOn()).isBlank()
                ? null
                : Fields.tried(faults, () -> Fields.day("cameOn", typed.cameOn(), null));
        Map<String, Object> row = new HashMap<>();
        row.put("form", form);
        row.put("volume", volume);
        row.put("left_percent", state == HoldingState.USED_UP ? 0 : left);
        row.put("state", state);
        row.put("kept_where", Fields.tried(faults, () -> Words.line("kept where", typed.keptWhere(), 160)));
        row.put("came_from", Fields.tried(faults, () -> Words.line("from", typed.from(), 160)));
        row.put("came_on", cameOn);
        row.put("price", price == null ? null : price.getAmount());
        row.put("currency", price == null ? null : price.getCurrencyUnit().getCode());
        row.put("note", Fields.tried(faults, () -> Words.lines("note", typed.note(), 1000)));
        if (!faults.isEmpty()) throw new Refusal(faults);
        return row;
    }
}
