package molvet.server.sharing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.mixing.Mixes;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** One thing shown to whoever has its address, until a day, and taken back at once. Who gave a paint is never shown. */
@Service
public class Shares {
    private static final int MOST_PAINTS = 500;
    private static final int MOST_DAYS = 3 * 366;

    enum Kind {
        CHART,
        PALETTE,
        FIND,
        KEEPER,
        REPORT,
        PAINT
    }

    enum Hidden {
        PRICES,
        PLACES,
        NOTES,
        GIVERS
    }

    private final SharingStore store;
    private final PaintViews views;
    private final Mixes mixes;
    private final Finder finder;
    private final Acts acts;
    private final Rows rows;
    private final JsonMapper json;
    private final Clock clock;

    Shares(
            SharingStore store,
            PaintViews views,
            Mixes mixes,
            Finder finder,
            Acts acts,
            Rows rows,
            JsonMapper json,
            Clock clock) {
        this.store = store;
        this.views = views;
        this.mixes = mixes;
        this.finder = finder;
        this.acts = acts;
        this.rows = rows;
        this.json = json;
        this.clock = clock;
    }

    /**
     * @param of what is shared; {@code id} of a chart, palette, keeper or paint, {@code find} of a find or report
     * @param until the last day it is shown; a month from today if left out
     * @param hide what is kept back; all of it if left out. Givers are kept back always
     * @param live shown as it is when it is looked at, instead of as it was when it was shared
     */
    record NewShare(
            @OneOf(Kind.class) String of,
            @Nullable Long id,
            @Nullable String find,
            @Nullable String until,
            @OneOf(Hidden.class) @Nullable List<String> hide,
            @Nullable Boolean live) {}

    /** {@code address} is told this once: it is kept nowhere. */
    record Shared(long share, String address, String until, String title) {}

    @Transactional
    public Shared share(Collector me, NewShare typed) {
        Kind kind = Fields.one("of", typed.of(), Kind.values());
        String find = Words.line("find", Fields.text(typed.find()), 2000);
        boolean ofFind = kind == Kind.FIND || kind == Kind.REPORT;
        if (ofFind != (typed.id() == null)) {
            throw Refusal.of(
                    ofFind ? "find" : "id",
                    ofFind ? "A find is shared by its words, not by a number." : "Which one is to be shared?",
                    ofFind ? "Give find, and no id." : "Give its id.");
        }
        LocalDate today = LocalDate.now(clock.withZone(ZoneOffset.UTC));
        LocalDate until = Fields.day("until", typed.until(), today.plusMonths(1));
        if (until.isBefore(today) || until.isAfter(today.plusDays(MOST_DAYS))) {
            throw Refusal.of(
                    "until", "It can be shared until a day in the next three years.", "Choose a later or nearer day.");
        }
        Set<Hidden> hide = typed.hide() == null ? EnumSet.allOf(Hidden.class) : EnumSet.of(Hidden.GIVERS);
        if (typed.hide() != null) typed.hide().forEach(h -> hide.add(Fields.one("hide", h, Hidden.values())));
        String title = title(me, kind, typed.id(), find);
        Shown shown = shown(me, kind, typed.id(), find, ofFind ? called(kind) : title, hide);
        if (shown.paints().isEmpty()) {
            throw Refusal.of(
                    ofFind ? "find" : "id", "There is no paint in it that could be shown.", "Share another thing.");
        }
        String word = ShareWord.fresh();
        Map<String, Object> row = new HashMap<>();
        row.put("word_hash", ShareWord.hash(word));
        row.put("kind", kind);
        row.put("title", title);
        row.put("of_id", typed.id());
        row.put("find", find);
        row.put("hide", hide.stream().map(Enum::name).collect(Collectors.joining(",")));
        row.put("until", until);
        row.put("shown", Boolean.TRUE.equals(typed.live()) ? null : json.writeValueAsString(shown));
        row.put("created_at", clock.instant());
        long id = acts.act(
                me, () -> "Shared " + title + " until " + DayInWords.of(until), () -> rows.add(me, "share", row));
        return new Shared(id, "/s/" + word, until.toString(), title);
    }

    /** The words of a find may name a giver or a place, so that they are not shown. */
    private static String called(Kind kind) {
        return kind == Kind.REPORT ? "A report on paints" : "Paints";
    }

