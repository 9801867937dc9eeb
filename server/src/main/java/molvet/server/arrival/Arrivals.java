package molvet.server.arrival;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.LandedCost;
import molvet.core.arrival.QuickLine;
import molvet.core.arrival.QuickReader;
import molvet.core.collection.Accession;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.Trait;
import molvet.server.collection.Paints;
import molvet.server.maker.MakerStore;
import molvet.server.maker.Makers;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import molvet.server.platform.Sealed;
import molvet.server.platform.Taken;
import org.joda.money.CurrencyUnit;
import org.joda.money.IllegalCurrencyException;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * Arrivals: drafts that wait, logged in one act and undone in one. A giver who asked not to be named is taken out of
 * every word that is kept, and stands there as “giver 1”.
 */
@Service
public class Arrivals {
    static final String DRAFT = "DRAFT";
    static final String LOGGED = "LOGGED";
    static final String HERE = "HERE";
    static final String AWAITED = "AWAITED";
    /** How a giver without a name is called wherever a holding came from them. */
    static final String NOT_NAMED = "somebody who is not named";

    private final ArrivalStore store;
    private final ArrivalReading reading;
    private final Paints paints;
    private final Makers makers;
    private final Sealed sealed;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;

    Arrivals(
            ArrivalStore store,
            ArrivalReading reading,
            Paints paints,
            Makers makers,
            Sealed sealed,
            Acts acts,
            JsonMapper json,
            Clock clock,
            Rows rows) {
        this.rows = rows;
        this.store = store;
        this.reading = reading;
        this.paints = paints;
        this.makers = makers;
        this.sealed = sealed;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
    }

    /** Whether a giver is named, kept encrypted, or not kept at all. */
    public enum Naming {
        NAMED,
        KEPT,
        NOT_KEPT
    }

    /** @param id of a giver that stands already; {@code name} may then be left out to keep it as it is */
    public record NewGiver(
            @Nullable Long id,
            @Nullable String name,
            @OneOf(Arrivals.Naming.class) @Nullable String naming,
            @Nullable Boolean thanksOwed,
            @Nullable String note) {}

    /** {@code text}: a paint a line, see the core’s QuickReader. {@code currency}: EUR if left out. */
    public record NewArrival(
            @OneOf(ArrivalKind.class) @Nullable String kind,
            @Nullable String title,
            @Nullable String cameOn,
            @Nullable String from,
            @Nullable String maker,
            @Nullable String currency,
            @Nullable String text,
            @Nullable String note,
            @Nullable ArrivalSheet sheet,
            @Nullable List<NewGiver> givers,
            @Nullable Integer version) {
        /** “From Bo (anonymous)” makes Bo a giver who is not named, and whose name is not kept. */
        NewArrival unnamed() {
            QuickReader.Unnamed found = QuickReader.Unnamed.in(Fields.text(text));
            if (found.names().isEmpty()) return this;
            List<NewGiver> all = new ArrayList<>(givers == null ? List.of() : givers);
            for (String name : found.names()) {
                all.removeIf(g -> name.equalsIgnoreCase(Fields.text(g.name()).strip()));
                all.add(new NewGiver(null, name, Naming.NOT_KEPT.name(), true, null));
            }
            return new NewArrival(kind, title, cameOn, from, maker, currency, found.text(), note, sheet, all, version);
        }
    }

    public record NewThanks(
            @Nullable Boolean owed,
            @Nullable String thankedOn,
            @Nullable String note) {}

    public record ParcelCame(int number, @Nullable String cameOn) {}

    // ---- drafts -----------------------------------------------------------------------------------------------------

    @Transactional
    public long start(Collector me, NewArrival asTyped) {
        NewArrival typed = asTyped.unnamed();
        Map<String, Object> row = checked(typed);
        row.put("state", DRAFT);
        row.put("created_at", clock.instant());
        return acts.quietly(me, () -> {
            long id = rows.add(me, "arrival", row);
            keepGivers(me, id, typed);
            return id;
        });
    }

    /** Keeps a draft as it is typed; saving is no act, logging is. @throws Stale if another window saved since */
    @Transactional
    public void save(Collector me, long id, NewArrival asTyped, java.util.function.Supplier<Object> current) {
        NewArrival typed = asTyped.unnamed();
        ArrivalStore.ArrivalRow old = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        requireDraft(old);
        Map<String, Object> row = checked(typed);
        acts.quietly(me, () -> {
            rows.change(me, "arrival", id, row, typed.version(), current);
            keepGivers(me, id, typed);
        });
    }

