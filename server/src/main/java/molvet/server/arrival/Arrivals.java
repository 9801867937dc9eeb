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
import molvet.core.measure.Decimals;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.collection.Paints;
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
 * Arrivals: drafts that wait, what they cost, and thanks; logging is {@link ArrivalLog}’s. A giver who asked not to be named is taken out of
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
    private final Paints paints;
    private final Sealed sealed;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;

    Arrivals(ArrivalStore store, Paints paints, Sealed sealed, Acts acts, JsonMapper json, Clock clock, Rows rows) {
        this.rows = rows;
        this.store = store;
        this.paints = paints;
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

    // ---- drafts -----------------------------------------------------------------------------------------------------

    @Transactional
    public long start(Collector me, NewArrival asTyped) {
        NewArrival typed = asTyped.unnamed();
        Map<String, Object> row = checked(typed);
        row.put("text", store.draftText(me, (String) row.get("text")));
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
        row.put("text", store.draftText(me, (String) row.get("text")));
        acts.quietly(me, () -> {
            rows.change(me, "arrival", id, row, typed.version(), current);
            keepGivers(me, id, typed);
        });
    }

    static void requireDraft(ArrivalStore.ArrivalRow a) {
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

    // ---- what it costs ----------------------------------------------------------------------------------------------

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

    // ---- merging and thanks -----------------------------------------------------------------------------------------

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
