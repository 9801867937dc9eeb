package molvet.server.collection;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.PaperWord;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Trait;
import molvet.server.account.Acts;
import molvet.server.account.Collector;
import molvet.server.account.Fields;
import molvet.server.account.NotFound;
import molvet.server.account.Ownership;
import molvet.server.account.Stale;
import molvet.server.account.Taken;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
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

    Paints(
            PaintStore store,
            PaintFacts facts,
            Makers makers,
            MakerStore makerStore,
            Ownership ownership,
            LabelReader reader,
            Acts acts,
            Clock clock) {
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
     * A paint as typed. Only {@code name} is needed. {@code maker} and {@code line} are names, made when new; with a
     * {@code colour} of a maker's chart both follow from it. A {@code form} makes the first holding.
     */
    public record NewPaint(
            String name,
            @Nullable String maker,
            @Nullable String line,
            @Nullable Long colour,
            @Nullable Long edition,
            @Nullable String pigments,
            @Nullable Integer series,
            @Nullable Boolean wished,
            @Nullable String note,
            Makers.@Nullable Claims claims,
            @Nullable String form,
            @Nullable String volume,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String keptWhere,
            @Nullable String from,
            @Nullable String cameOn,
            @Nullable Integer version) {}

    public record NewHolding(
            String form,
            @Nullable String volume,
            @Nullable Integer left,
            @Nullable String state,
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
            @Nullable String source,
            @Nullable String paper,
            @Nullable Long chart) {}

    @Transactional
    public long add(Collector me, NewPaint typed) {
        Accession[] accession = new Accession[1];
        long id = acts.act(me, () -> "Catalogued " + typed.name().strip() + " as " + accession[0], List.of(), made -> {
            long paint = catalogue(me, typed, made);
            accession[0] = store.paint(me, paint).orElseThrow().number();
            return paint;
        });
        facts.refresh(me, id);
        return id;
    }

    /**
     * Catalogues a paint as part of a larger act; what follows from it is for the act to refresh.
     *
     * @throws Refusal naming every field that cannot be
     */
    public long catalogue(Collector me, NewPaint typed, Acts.Made made) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Checked c = check(me, typed, faults);
        Optional<PaintStore.HoldingRow> holding =
                typed.form() == null || typed.form().isBlank()
                        ? Optional.empty()
                        : Optional.ofNullable(Fields.tried(
                                faults,
                                () -> holding(
                                        0,
                                        new NewHolding(
                                                typed.form(),
                                                typed.volume(),
                                                100,
                                                null,
                                                typed.keptWhere(),
                                                typed.from(),
                                                typed.cameOn(),
                                                typed.price(),
                                                typed.currency(),
                                                null,
                                                null))));
        if (!faults.isEmpty()) throw new Refusal(faults);
        long paint = made.row("paint", store.add(me, row(me, 0, store.nextAccession(me), 1, c, made)));
        holding.ifPresent(h -> made.row("holding", store.addHolding(me, withPaint(h, paint))));
        return paint;
    }

    /** Adds a holding as part of a larger act; see {@link #catalogue}. */
    public long hold(Collector me, long paint, NewHolding typed, Acts.Made made) {
        return made.row("holding", store.addHolding(me, withPaint(holding(0, typed), paint)));
    }

    @Transactional
    public void change(Collector me, long id, NewPaint typed, java.util.function.Supplier<Object> current) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Checked c = check(me, typed, faults);
        if (typed.version() == null) {
            faults.add(new Refusal.Fault("version", "The version is missing.", "Send the version you read."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        PaintStore.PaintRow old = store.paint(me, id).orElseThrow(() -> new NotFound("There is no such paint."));
        acts.act(me, () -> "Changed " + c.name, List.of(new Acts.Row("paint", id)), made -> {
            if (!store.change(me, row(me, id, old.accession(), typed.version(), c, made))) {
                throw new Stale(
                        "It was changed in another window since you opened it. Nothing was overwritten; choose which"
                                + " words stay.",
                        current.get());
            }
            return null;
        });
        facts.refresh(me, id);
    }

    /** Takes back a paint that was catalogued by mistake. Its accession number stays used. */
    @Transactional
    public void delete(Collector me, long id) {
        PaintStore.PaintRow p = store.paint(me, id).orElseThrow(() -> new NotFound("There is no such paint."));
        if (store.swatches(me, id) > 0) {
            throw new Taken(
                    "paint-has-swatches",
                    p.name() + " has swatches on paper, so its record stays. When it is used up or given away, say so"
                            + " of its holdings; nothing was deleted.",
                    null);
        }
        List<Acts.Row> rows = new ArrayList<>(List.of(new Acts.Row("paint", id)));
        store.holdings(me, id).forEach(h -> rows.add(new Acts.Row("holding", h.id())));
        store.observations(me, id).forEach(o -> rows.add(new Acts.Row("observation", o.id())));
        // Charts that planned it lose it, and get it back when the deletion is undone.
        store.cellsOf(me, id).forEach(c -> rows.add(new Acts.Row("chart_cell", c)));
        acts.act(me, () -> "Deleted " + p.name() + " (" + p.number() + ")", rows, made -> {
            store.delete(me, id);
            return null;
        });
    }

    /** An observation at a sitting, as part of a larger act; see {@link #catalogue}. */
    public long noted(Collector me, long paint, EyeTrait trait, String step, long chart) {
        return store.addObservation(
                me,
                new PaintStore.ObservationRow(
                        0,
                        paint,
                        trait.name(),
                        trait.step(step),
                        PaperWord.Source.EYE.name(),
                        "",
                        LocalDate.now(clock),
                        PaintStore.now(clock),
                        "",
                        chart));
    }

    /** Observations of a sitting that said this. */
    public List<Long> notedAt(Collector me, long paint, EyeTrait trait, String step, long chart) {
        return store.observations(me, paint).stream()
                .filter(o -> o.chartId() != null && o.chartId() == chart)
                .filter(o -> o.trait().equals(trait.name()) && o.value().equals(step))
                .map(PaintStore.ObservationRow::id)
                .toList();
    }

    /** Takes an observation back, as part of a larger act that names its row. */
    public void withdraw(Collector me, long observation) {
        store.deleteObservation(me, observation);
    }

    @Transactional
    public long addHolding(Collector me, long paint, NewHolding typed) {
        PaintStore.HoldingRow h = withPaint(holding(0, typed), paint);
        long id = acts.act(
                me,
                () -> "Added a " + HoldingForm.valueOf(h.form()).words() + " of " + nameOf(me, paint),
                List.of(),
                made -> made.row("holding", store.addHolding(me, h)));
        facts.refresh(me, paint);
        return id;
    }

    @Transactional
    public long changeHolding(Collector me, long id, NewHolding typed) {
        PaintStore.HoldingRow old = store.holding(me, id).orElseThrow(() -> new NotFound("There is no such holding."));
        PaintStore.HoldingRow h = withPaint(holding(id, typed), old.paintId());
        acts.act(
                me,
                () -> "Changed a holding of " + nameOf(me, old.paintId()),
                List.of(new Acts.Row("holding", id)),
                made -> {
                    if (!store.changeHolding(me, h)) {
                        throw new Stale(
                                "It was changed in another window since you opened it. Nothing was overwritten.", old);
                    }
                    return null;
                });
        facts.refresh(me, old.paintId());
        return old.paintId();
    }

    @Transactional
    public void deleteHolding(Collector me, long id) {
        PaintStore.HoldingRow old = store.holding(me, id).orElseThrow(() -> new NotFound("There is no such holding."));
        acts.act(
                me,
                () -> "Deleted a holding of " + nameOf(me, old.paintId()),
                List.of(new Acts.Row("holding", id)),
                made -> {
                    store.deleteHolding(me, id);
                    return null;
                });
        facts.refresh(me, old.paintId());
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
        if (typed.chart() != null && !store.hasChart(me, typed.chart())) {
            throw new NotFound("There is no chart " + typed.chart() + " in your collection.");
        }
        acts.act(
                me,
                () -> "Noted " + value.toLowerCase(Locale.ROOT).replace('_', ' ') + " "
                        + trait.name().toLowerCase(Locale.ROOT) + " of " + nameOf(me, paint),
                List.of(),
                made -> made.row(
                        "observation",
                        store.addObservation(
                                me,
                                new PaintStore.ObservationRow(
                                        0,
                                        paint,
                                        trait.name(),
                                        value,
                                        source.name(),
                                        note,
                                        on,
                                        PaintStore.now(clock),
                                        paper,
                                        typed.chart()))));
        facts.refresh(me, paint);
    }

    @Transactional
    public void deleteObservation(Collector me, long id) {
        PaintStore.ObservationRow o =
                store.observation(me, id).orElseThrow(() -> new NotFound("There is no such observation."));
        acts.act(
                me,
                () -> "Deleted an observation of " + nameOf(me, o.paintId()),
                List.of(new Acts.Row("observation", id)),
                made -> {
                    store.deleteObservation(me, id);
                    return null;
                });
        facts.refresh(me, o.paintId());
    }

    private String nameOf(Collector me, long paint) {
        return store.paint(me, paint).map(PaintStore.PaintRow::name).orElse("a paint");
    }

    private record Checked(
            String name,
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

    private PaintStore.PaintRow row(Collector me, long id, int accession, int version, Checked c, Acts.Made made) {
        Long maker = null;
        Long line = null;
        if (c.colour != null) {
            MakerStore.LineRow of =
                    makerStore.line(me, makers.ownColour(me, c.colour).lineId()).orElseThrow();
            maker = of.makerId();
            line = of.id();
        } else if (!c.maker.isEmpty()) {
            maker = makers.makerCalled(me, c.maker, made);
            if (!c.line.isEmpty()) line = makers.lineCalled(me, maker, c.line, made);
        }
        return new PaintStore.PaintRow(
                id,
                accession,
                c.name,
                maker,
                line,
                c.colour,
                c.edition,
                c.labelText,
                c.series,
                c.wished,
                c.note,
                c.claims.written(Trait.LIGHTFASTNESS),
                c.claims.written(Trait.TRANSPARENCY),
                c.claims.written(Trait.STAINING),
                c.claims.written(Trait.GRANULATION),
                PaintStore.now(clock),
                version,
                null);
    }

    private PaintStore.HoldingRow holding(long id, NewHolding typed) {
        List<Refusal.Fault> faults = new ArrayList<>();
        HoldingForm form =
                Fields.tried(faults, () -> Fields.one("form", Fields.text(typed.form()), HoldingForm.values()));
        HoldingState state = Fields.text(typed.state()).isBlank()
                ? HoldingState.HERE
                : Fields.tried(faults, () -> Fields.one("state", Fields.text(typed.state()), HoldingState.values()));
        BigDecimal volume = Fields.text(typed.volume()).isBlank()
                ? null
                : Fields.tried(
                        faults, () -> Volume.parse(Fields.text(typed.volume())).ml());
        Money price = Fields.text(typed.price()).isBlank()
                ? null
                : Fields.tried(
                        faults,
                        () -> Prices.parse(
                                Fields.text(typed.price()),
                                Fields.text(typed.currency()).isBlank() ? "EUR" : Fields.text(typed.currency())));
        int left = typed.left() == null ? 100 : typed.left();
        if (left < 0 || left > 100) {
            faults.add(new Refusal.Fault("left", left + " % cannot be left.", "Write a number from 0 to 100."));
        }
        LocalDate cameOn = Fields.text(typed.cameOn()).isBlank()
                ? null
                : Fields.tried(faults, () -> Fields.day("cameOn", typed.cameOn(), null));
        String where = Fields.tried(faults, () -> Words.line("kept where", typed.keptWhere(), 160));
        String from = Fields.tried(faults, () -> Words.line("from", typed.from(), 160));
        String note = Fields.tried(faults, () -> Words.lines("note", typed.note(), 1000));
        if (!faults.isEmpty()) throw new Refusal(faults);
        return new PaintStore.HoldingRow(
                id,
                0,
                form.name(),
                volume,
                state == HoldingState.USED_UP ? 0 : left,
                state.name(),
                where,
                from,
                cameOn,
                price == null ? null : price.getAmount(),
                price == null ? null : price.getCurrencyUnit().getCode(),
                note,
                typed.version() == null ? 1 : typed.version());
    }

    private static PaintStore.HoldingRow withPaint(PaintStore.HoldingRow h, long paint) {
        return new PaintStore.HoldingRow(
                h.id(),
                paint,
                h.form(),
                h.volume(),
                h.leftPercent(),
                h.state(),
                h.keptWhere(),
                h.cameFrom(),
                h.cameOn(),
                h.price(),
                h.currency(),
                h.note(),
                h.version());
    }
}