    /**
     * Throws a draft away, or takes a logged arrival back with what came in it; a paint that has a swatch, or came otherwise
     * too, stays.
     */
    @Transactional
    public void discard(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        if (a.state().equals(LOGGED)) {
            takeAway(me, a);
            return;
        }
        acts.act(me, () -> "Threw away the draft " + called(a), () -> rows.remove(me, "arrival", id));
    }

    private static void requireDraft(ArrivalStore.ArrivalRow a) {
        if (!a.state().equals(DRAFT)) {
            throw new Taken(
                    "logged-already",
                    called(a) + " is logged already. Open it and choose Correct to change it; nothing was changed.",
                    null);
        }
    }

    static NotFound none() {
        return new NotFound("There is no such arrival.");
    }

    static String called(ArrivalStore.ArrivalRow a) {
        return a.title().isEmpty()
                ? "the " + a.kind().toLowerCase(Locale.ROOT).replace('_', ' ')
                        + (a.cameOn() == null ? "" : " of " + a.cameOn())
                : "“" + a.title() + "”";
    }

    private Map<String, Object> checked(NewArrival typed) {
        List<Refusal.Fault> faults = new ArrayList<>();
        ArrivalKind kind =
                Fields.tried(faults, () -> Fields.one("kind", typed.kind(), ArrivalKind.HAUL, ArrivalKind.values()));
        String title = Fields.tried(faults, () -> Words.line("title", typed.title(), 160));
        String from = Fields.tried(faults, () -> Words.line("from", typed.from(), 160));
        String maker = Fields.tried(faults, () -> Words.line("maker", typed.maker(), 120));
        String note = Fields.tried(faults, () -> Words.lines("note", typed.note(), 4000));
        String text = Fields.tried(faults, () -> Words.lines("text", typed.text(), QuickReader.MOST_CHARACTERS));
        LocalDate on = Fields.text(typed.cameOn()).isBlank()
                ? null
                : Fields.tried(faults, () -> Fields.day("cameOn", typed.cameOn(), null));
        String currency = Fields.tried(
                faults, () -> currency(Fields.text(typed.currency())).getCode());
        ArrivalSheet sheet =
                Fields.tried(faults, () -> (typed.sheet() == null ? ArrivalSheet.BLANK : typed.sheet()).checked());
        if (!faults.isEmpty()) throw new Refusal(faults);
        Naming[] namings = Naming.values();
        List<NewGiver> givers = typed.givers() == null ? List.of() : typed.givers();
        if (givers.size() > 40) {
            throw Refusal.of("givers", "More than 40 givers.", "Log them as two arrivals.");
        }
        for (int i = 0; i < givers.size(); i++) {
            NewGiver g = givers.get(i);
            if (Fields.one("naming", g.naming(), Naming.NAMED, namings) == Naming.NAMED) continue;
            String name = Words.line("name", g.name(), 160);
            if (name.isEmpty()) continue;
            String instead = "giver " + (i + 1);
            text = without(text, name, instead);
            title = without(title, name, instead);
            from = without(from, name, instead);
            note = without(note, name, instead);
        }
        Map<String, Object> row = new HashMap<>();
        row.put("kind", kind);
        row.put("title", title);
        row.put("came_on", on);
        row.put("came_from", from);
        row.put("maker", maker);
        row.put("currency", currency);
        row.put("text", text);
        row.put("lines_hash", hash(text));
        row.put("sheet", json.writeValueAsString(sheet));
        row.put("note", note);
        return row;
    }

    private static String without(String text, String name, String instead) {
        return Pattern.compile(
                        "(?<![\\p{L}\\p{N}])" + Pattern.quote(name) + "(?![\\p{L}\\p{N}])",
                        Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE)
                .matcher(text)
                .replaceAll(Matcher.quoteReplacement(instead));
    }

    static CurrencyUnit currency(String code) {
        try {
            return CurrencyUnit.of(code.isBlank() ? "EUR" : code.strip().toUpperCase(Locale.ROOT));
        } catch (IllegalCurrencyException e) {
            throw Refusal.of("currency", "“" + code + "” is not a currency code.", "Write it like EUR, GBP or USD.");
        }
    }