    private String title(Collector me, Kind kind, @Nullable Long id, String find) {
        if (id == null) return find.isBlank() ? "Collection" : find.length() > 200 ? find.substring(0, 200) : find;
        Optional<SharingStore.Thing> thing = switch (kind) {
            case CHART -> store.chart(me, id);
            case PALETTE -> store.palette(me, id);
            case KEEPER -> store.keeper(me, id);
            default -> store.paint(me, id);
        };
        return thing.orElseThrow(() -> new NotFound(
                        "There is no such " + kind.name().toLowerCase(Locale.ROOT) + " in your collection."))
                .title();
    }

    /** Where each paint is in the thing, in its order. */
    private Map<Long, String> paints(Collector me, Kind kind, @Nullable Long id, String find) {
        Map<Long, String> all = new LinkedHashMap<>();
        switch (kind) {
            case CHART -> store.onChart(me, id).forEach(p -> all.putIfAbsent(p.paintId(), ""));
            case PALETTE ->
                store.inPalette(me, id)
                        .forEach(p -> all.merge(p.paintId(), "well " + p.at(), (a, b) -> a + ", " + b.substring(5)));
            case KEEPER -> store.inKeeper(me, id).forEach(p -> all.putIfAbsent(p.paintId(), ""));
            case PAINT -> all.put(id, "");
            case FIND, REPORT -> finder.ids(me, find, MOST_PAINTS + 1).forEach(p -> all.put(p, ""));
        }
        return all;
    }

    private Shown shown(Collector me, Kind kind, @Nullable Long id, String find, String title, Set<Hidden> hide) {
        Map<Long, String> where = paints(me, kind, id, find);
        List<Long> ids = where.keySet().stream().limit(MOST_PAINTS).toList();
        boolean tells = !hide.contains(Hidden.PRICES) || !hide.contains(Hidden.NOTES);
        List<Shown.ShownPaint> paints = new ArrayList<>();
        for (PaintViews.PaintEntry e : views.entries(me, ids)) {
            SharingStore.Told told = tells ? store.told(me, e.id()) : new SharingStore.Told("", null, null);
            paints.add(new Shown.ShownPaint(
                    where.getOrDefault(e.id(), ""),
                    e.name(),
                    e.maker() == null ? "" : e.maker(),
                    e.recipe(),
                    e.strip() == null ? List.of() : e.strip().stops(),
                    traits(e),
                    hide.contains(Hidden.PLACES) ? null : e.placeInWords(),
                    hide.contains(Hidden.PRICES) || told.price() == null
                            ? null
                            : told.currency() + " " + CollectionTable.price(told.price(), told.currency()),
                    hide.contains(Hidden.NOTES) ? null : told.note()));
        }
        List<String> said = new ArrayList<>();
        if (kind == Kind.REPORT) said.addAll(report(paints));
        if (where.size() > MOST_PAINTS) said.add("The first " + MOST_PAINTS + " are shown.");
        return new Shown(
                title,
                kind.name().toLowerCase(Locale.ROOT),
                said,
                LocalDate.now(clock.withZone(ZoneOffset.UTC)).toString(),
                paints,
                kind == Kind.CHART ? mixtures(me, id) : List.of());
    }

    private List<Shown.ShownMixture> mixtures(Collector me, long chart) {
        List<Mixes.OnChart> all = mixes.onChart(me, chart);
        List<Long> ids = all.stream()
                .flatMap(m -> m.parts().keySet().stream())
                .distinct()
                .toList();
        Map<Long, String> names =
                views.entries(me, ids).stream().collect(Collectors.toMap(PaintViews.PaintEntry::id, e -> e.name()));
        return all.stream()
                .limit(MOST_PAINTS)
                .map(m -> new Shown.ShownMixture(inWords(m, names), m.colours()))
                .toList();
    }

    /** “Kelp Blue with Cliff Ochre, 3 : 1”. */
    private static String inWords(Mixes.OnChart m, Map<Long, String> names) {
        double least = Collections.min(m.parts().values());
        List<String> parts = m.parts().values().stream()
                .map(p -> BigDecimal.valueOf(p / least)
                        .setScale(1, RoundingMode.HALF_UP)
                        .stripTrailingZeros()
                        .toPlainString())
                .toList();
        return m.parts().keySet().stream().map(names::get).collect(Collectors.joining(" with "))
                + (parts.stream().allMatch("1"::equals) ? "" : ", " + String.join("\u00a0:\u00a0", parts))
                + (m.strength() < 1 ? ", at " + Math.round(100 * m.strength()) + "\u00a0% strength" : "");
    }

