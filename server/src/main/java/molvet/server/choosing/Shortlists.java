package molvet.server.choosing;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.choosing.FinalCut;
import molvet.core.choosing.ThreeQuestions;
import molvet.core.choosing.TrialMark;
import molvet.core.measure.Decimals;
import molvet.core.measure.Prices;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.arrival.ArrivalReading;
import molvet.server.arrival.Arrivals;
import molvet.server.choosing.ShortlistStore.CandidateRow;
import molvet.server.choosing.ShortlistStore.ShortlistRow;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintStore;
import molvet.server.collection.Paints;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Shortlists are made, filled, tried and decided; notes of research are kept. One act, one transaction. */
@Service
public class Shortlists {
    private static final int MOST_SHORTLISTS = 200;

    private final ShortlistStore store;
    private final ShortlistViews views;
    private final ShortlistQuestions questions;
    private final ShortlistDecision decision;
    private final PaintStore paintStore;
    private final Paints paints;
    private final ArrivalReading reading;
    private final Arrivals arrivals;
    private final Finder finder;
    private final Ownership ownership;
    private final Acts acts;
    private final Rows rows;
    private final Clock clock;

    Shortlists(
            ShortlistStore store,
            ShortlistViews views,
            ShortlistQuestions questions,
            ShortlistDecision decision,
            PaintStore paintStore,
            Paints paints,
            ArrivalReading reading,
            Arrivals arrivals,
            Finder finder,
            Ownership ownership,
            Acts acts,
            Rows rows,
            Clock clock) {
        this.store = store;
        this.views = views;
        this.questions = questions;
        this.decision = decision;
        this.paintStore = paintStore;
        this.paints = paints;
        this.reading = reading;
        this.arrivals = arrivals;
        this.finder = finder;
        this.ownership = ownership;
        this.acts = acts;
        this.rows = rows;
        this.clock = clock;
    }

    /** Taken or left by hand, whatever the final cut would say. */
    enum ByHand {
        TAKEN,
        LEFT
    }

    enum Decided {
        CHOSEN,
        PASSED
    }

    /** @param budget in {@code currency}, EUR if left out; an empty one: none is set */
    public record NewShortlist(
            @Nullable String name,
            @Nullable String purpose,
            @Nullable Integer wells,
            @Nullable String budget,
            @Nullable String currency,
            @Nullable Integer version) {}

    /**
     * What is put on a shortlist, one way or another.
     *
     * @param find all that it finds
     * @param colours of makers’ charts, which are wished for then
     * @param text a paint a line, found by recipe or name, or else wished for
     * @param question which of the three it answers; by itself, all that it suggests, each with its evidence
     */
    public record Candidates(
            @Nullable List<Long> paints,
            @Nullable List<Long> colours,
            @Nullable String find,
            @Nullable String text,
            @OneOf(ThreeQuestions.Question.class) @Nullable String question,
            @Nullable String reason) {}

    /** @param liking how much it counts; null: as trials say. @param price empty: what is known of it */
    record ChangedCandidate(
            @Nullable Boolean must,
            @Nullable Double liking,
            @Nullable String price,
            @OneOf(ByHand.class) @Nullable String byHand,
            @Nullable String reason,
            @Nullable Integer version) {}

    public record NewMark(
            @OneOf(TrialMark.class) String mark, @Nullable String word) {}

    public record NewNote(
            long paint,
            @Nullable String said,
            @Nullable String readWhere,
            @Nullable String price,
            @Nullable String currency,
            @Nullable String volume,
            @Nullable String on) {}

    /** @param chosen by candidate; all others are passed over */
    record Decision(
            @Nullable List<Long> chosen,
            @Nullable String why,
            @Nullable Integer version) {}

    ShortlistRow shortlist(Collector me, long id) {
        return store.shortlist(me, id).orElseThrow(() -> new NotFound("There is no such shortlist."));
    }

    CandidateRow candidate(Collector me, long id) {
        return store.candidate(me, id).orElseThrow(() -> new NotFound("It stands on no shortlist any more."));
    }

    /** The candidates of a shortlist by the names of their paints. */
    @Transactional(readOnly = true)
    public Map<String, Long> standing(Collector me, long id) {
        return store.candidates(me, id).stream()
                .collect(Collectors.toMap(
                        c -> paintStore.paint(me, c.paintId()).orElseThrow().name(), CandidateRow::id, (a, b) -> a));
    }