    /** Lines made comparable: folded, without blanks, sorted. */
    private static String hash(String text) {
        List<String> lines = text.lines()
                .map(Words::folded)
                .filter(l -> !l.isEmpty())
                .sorted()
                .toList();
        if (lines.isEmpty()) return "";
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256")
                            .digest(String.join("\n", lines).getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private void keepGivers(Collector me, long arrival, NewArrival typed) {
        List<ArrivalStore.GiverRow> old = new ArrayList<>(store.givers(me, arrival));
        List<NewGiver> givers = typed.givers() == null ? List.of() : typed.givers();
        for (int i = 0; i < givers.size(); i++) {
            NewGiver g = givers.get(i);
            Optional<ArrivalStore.GiverRow> was =
                    old.stream().filter(o -> g.id() != null && o.id() == g.id()).findFirst();
            was.ifPresent(old::remove);
            Naming naming = Fields.one("naming", g.naming(), Naming.NAMED, Naming.values());
            String name = Words.line("name", g.name(), 160);
            byte[] secret = null;
            if (naming == Naming.KEPT) {
                secret = name.isEmpty() ? was.map(ArrivalStore.GiverRow::sealed).orElse(null) : sealed.seal(me, name);
            }
            Map<String, Object> row = new HashMap<>();
            row.put("arrival_id", arrival);
            row.put("position", i + 1);
            row.put("name", naming == Naming.NAMED ? name : "");
            row.put("naming", naming);
            row.put("sealed", secret);
            row.put("thanks_owed", !Boolean.FALSE.equals(g.thanksOwed()));
            row.put("note", Words.lines("note", g.note(), 1000));
            if (was.isPresent()) rows.change(me, "giver", was.get().id(), row);
            else rows.add(me, "giver", row);
        }
        old.forEach(o -> rows.remove(me, "giver", o.id()));
    }

    // ---- logging ----------------------------------------------------------------------------------------------------

    /** The lines of a draft as bills take them: what costs nothing costs nothing, whatever its value. */
    static List<LandedCost.Line> billed(ArrivalKind kind, List<ArrivalReading.Matched> lines) {
        return lines.stream()
                .map(ArrivalReading.Matched::line)
                .filter(l -> l.kind() == QuickLine.Kind.PAINT || l.kind() == QuickLine.Kind.THING)
                .map(l -> new LandedCost.Line(
                        kind.isGiven() || kind == ArrivalKind.FOUND_AGAIN
                                ? BigDecimal.ZERO
                                : l.unitPrice().orElse(BigDecimal.ZERO),
                        l.quantity(),
                        l.kind() == QuickLine.Kind.THING
                                ? Optional.empty()
                                : l.volume().map(v -> v.ml()),
                        l.discountPercent()))
                .toList();
    }

    static ArrivalSheet.Charges charges(List<ArrivalReading.Matched> lines) {
        Map<QuickLine.Charge, BigDecimal> sums = new TreeMap<>();
        BigDecimal percent = BigDecimal.ZERO;
        for (ArrivalReading.Matched m : lines) {
            Optional<QuickLine.Charge> charge = m.line().charge();
            if (charge.isEmpty()) continue;
            m.line().unitPrice().ifPresent(p -> sums.merge(charge.get(), p, BigDecimal::add));
            if (charge.get() == QuickLine.Charge.ORDER_DISCOUNT
                    && m.line().unitPrice().isEmpty()) {
                percent = percent.add(m.line().discountPercent());
            }
        }
        return new ArrivalSheet.Charges(
                sums.getOrDefault(QuickLine.Charge.SHIPPING, BigDecimal.ZERO),
                sums.getOrDefault(QuickLine.Charge.DUTY, BigDecimal.ZERO),
                sums.getOrDefault(QuickLine.Charge.COURIER, BigDecimal.ZERO),
                sums.getOrDefault(QuickLine.Charge.VOUCHER, BigDecimal.ZERO)
                        .add(sums.getOrDefault(QuickLine.Charge.ORDER_DISCOUNT, BigDecimal.ZERO)),
                percent);
    }

    ArrivalSheet sheet(ArrivalStore.ArrivalRow a) {
        return json.readValue(a.sheet(), ArrivalSheet.class);
    }

    /** The bill of a draft by one of its ways. */
    LandedCost.Bill bill(ArrivalStore.ArrivalRow a, List<ArrivalReading.Matched> lines, ArrivalSheet.Way way) {
        CurrencyUnit currency = CurrencyUnit.of(a.currency());
        return LandedCost.of(
                currency, billed(ArrivalKind.valueOf(a.kind()), lines), sheet(a).extras(way, currency, charges(lines)));
    }

    /** Another currency the collector counts in, at the rate as typed. */
    Optional<LandedCost.Bill> home(
            ArrivalStore.ArrivalRow a, List<ArrivalReading.Matched> lines, LandedCost.Bill bill) {
        ArrivalSheet sheet = sheet(a);
        if (Fields.text(sheet.homeCurrency()).isBlank()
                || Fields.text(sheet.rate()).isBlank()) {
            return Optional.empty();
        }
        return Optional.of(LandedCost.in(
                bill,
                billed(ArrivalKind.valueOf(a.kind()), lines),
                currency(Fields.text(sheet.homeCurrency())),
                Decimals.parse("rate", Fields.text(sheet.rate()))));
    }

    /**
     * Logs a draft: every line becomes what it is, in one act. Lines of parcels still on their way wait for them. A draft that
     * corrects a logged arrival takes its place.
     *
     * @return the arrival that is logged now
     * @throws Refusal naming every line that cannot be logged
     */
    @Transactional
    public long log(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        requireDraft(a);
        List<ArrivalReading.Matched> lines = reading.matched(me, a.text(), a.maker());
        List<ArrivalReading.Matched> goods = goods(lines);
        if (goods.isEmpty()) {
            throw Refusal.of("text", "There is no line to log yet.", "Type or paste what came, one paint a line.");
        }
        List<Refusal.Fault> faults = new ArrayList<>();
        for (ArrivalReading.Matched m : goods) {
            if (m.line().name().isEmpty()) {
                faults.add(new Refusal.Fault(
                        "line " + m.line().line(),
                        "Line " + m.line().line() + " has no name.",
                        "Write [name: …] on it, or take it out."));
            }
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        LandedCost.Bill bill = bill(a, lines, sheet(a).waysOrOne().get(sheet(a).chosenWay()));
        LocalDate on = a.cameOn() == null ? LocalDate.now(clock) : a.cameOn();
        int pieces = goods.stream()
                .filter(m -> m.line().kind() == QuickLine.Kind.PAINT)
                .mapToInt(m -> m.line().quantity())
                .sum();
        String counted = called(a) + ": " + pieces + (pieces == 1 ? " paint" : " paints");
        if (a.corrects() != null) {
            return acts.act(
                    me, () -> "Corrected " + counted, () -> corrected(me, a, a.corrects(), goods, lines, bill, on));
        }
        acts.act(me, () -> "Logged " + counted, () -> {
            rows.change(me, "arrival", id, Map.of("state", LOGGED, "came_on", on, "logged_at", clock.instant()));
            takeScales(me, a, lines);
            List<ArrivalStore.GiverRow> givers = store.givers(me, id);
            Map<String, Long> sameHere = new TreeMap<>();
            for (int i = 0; i < goods.size(); i++) {
                ArrivalReading.Matched m = goods.get(i);
                Long paint = paintOf(me, m, sameHere);
                ArrivalStore.LineRow line = keepLine(me, a, m, bill.lines().get(i), givers, paint);
                holdings(
                                a,
                                line,
                                from(a, giver(givers, m.line().from()), m.line().from()),
                                on)
                        .forEach(h -> hold(me, a.id(), h));
            }
        });
        return id;
    }

    private static List<ArrivalReading.Matched> goods(List<ArrivalReading.Matched> lines) {
        return lines.stream()
                .filter(m -> m.line().kind() == QuickLine.Kind.PAINT || m.line().kind() == QuickLine.Kind.THING)
                .toList();
    }

    /** Makers who had no scale for the symbols on these lines get the one that was proposed, unless it was declined. */
    private void takeScales(Collector me, ArrivalStore.ArrivalRow a, List<ArrivalReading.Matched> lines) {
        if (Boolean.TRUE.equals(sheet(a).withoutScales())) return;
        reading.proposed(me, lines).forEach((maker, scale) -> makers.scaleOf(me, maker, scale));
    }

    /** The paint a line is one more of, or a new one; nothing of it stays where all of it is given away. */
    private @Nullable Long paintOf(Collector me, ArrivalReading.Matched m, Map<String, Long> sameHere) {
        QuickLine l = m.line();
        if (l.kind() != QuickLine.Kind.PAINT || l.quantity() == l.toGive()) return null;
        String key = m.same()
                .map(o -> "#" + o.paint())
                .orElse(Words.folded(l.maker() + "|" + l.name()) + "|"
                        + m.recipe().fingerprint().orElse(""));
        boolean apart = l.as().equalsIgnoreCase("new");
        Long before = apart ? null : sameHere.get(key);
        Long id = before != null ? before : m.same().map(o -> o.paint()).orElse(null);
        if (id == null) id = paints.catalogue(me, newPaint(m));
        if (!apart) sameHere.put(key, id);
        return id;
    }

    private ArrivalStore.LineRow keepLine(
            Collector me,
            ArrivalStore.ArrivalRow a,
            ArrivalReading.Matched m,
            LandedCost.LineCost cost,
            List<ArrivalStore.GiverRow> givers,
            @Nullable Long paint) {
        QuickLine l = m.line();
        ArrivalKind kind = ArrivalKind.valueOf(a.kind());
        HoldingForm form = l.form()
                .orElse(
                        kind == ArrivalKind.SAMPLE
                                ? HoldingForm.SAMPLE
                                : kind == ArrivalKind.DOT_CARD ? HoldingForm.DOT : HoldingForm.TUBE);
        ArrivalStore.LineRow row = new ArrivalStore.LineRow(
                0,
                a.id(),
                l.line(),
                l.kind().name(),
                sheet(a).hasCome(l.parcel().orElse(null)) ? HERE : AWAITED,
                l.name(),
                l.maker(),
                l.written().length() > 1000 ? l.written().substring(0, 1000) : l.written(),
                paint,
                giver(givers, l.from()).map(ArrivalStore.GiverRow::id).orElse(null),
                l.kind() == QuickLine.Kind.PAINT ? form.name() : null,
                l.volume().map(v -> v.ml()).orElse(null),
                l.quantity(),
                l.toGive(),
                l.giftFor(),
                l.unitPrice().orElse(null),
                l.listPrice().orElse(null),
                l.discountPercent(),
                cost.goods().getAmount(),
                cost.paid().getAmount(),
                cost.landed().getAmount(),
                a.currency(),
                l.parcel().orElse(null));
        rows.add(me, "arrival_line", row);
        return row;
    }

    // ---- correcting and taking away ---------------------------------------------------------------------------------

    /** Opens a logged arrival to be corrected: a draft with its words, which takes its place when it is logged. */
    @Transactional
    public long correct(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        if (a.state().equals(DRAFT)) return id;
        if (a.kind().equals(ArrivalKind.DOT_CARD.name())) {
            throw Refusal.of(
                    "arrival",
                    "A dot card is corrected on its own page.",
                    "Open the dot card and change its dots there.");
        }
        List<Long> begun = rows.ids(me, "arrival", Map.of("corrects", id));
        if (!begun.isEmpty()) return begun.get(0);
        return acts.quietly(me, () -> {
            Map<String, Object> row = words(a);
            row.put("state", DRAFT);
            row.put("corrects", id);
            row.put("created_at", clock.instant());
            long draft = rows.add(me, "arrival", row);
            for (ArrivalStore.GiverRow g : store.givers(me, id)) {
                Map<String, Object> giver = new HashMap<>();
                giver.put("arrival_id", draft);
                giver.put("position", g.position());
                giver.put("name", g.name());
                giver.put("naming", g.naming());
                giver.put("sealed", g.sealed());
                giver.put("thanks_owed", g.thanksOwed());
                giver.put("thanked_on", g.thankedOn());
                giver.put("note", g.note());
                rows.add(me, "giver", giver);
            }
            return draft;
        });
    }

    private static Map<String, Object> words(ArrivalStore.ArrivalRow a) {
        Map<String, Object> row = new HashMap<>();
        row.put("kind", a.kind());
        row.put("title", a.title());
        row.put("came_on", a.cameOn());
        row.put("came_from", a.cameFrom());
        row.put("maker", a.maker());
        row.put("currency", a.currency());
        row.put("text", a.text());
        row.put("lines_hash", a.linesHash());
        row.put("sheet", a.sheet());
        row.put("note", a.note());
        return row;
    }

    /**
     * Puts a draft in the place of what it corrects. A line that stands as it stood, or where it stood, keeps its paint and
     * its holdings; what is said anew of a paint that came with this arrival alone is said of its record.
     */
    private long corrected(
            Collector me,
            ArrivalStore.ArrivalRow draft,
            long id,
            List<ArrivalReading.Matched> goods,
            List<ArrivalReading.Matched> lines,
            LandedCost.Bill bill,
            LocalDate on) {
        List<ArrivalStore.LineRow> old = new ArrayList<>(store.lines(me, id));
        List<ArrivalStore.LineRow> were = List.copyOf(old);
        List<Optional<ArrivalStore.LineRow>> before = paired(goods, old);
        Map<String, Object> row = words(draft);
        row.put("came_on", on);
        rows.change(me, "arrival", id, row);
        ArrivalStore.ArrivalRow a = store.arrival(me, id).orElseThrow();
        takeScales(me, a, lines);
        were.forEach(l -> rows.remove(me, "arrival_line", l.id()));
        store.givers(me, id).forEach(g -> rows.remove(me, "giver", g.id()));
        store.givers(me, draft.id()).forEach(g -> rows.change(me, "giver", g.id(), Map.of("arrival_id", id)));
        rows.remove(me, "arrival", draft.id());
        List<ArrivalStore.GiverRow> givers = store.givers(me, id);
        List<ArrivalStore.HoldingRow> free = new ArrayList<>(store.holdings(me, id));
        Map<String, Long> sameHere = new TreeMap<>();
        List<Held> wanted = new ArrayList<>();
        for (int i = 0; i < goods.size(); i++) {
            ArrivalReading.Matched m = goods.get(i);
            Long paint = before.get(i)
                    .map(ArrivalStore.LineRow::paintId)
                    .filter(p -> m.line().quantity() > m.line().toGive())
                    .orElse(null);
            if (paint == null) {
                paint = paintOf(me, m, sameHere);
            } else if (!before.get(i).orElseThrow().written().equals(m.line().written())
                    && store.cameOnlyWith(me, paint, id)) {
                paints.say(me, paint, newPaint(m));
            }
            ArrivalStore.LineRow line = keepLine(me, a, m, bill.lines().get(i), givers, paint);
            wanted.addAll(holdings(
                    a, line, from(a, giver(givers, m.line().from()), m.line().from()), on));
        }
        for (Held h : wanted) {
            Optional<ArrivalStore.HoldingRow> there = free.stream()
                    .filter(f -> f.paintId() == h.paint())
                    .min(java.util.Comparator.comparingInt(f -> f.unlike(h.what())));
            if (there.isEmpty()) {
                hold(me, id, h);
            } else {
                free.remove(there.get());
                paints.rehold(me, there.get().id(), h.what());
            }
        }
        free.forEach(f -> rows.remove(me, "holding", f.id()));
        were.stream()
                .map(ArrivalStore.LineRow::paintId)
                .filter(java.util.Objects::nonNull)
                .distinct()
                .forEach(p -> paints.removeIfBare(me, p));
        return id;
    }

    /** Each line with the one it was: the same words first, then the same place in the list. */
    private static List<Optional<ArrivalStore.LineRow>> paired(
            List<ArrivalReading.Matched> goods, List<ArrivalStore.LineRow> old) {
        List<ArrivalStore.LineRow> open = new ArrayList<>(old);
        List<Optional<ArrivalStore.LineRow>> all = new ArrayList<>();
        for (ArrivalReading.Matched m : goods) {
            Optional<ArrivalStore.LineRow> same = open.stream()
                    .filter(o -> o.written().equals(m.line().written()))
                    .findFirst();
            same.ifPresent(open::remove);
            all.add(same);
        }
        for (int i = 0; i < goods.size(); i++) {
            if (all.get(i).isPresent()) continue;
            QuickLine l = goods.get(i).line();
            Optional<ArrivalStore.LineRow> near = open.stream()
                    .filter(o -> o.kind().equals(l.kind().name())
                            && (o.position() == l.line()
                                    || Words.folded(o.name()).equals(Words.folded(l.name()))))
                    .findFirst();
            near.ifPresent(open::remove);
            all.set(i, near);
        }
        return all;
    }

    /** What would go with an arrival that is taken away, and which of its paints would stay, since more hangs on them. */
    record ArrivalGoing(int holdings, List<String> paints, List<String> staying) {}

    @Transactional(readOnly = true)
    public ArrivalGoing going(Collector me, long id) {
        store.arrival(me, id).orElseThrow(Arrivals::none);
        List<String> gone = new ArrayList<>();
        List<String> staying = new ArrayList<>();
        for (long paint : paintsOf(me, id)) {
            String called = store.accession(me, paint) + " " + store.nameOf(me, paint);
            if (store.cameOnlyWith(me, paint, id) && paints.isBareBut(me, paint)) gone.add(called);
            else staying.add(called);
        }
        return new ArrivalGoing(store.holdings(me, id).size(), gone, staying);
    }

    private List<Long> paintsOf(Collector me, long id) {
        return store.lines(me, id).stream()
                .map(ArrivalStore.LineRow::paintId)
                .filter(java.util.Objects::nonNull)
                .distinct()
                .toList();
    }

    private void takeAway(Collector me, ArrivalStore.ArrivalRow a) {
        long id = a.id();
        acts.act(me, () -> "Took away " + called(a), () -> {
            List<Long> came = paintsOf(me, id);
            store.holdings(me, id).forEach(h -> rows.remove(me, "holding", h.id()));
            rows.remove(me, "arrival", id);
            came.forEach(p -> paints.removeIfBare(me, p));
        });
    }

    private static Optional<ArrivalStore.GiverRow> giver(List<ArrivalStore.GiverRow> givers, String from) {
        if (from.isEmpty()) return givers.size() == 1 ? Optional.of(givers.get(0)) : Optional.empty();
        String wanted = Words.folded(from);
        return givers.stream()
                .filter(g -> Words.folded(g.name()).equals(wanted) || ("giver " + g.position()).equals(wanted))
                .findFirst();
    }

    private static String from(ArrivalStore.ArrivalRow a, Optional<ArrivalStore.GiverRow> giver, String written) {
        if (giver.isPresent())
            return giver.get().name().isEmpty() ? NOT_NAMED : giver.get().name();
        return written.isEmpty() ? a.cameFrom() : written;
    }

    static Paints.NewPaint newPaint(ArrivalReading.Matched m) {
        QuickLine l = m.line();
        String note = String.join("\n", l.unread());
        return new Paints.NewPaint(
                l.name(),
                l.also(),
                l.maker(),
                l.maker().isEmpty() ? "" : l.makersLine(),
                l.colour().orElse(null),
                m.edition().map(MakerStore.EditionRow::id).orElse(null),
                m.pigments(),
                l.series().orElse(null),
                false,
                note.length() > 4000 ? note.substring(0, 4000) : note,
                new Makers.Claims(
                        ArrivalReading.claim(m, Trait.LIGHTFASTNESS),
                        ArrivalReading.claim(m, Trait.TRANSPARENCY),
                        ArrivalReading.claim(m, Trait.STAINING),
                        ArrivalReading.claim(m, Trait.GRANULATION)),
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null);
    }

    /** A holding of a paint, as it came. */
    private record Held(long paint, Paints.NewHolding what) {}

    /** One holding for each piece that stays, at what a piece cost before its share of the parcel; none while it is awaited. */
    private static List<Held> holdings(ArrivalStore.ArrivalRow a, ArrivalStore.LineRow l, String from, LocalDate on) {
        if (l.paintId() == null || l.state().equals(AWAITED)) return List.of();
        boolean set = a.kind().equals(ArrivalKind.SET.name());
        // Logged before what was paid was kept: the goods as they stand on the bill.
        BigDecimal paid = l.paid() != null ? l.paid() : l.goods();
        BigDecimal each = paid == null
                ? BigDecimal.ZERO
                : paid.divide(BigDecimal.valueOf(l.quantity()), 2, java.math.RoundingMode.HALF_UP);
        Held one = new Held(
                l.paintId(),
                new Paints.NewHolding(
                        l.form(),
                        l.volume() == null ? null : l.volume().toPlainString(),
                        100,
                        null,
                        set && !a.title().isEmpty() ? inSet(a) : "",
                        from,
                        on.toString(),
                        each.signum() > 0 ? each.toPlainString() : null,
                        a.currency(),
                        null,
                        null));
        return java.util.Collections.nCopies(l.quantity() - l.toGive(), one);
    }

    private void hold(Collector me, long arrival, Held held) {
        long holding = paints.hold(me, held.paint, held.what);
        rows.change(me, "holding", holding, Map.of("arrival_id", arrival));
    }

    static String inSet(ArrivalStore.ArrivalRow a) {
        String where = "in the set " + a.title();
        return where.length() > 160 ? where.substring(0, 160) : where;
    }

    // ---- afterwards -------------------------------------------------------------------------------------------------

    /** A parcel that was on its way is here: its lines become holdings, in one act. */
    @Transactional
    public void parcelCame(Collector me, long id, ParcelCame came) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        LocalDate on = Fields.day("cameOn", came.cameOn(), LocalDate.now(clock));
        List<ArrivalStore.LineRow> waiting = store.lines(me, id).stream()
                .filter(l -> l.state().equals(AWAITED) && l.parcel() != null && l.parcel() == came.number())
                .toList();
        if (waiting.isEmpty()) {
            throw Refusal.of(
                    "number",
                    "Nothing is awaited in parcel " + came.number() + ".",
                    "Look at the lines: they say which parcel they wait for.");
        }
        List<ArrivalStore.GiverRow> givers = store.givers(me, id);
        acts.act(me, () -> "Parcel " + came.number() + " of " + called(a) + " came", () -> {
            for (ArrivalStore.LineRow l : waiting) {
                rows.change(me, "arrival_line", l.id(), Map.of("state", HERE));
                Optional<ArrivalStore.GiverRow> giver = givers.stream()
                        .filter(g -> l.giverId() != null && g.id() == l.giverId())
                        .findFirst();
                holdings(a, l.here(), from(a, giver, ""), on).forEach(h -> hold(me, a.id(), h));
            }
            String sheet = json.writeValueAsString(sheet(a).withParcel(came.number(), on.toString()));
            rows.change(me, "arrival", id, Map.of("sheet", sheet));
        });
    }

    /** Opens a set: its members no longer lie in it but stand by themselves. */
    @Transactional
    public void openSet(Collector me, long id) {
        ArrivalStore.ArrivalRow a = store.arrivalForUpdate(me, id).orElseThrow(Arrivals::none);
        List<Long> holdings = store.holdingsKept(me, id, inSet(a));
        if (holdings.isEmpty()) {
            throw Refusal.of("arrival", "No paint lies in this set any more.", "It is open already.");
        }
        acts.act(
                me,
                () -> "Opened the set " + a.title(),
                () -> holdings.forEach(h -> rows.change(me, "holding", h, Map.of("kept_where", ""))));
    }

    public record Merge(long into) {}

    /**
     * Two records turn out to be one paint: everything of the first goes to the other, and its number stays used.
     *
     * @throws Refusal if they are the same
     */
    @Transactional
    public void merge(Collector me, long paint, long into) {
        if (paint == into) {
            throw Refusal.of("into", "A paint cannot be merged with itself.", "Choose the record it should become.");
        }
        String[] said = {store.accession(me, paint), store.accession(me, into)};
        int number = Accession.parse(said[0]).orElseThrow().number();
        acts.act(me, () -> "Merged " + said[0] + " into " + said[1], () -> {
            rows.merge(me, "paint", paint, into);
            rows.remove(me, "paint", paint);
            paints.leadsOn(me, number, into);
        });
    }

    @Transactional
    public void thank(Collector me, long giver, NewThanks typed) {
        ArrivalStore.GiverRow g = store.giver(me, giver).orElseThrow(() -> new NotFound("There is no such giver."));
        LocalDate on =
                Fields.text(typed.thankedOn()).isBlank() ? null : Fields.day("thankedOn", typed.thankedOn(), null);
        boolean owed = typed.owed() == null ? g.thanksOwed() : typed.owed();
        String note = typed.note() == null ? g.note() : Words.lines("note", typed.note(), 1000);
        Map<String, Object> thanks = new HashMap<>();
        thanks.put("thanks_owed", owed);
        thanks.put("thanked_on", on);
        thanks.put("note", note);
        acts.act(
                me,
                () -> on != null
                        ? "Thanked " + (g.name().isEmpty() ? NOT_NAMED : g.name())
                        : "Changed what thanks are owed",
                () -> rows.change(me, "giver", giver, thanks));
    }

    /** The name of a giver who asked not to be named, for the collector’s eyes alone. */
    String reveal(Collector me, long giver) {
        ArrivalStore.GiverRow g = store.giver(me, giver).orElseThrow(() -> new NotFound("There is no such giver."));
        if (!g.name().isEmpty()) return g.name();
        if (g.sealed() == null) {
            throw Refusal.of("name", "The name of this giver was not kept.", "That was chosen when it was logged.");
        }
        return sealed.open(me, g.sealed());
    }
}