    /** Verdicts in words, trait by trait. */
    static List<String> traits(PaintViews.PaintEntry e) {
        return e.voices().stream()
                .filter(v -> v.verdict() != null)
                .map(v -> {
                    Trait trait = Trait.valueOf(v.trait().toUpperCase(Locale.ROOT));
                    return trait.words() + " " + trait.scale().get(v.verdict()).words();
                })
                .toList();
    }

    /** Counts of the verdicts, trait by trait, each along its scale. */
    private static List<String> report(List<Shown.ShownPaint> paints) {
        Map<String, Long> counts = paints.stream()
                .flatMap(p -> p.traits().stream())
                .collect(Collectors.groupingBy(t -> t, Collectors.counting()));
        return Arrays.stream(Trait.values())
                .map(t -> t.scale().stream()
                        .map(Grade::words)
                        .filter(step -> counts.containsKey(t.words() + " " + step))
                        .map(step -> counts.get(t.words() + " " + step) + " " + step)
                        .collect(Collectors.joining(", ", t.words() + ": ", "")))
                .filter(line -> !line.endsWith(": "))
                .toList();
    }

    /** A day on which it was looked at, and how often. */
    record LookView(String day, int looks) {}

    /** The word of its address is not among it: that is known to those who were told. */
    record ShareView(
            long share,
            @OneOf(Kind.class) String of,
            String title,
            String until,
            boolean over,
            boolean live,
            List<String> hide,
            String sharedOn,
            int looks,
            List<LookView> days) {}

    @Transactional(readOnly = true)
    public List<ShareView> all(Collector me) {
        return store.shares(me).stream().map(s -> view(me, s)).toList();
    }

    @Transactional(readOnly = true)
    public ShareView one(Collector me, long id) {
        return view(me, store.share(me, id).orElseThrow(Shares::none));
    }

    private ShareView view(Collector me, SharingStore.ShareRow s) {
        return new ShareView(
                s.id(),
                s.kind(),
                s.title(),
                s.until().toString(),
                isOver(s),
                s.shown() == null,
                s.hide().isEmpty() ? List.of() : List.of(s.hide().split(",")),
                s.createdAt().toLocalDate().toString(),
                s.looks(),
                store.looks(me, s.id()).stream()
                        .map(l -> new LookView(l.day().toString(), l.looks()))
                        .toList());
    }

    /** Taken back at once: its address leads nowhere from now on. */
    @Transactional
    public void takeBack(Collector me, long id) {
        SharingStore.ShareRow s = store.share(me, id).orElseThrow(Shares::none);
        acts.act(me, () -> "Took back what was shared of " + s.title(), () -> rows.remove(me, "share", id));
    }

    private static NotFound none() {
        return new NotFound("There is no such share.");
    }

    private boolean isOver(SharingStore.ShareRow s) {
        return s.until().isBefore(LocalDate.now(clock.withZone(ZoneOffset.UTC)));
    }

    /**
     * What is shown under a word; counted as looked at, where {@code counted}.
     *
     * @throws NotFound for a word that opens nothing, or no more: which of both is not told
     */
    @Transactional
    public Shown look(String word, boolean counted) {
        SharingStore.ShareRow s = store.shared(ShareWord.hash(word))
                .filter(r -> !isOver(r))
                .orElseThrow(() -> new NotFound("Nothing is shared at this address, or not any more."));
        Shown shown = s.shown() != null
                ? json.readValue(s.shown(), Shown.class)
                : shown(
                        new Collector(s.collectorId(), ""),
                        Kind.valueOf(s.kind()),
                        s.ofId(),
                        s.find(),
                        s.ofId() == null ? called(Kind.valueOf(s.kind())) : s.title(),
                        s.hide().isEmpty()
                                ? Set.of()
                                : java.util.Arrays.stream(s.hide().split(","))
                                        .map(Hidden::valueOf)
                                        .collect(Collectors.toSet()));
        if (shown.paints().isEmpty()) throw new NotFound("What was shared here is not there any more.");
        if (counted) store.looked(s, LocalDate.now(clock.withZone(ZoneOffset.UTC)));
        return shown;
    }
}