    private LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    @Transactional
    public long add(Collector me, NewShortlist typed) {
        if (store.names(me).size() >= MOST_SHORTLISTS) {
            throw Refusal.of("name", MOST_SHORTLISTS + " shortlists are kept already.", "Delete one first.");
        }
        Map<String, Object> row = row(me, typed, null);
        row.put("begun_on", today());
        return acts.act(me, () -> "Began the shortlist " + row.get("name"), () -> rows.add(me, "shortlist", row));
    }

    @Transactional
    public void change(Collector me, long id, NewShortlist typed) {
        ShortlistRow s = shortlist(me, id);
        Map<String, Object> row = row(me, typed, s);
        acts.act(
                me,
                () -> "Changed the shortlist " + row.get("name"),
                () -> rows.change(me, "shortlist", id, row, typed.version(), () -> views.page(me, shortlist(me, id))));
    }

    private Map<String, Object> row(Collector me, NewShortlist typed, @Nullable ShortlistRow was) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Map<String, Object> row = new HashMap<>();
        String name = Fields.tried(faults, () -> Words.needed("name", Fields.text(typed.name()), 120));
        row.put("name", name);
        row.put("purpose", Fields.tried(faults, () -> Words.lines("purpose", Fields.text(typed.purpose()), 1000)));
        int wells = typed.wells() == null ? 0 : typed.wells();
        if (wells < 1 || wells > FinalCut.MOST_WELLS) {
            faults.add(new Refusal.Fault(
                    "wells",
                    "There are between 1 and " + FinalCut.MOST_WELLS + " wells to fill.",
                    "Say how many the palette has for it."));
        }
        row.put("wells", wells);
        boolean limited = !Fields.text(typed.budget()).isBlank();
        String currency = Fields.text(typed.currency()).isBlank() ? "EUR" : Fields.text(typed.currency());
        row.put(
                "currency",
                Fields.tried(
                        faults,
                        () -> Prices.parse("0", currency).getCurrencyUnit().getCode()));
        row.put(
                "budget",
                limited
                        ? Fields.tried(
                                faults,
                                () -> Prices.parse(Fields.text(typed.budget()), currency)
                                        .getAmount())
                        : Optional.empty());
        if (name != null
                && store.shortlists(me).stream()
                        .anyMatch(s -> s.name().equalsIgnoreCase(name) && (was == null || was.id() != s.id()))) {
            faults.add(new Refusal.Fault("name", "There is a shortlist “" + name + "” already.", "Call it otherwise."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        return row;
    }

    @Transactional
    public void delete(Collector me, long id) {
        ShortlistRow s = shortlist(me, id);
        acts.act(me, () -> "Deleted the shortlist " + s.name(), () -> rows.remove(me, "shortlist", id));
    }

    // ---- candidates -------------------------------------------------------------------------------------------------

    /** What became of what was put on it: a sentence for each line that was typed. */
    public record Put(int added, int there, List<String> said) {}

    @Transactional
    public Put put(Collector me, long id, Candidates typed) {
        ShortlistRow s = shortlist(me, id);
        String reason = Words.lines("reason", Fields.text(typed.reason()), 1000);
        String question = Fields.text(typed.question()).isBlank()
                ? ""
                : Fields.one("question", typed.question(), ThreeQuestions.Question.values())
                        .name();
        Map<Long, String> wanted = new LinkedHashMap<>();
        List<String> said = new ArrayList<>();
        if (typed.paints() != null) {
            typed.paints().stream().filter(Objects::nonNull).forEach(p -> {
                ownership.require(me, "paint", p);
                wanted.put(p, reason);
            });
        }
        if (!Fields.text(typed.find()).isBlank()) {
            finder.ids(me, typed.find(), FinalCut.MOST_CANDIDATES + 1).forEach(p -> wanted.put(p, reason));
        }
        List<ArrivalReading.Resolved> lines =
                Fields.text(typed.text()).isBlank() ? List.of() : reading.resolved(me, typed.text());
        Map<Long, BigDecimal> prices = new HashMap<>();
        lines.forEach(l -> l.paint().ifPresent(p -> {
            wanted.put(p, reason);
            price(s, l).ifPresent(amount -> prices.put(p, amount));
            said.add(ShortlistDecision.ended("“" + l.written() + "” is " + name(me, p) + ", " + l.how()));
        }));
        Map<Long, String> colours = new LinkedHashMap<>();
        if (typed.colours() != null) {
            typed.colours().stream().filter(Objects::nonNull).forEach(c -> {
                ownership.require(me, "colour", c);
                colours.put(c, reason);
            });
        }
        if (!question.isEmpty() && wanted.isEmpty() && colours.isEmpty() && lines.isEmpty()) {
            questions.questions(me, s).answers().stream()
                    .filter(a -> a.question().equals(question))
                    .flatMap(a -> a.suggestions().stream())
                    .forEach(x -> {
                        if (x.paint() != null) wanted.put(x.paint().id(), x.because());
                        else colours.put(x.colour(), x.because());
                    });
        }
        List<ArrivalReading.Resolved> fresh =
                lines.stream().filter(l -> l.paint().isEmpty()).toList();
        Set<Long> there =
                store.candidates(me, id).stream().map(CandidateRow::paintId).collect(Collectors.toSet());
        int before = wanted.size();
        wanted.keySet().removeAll(there);
        int had = before - wanted.size();
        int added = wanted.size() + fresh.size() + colours.size();
        if (added + there.size() > FinalCut.MOST_CANDIDATES) {
            throw Refusal.of(
                    "candidates",
                    "More than " + FinalCut.MOST_CANDIDATES
                            + " would stand on it, and that many are the most that can be weighed."
                            + " Nothing was added.",
                    "Take a narrower find, or let some go first.");
        }
        if (added == 0) {
            if (had > 0) return new Put(0, had, said);
            throw Refusal.of(
                    "candidates",
                    "There is no paint in it. Nothing was added.",
                    "Name a paint, write a find, or paste a list, one a line.");
        }
        acts.act(
                me,
                () -> "Put " + (added == 1 ? "a paint" : added + " paints") + " on the shortlist " + s.name(),
                () -> {
                    for (ArrivalReading.Resolved l : fresh) {
                        long paint = paints.catalogue(me, l.typed().wished(true));
                        wanted.put(paint, reason);
                        price(s, l).ifPresent(amount -> prices.put(paint, amount));
                        said.add("“" + l.written() + "” is " + name(me, paint) + ", " + l.how()
                                + "; it is wished for now.");
                    }
                    colours.forEach(
                            (colour, why) -> wanted.put(paints.catalogue(me, questions.ofChart(me, colour)), why));
                    wanted.forEach((paint, why) -> {
                        Map<String, Object> row = new HashMap<>(
                                Map.of("shortlist_id", id, "paint_id", paint, "question", question, "reason", why));
                        row.put("price", prices.get(paint));
                        rows.add(me, "shortlist_candidate", row);
                    });
                });
        return new Put(added, had, said);
    }

    /** What a line says it costs; nothing in another currency. */
    private static Optional<BigDecimal> price(ShortlistRow s, ArrivalReading.Resolved line) {
        return line.currency().filter(c -> !c.equals(s.currency())).isPresent() ? Optional.empty() : line.price();
    }

    private String name(Collector me, long paint) {
        PaintStore.PaintRow p = paintStore.paint(me, paint).orElseThrow();
        return p.number() + " " + p.name();
    }

    @Transactional
    public long change(Collector me, long id, ChangedCandidate typed) {
        CandidateRow c = candidate(me, id);
        ShortlistRow s = shortlist(me, c.shortlistId());
        if (typed.liking() != null && !(typed.liking() >= 0 && typed.liking() <= 10)) {
            throw Refusal.of(
                    "liking", "How much it counts lies between 0 and 10.", "1 is a plain wish, 3 a strong one.");
        }
        Map<String, Object> row = new HashMap<>();
        row.put("must", typed.must() == null ? c.must() : typed.must());
        row.put("liking", Optional.ofNullable(typed.liking()));
        row.put(
                "price",
                Fields.text(typed.price()).isBlank()
                        ? Optional.empty()
                        : Prices.parse(typed.price(), s.currency()).getAmount());
        row.put(
                "by_hand",
                Fields.text(typed.byHand()).isBlank()
                        ? ""
                        : Fields.one("byHand", typed.byHand(), ByHand.values()).name());
        row.put("reason", typed.reason() == null ? c.reason() : Words.lines("reason", typed.reason(), 1000));
        acts.act(
                me,
                () -> "Changed " + name(me, c.paintId()) + " on the shortlist " + s.name(),
                () -> rows.change(
                        me,
                        "shortlist_candidate",
                        id,
                        row,
                        typed.version(),
                        () -> views.page(me, shortlist(me, s.id()))));
        return s.id();
    }

    @Transactional
    public long remove(Collector me, long id) {
        CandidateRow c = candidate(me, id);
        String name = name(me, c.paintId());
        acts.act(me, () -> "Took " + name + " off the shortlist", () -> rows.remove(me, "shortlist_candidate", id));
        return c.shortlistId();
    }

    /** Earlier marks stay; the latest counts. */
    @Transactional
    public long mark(Collector me, long id, NewMark typed) {
        CandidateRow c = candidate(me, id);
        TrialMark mark = Fields.one("mark", Fields.text(typed.mark()), TrialMark.values());
        String word = Words.line("word", Fields.text(typed.word()), 300);
        String name = name(me, c.paintId());
        acts.act(
                me,
                () -> "Marked " + name + " " + mark.words(),
                () -> rows.add(
                        me,
                        "trial_mark",
                        Map.of(
                                "shortlist_candidate_id",
                                id,
                                "mark",
                                mark.name(),
                                "word",
                                word,
                                "marked_at",
                                clock.instant())));
        return c.shortlistId();
    }

    // ---- research ---------------------------------------------------------------------------------------------------

    @Transactional
    public void note(Collector me, NewNote typed) {
        ownership.require(me, "paint", typed.paint());
        List<Refusal.Fault> faults = new ArrayList<>();
        Map<String, Object> row = new HashMap<>();
        row.put("paint_id", typed.paint());
        row.put("said", Fields.tried(faults, () -> Words.lines("said", Fields.text(typed.said()), 1000)));
        row.put("read_where", Fields.tried(faults, () -> Words.line("readWhere", Fields.text(typed.readWhere()), 300)));
        boolean priced = !Fields.text(typed.price()).isBlank();
        if (priced) {
            var price =
                    Fields.tried(faults, () -> Prices.parse(Fields.text(typed.price()), Fields.text(typed.currency())));
            if (price != null) {
                row.put("price", price.getAmount());
                row.put("currency", price.getCurrencyUnit().getCode());
            }
            if (!Fields.text(typed.volume()).isBlank()) {
                BigDecimal ml = Fields.tried(faults, () -> Decimals.parse("volume", typed.volume()));
                if (ml != null && (ml.signum() <= 0 || ml.compareTo(new BigDecimal(2000)) > 0)) {
                    faults.add(new Refusal.Fault("volume", "A tube holds more than 0 and at most 2000 ml.", "Say ml."));
                }
                row.put("volume", ml);
            }
        }
        row.put("noted_on", Fields.tried(faults, () -> Fields.day("on", typed.on(), today())));
        if (Fields.text(typed.said()).isBlank() && !priced) {
            faults.add(new Refusal.Fault("said", "There is nothing to note.", "Write what you read, or a price."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        String name = name(me, typed.paint());
        acts.act(me, () -> "Noted something of " + name, () -> rows.add(me, "research_note", row));
    }

    @Transactional
    public void forget(Collector me, long id) {
        var n = store.note(me, id).orElseThrow(() -> new NotFound("There is no such note."));
        String name = name(me, n.paintId());
        acts.act(me, () -> "Deleted a note of " + name, () -> rows.remove(me, "research_note", id));
    }

    // ---- the decision -----------------------------------------------------------------------------------------------

    /** Each keeps why: what was chosen, and what was passed over with what serves instead. */
    @Transactional
    public void decide(Collector me, long id, Decision typed) {
        ShortlistRow s = shortlist(me, id);
        String why = Words.lines("why", Fields.text(typed.why()), 300);
        Map<Long, String> reasons = decision.reasons(me, s, typed.chosen() == null ? List.of() : typed.chosen(), why);
        Set<Long> chosen = Set.copyOf(typed.chosen() == null ? List.of() : typed.chosen());
        acts.act(me, () -> "Decided the shortlist " + s.name(), () -> {
            rows.change(
                    me,
                    "shortlist",
                    id,
                    Map.of("decided_on", today()),
                    typed.version(),
                    () -> views.page(me, shortlist(me, id)));
            reasons.forEach((candidate, reason) -> rows.change(
                    me,
                    "shortlist_candidate",
                    candidate,
                    Map.of(
                            "decided",
                            chosen.contains(candidate) ? Decided.CHOSEN.name() : Decided.PASSED.name(),
                            "decided_why",
                            reason.length() > 600 ? reason.substring(0, 599) + "…" : reason)));
        });
    }

    /** What was chosen and is not owned, as the draft of an arrival. @return the arrival */
    @Transactional
    public long order(Collector me, long id) {
        ShortlistRow s = shortlist(me, id);
        String text = decision.order(me, s);
        if (text.isEmpty()) {
            throw Refusal.of(
                    "chosen",
                    s.decidedOn() == null
                            ? "Nothing is chosen yet."
                            : "All that was chosen is owned already: there is nothing to order.",
                    s.decidedOn() == null ? "Make the final cut and keep it first." : "Lay it into a palette.");
        }
        return arrivals.start(
                me,
                new Arrivals.NewArrival(
                        "HAUL", s.name(), null, null, null, s.currency(), text, null, null, null, null));
    }
}
