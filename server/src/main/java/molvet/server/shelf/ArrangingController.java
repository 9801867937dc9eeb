package molvet.server.shelf;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.collection.School;
import molvet.core.measure.Refusal;
import molvet.core.shelf.Refiling;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.collection.PaintViews.PaintEntry;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Utc;
import molvet.server.shelf.ShelfController.KeeperEntry;
import molvet.server.shelf.ShelfStore.KeeperRow;
import molvet.server.shelf.ShelfStore.SwatchRow;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Whole keepers: re-filed, merged, split, walked through, printed as a list, and what waits on the shelf. */
@RestController
class ArrangingController {
    private final Arranging arranging;
    private final ShelfStore store;
    private final PaintViews paints;
    private final Finder finder;

    ArrangingController(Arranging arranging, ShelfStore store, PaintViews paints, Finder finder) {
        this.finder = finder;
        this.arranging = arranging;
        this.store = store;
        this.paints = paints;
    }

    /** A card where it stands. */
    record CardAt(long swatch, String place, @Nullable PaintEntry paint) {}

    /** One card to take out, and the one it is then put behind; none: it comes first. */
    record RefileStep(CardAt card, @Nullable CardAt after) {}

    /** {@code under} way or not; {@code cards} in the keeper, {@code done} moved, {@code steps} still to go. */
    record RefilingView(boolean under, String said, int cards, int done, List<RefileStep> steps) {}

    record SchoolChoice(@OneOf(School.class) @Nullable String school) {}

    record OneSwatch(@Nullable Long swatch, @Nullable Boolean there) {}

    /** Where a card belongs. {@code shifts}: how many move on by one; 0 if a place is free. */
    record BetweenView(
            String place,
            @Nullable CardAt before,
            @Nullable CardAt after,
            int shifts,
            @OneOf(School.class) String school) {}

    record MergeAsked(@Nullable Long from) {}

    record SplitAsked(@Nullable String place) {}

    record PageMove(@Nullable Integer page, @Nullable Integer to) {}

    record WalkEnd(@Nullable Boolean markLost) {}

    /** Filed at {@code place}, but last seen in {@code seenIn}. */
    record ElsewhereView(
            CardAt card, String seenIn, @Nullable String seenAt) {}

    record Backlog(
            List<PaintEntry> notSwatched,
            int notSwatchedInAll,
            List<PaintEntry> notFiled,
            int notFiledInAll,
            List<PaintEntry> lost,
            int lostInAll,
            List<ElsewhereView> elsewhere) {}

    record SchoolEntry(@OneOf(School.class) String school, String words) {}

    record SchoolList(List<SchoolEntry> schools) {}

    @GetMapping("/api/schools")
    SchoolList schools() {
        return new SchoolList(java.util.Arrays.stream(School.values())
                .map(s -> new SchoolEntry(s.name(), s.words()))
                .toList());
    }

    @GetMapping("/api/keepers/{keeper}/refiling")
    RefilingView refiling(Collector me, @PathVariable long keeper) {
        Optional<Arranging.Under> under = arranging.refiling(me, keeper);
        if (under.isEmpty()) return new RefilingView(false, "", 0, 0, List.of());
        Function<Long, CardAt> cards = cards(me, keeper);
        return new RefilingView(
                true,
                under.get().said(),
                under.get().cards(),
                under.get().done(),
                under.get().steps().stream().map(s -> step(s, cards)).toList());
    }

    private static RefileStep step(Refiling.Step s, Function<Long, CardAt> cards) {
        return new RefileStep(cards.apply(s.card()), s.after().map(cards).orElse(null));
    }

    @PostMapping("/api/keepers/{keeper}/refiling")
    RefilingView refile(Collector me, @PathVariable long keeper, @RequestBody SchoolChoice choice) {
        arranging.refile(me, keeper, choice.school());
        return refiling(me, keeper);
    }

    @PostMapping("/api/keepers/{keeper}/refiling/step")
    RefilingView refiled(Collector me, @PathVariable long keeper, @RequestBody OneSwatch card) {
        arranging.refiled(me, keeper, swatch(card));
        return refiling(me, keeper);
    }

    @DeleteMapping("/api/keepers/{keeper}/refiling")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stopRefiling(Collector me, @PathVariable long keeper) {
        arranging.stopRefiling(me, keeper);
    }

    @GetMapping("/api/keepers/{keeper}/between")
    BetweenView between(
            Collector me,
            @PathVariable long keeper,
            @RequestParam long swatch,
            @RequestParam(required = false) @Nullable String school) {
        Arranging.Between b = arranging.between(me, keeper, swatch, school);
        Function<Long, CardAt> cards = cards(me, keeper);
        return new BetweenView(
                b.place().toString(),
                b.before().map(s -> cards.apply(s.id())).orElse(null),
                b.after().map(s -> cards.apply(s.id())).orElse(null),
                b.shifts(),
                b.school().words());
    }

    @PostMapping("/api/keepers/{keeper}/merge")
    KeeperEntry merge(Collector me, @PathVariable long keeper, @RequestBody MergeAsked asked) {
        if (asked.from() == null) throw Refusal.of("from", "Which keeper comes in?", "Choose one.");
        arranging.merge(me, keeper, asked.from());
        return ShelfController.entry(own(me, keeper));
    }

    /** @return the new keeper */
    @PostMapping("/api/keepers/{keeper}/split")
    KeeperEntry split(Collector me, @PathVariable long keeper, @RequestBody SplitAsked asked) {
        return ShelfController.entry(own(me, arranging.split(me, keeper, asked.place())));
    }

    @PostMapping("/api/keepers/{keeper}/pages")
    KeeperEntry movePage(Collector me, @PathVariable long keeper, @RequestBody PageMove move) {
        arranging.movePage(me, keeper, move.page() == null ? 0 : move.page(), move.to() == null ? 0 : move.to());
        return ShelfController.entry(own(me, keeper));
    }

    /** Free places behind each card; 0 closes all gaps. */
    record Spacing(@Nullable Integer gap) {}

    @PostMapping("/api/keepers/{keeper}/spacing")
    KeeperEntry space(Collector me, @PathVariable long keeper, @RequestBody Spacing spacing) {
        arranging.space(me, keeper, spacing.gap() == null ? 0 : spacing.gap());
        return ShelfController.entry(own(me, keeper));
    }

    @PostMapping("/api/keepers/{keeper}/walk")
    KeeperEntry beginWalk(Collector me, @PathVariable long keeper) {
        arranging.beginWalk(me, keeper);
        return ShelfController.entry(own(me, keeper));
    }

    @PostMapping("/api/keepers/{keeper}/walk/seen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void seen(Collector me, @PathVariable long keeper, @RequestBody OneSwatch card) {
        arranging.seen(me, keeper, swatch(card), !Boolean.FALSE.equals(card.there()));
    }

    @PostMapping("/api/keepers/{keeper}/walk/end")
    KeeperEntry endWalk(Collector me, @PathVariable long keeper, @RequestBody WalkEnd end) {
        arranging.endWalk(me, keeper, Boolean.TRUE.equals(end.markLost()));
        return ShelfController.entry(own(me, keeper));
    }

    /** {@code page}: of a binder, only that page of it. */
    @GetMapping(path = "/api/keepers/{keeper}/contents.pdf", produces = "application/pdf")
    ResponseEntity<byte[]> contents(
            Collector me, @PathVariable long keeper, @RequestParam(required = false) @Nullable Integer page) {
        KeeperRow row = own(me, keeper);
        Map<Integer, SwatchRow> there = store.swatchesIn(me, keeper).stream()
                .collect(Collectors.toMap(SwatchRow::position, Function.identity()));
        Map<Long, PaintEntry> entries = entries(me, List.copyOf(there.values()));
        int last = there.keySet().stream().mapToInt(p -> p).max().orElse(0);
        List<ContentsSheet.Listed> list = new ArrayList<>();
        for (int p = 1; p <= last; p++) {
            var place = row.keeper().place(p);
            if (page != null && place.page() != page) continue;
            PaintEntry e = there.containsKey(p) ? entries.get(there.get(p).paintId()) : null;
            list.add(
                    e == null
                            ? new ContentsSheet.Listed(place.toString(), "", "", "", "", List.of(), 0)
                            : new ContentsSheet.Listed(
                                    place.toString(),
                                    e.name(),
                                    e.maker() == null ? "" : e.maker(),
                                    String.join("+", e.recipe()),
                                    e.accession(),
                                    e.strip() == null ? List.of() : e.strip().stops(),
                                    e.strip() == null ? 0 : e.strip().grain()));
        }
        String code = row.code();
        ContentsSheet sheet = new ContentsSheet(
                code + (row.name().isEmpty() ? "" : "  " + row.name()) + (page == null ? "" : ", page " + page), list);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-" + code + ".pdf\"")
                .contentType(MediaType.APPLICATION_PDF)
                .body(ContentsSheet.A4.pdf(sheet.pages(), sheet::draw));
    }

    @GetMapping("/api/shelf/backlog")
    Backlog backlog(Collector me) {
        PaintViews.PaintList unpainted = find(me, "no swatch");
        PaintViews.PaintList unfiled = find(me, "not filed");
        PaintViews.PaintList lost = find(me, "lost");
        List<SwatchRow> elsewhere = store.elsewhere(me);
        Map<Long, PaintEntry> entries = entries(me, elsewhere);
        Map<Long, KeeperRow> keepers =
                store.keepers(me).stream().collect(Collectors.toMap(KeeperRow::id, Function.identity()));
        return new Backlog(
                unpainted.paints(),
                unpainted.total(),
                unfiled.paints(),
                unfiled.total(),
                lost.paints(),
                lost.total(),
                elsewhere.stream()
                        .filter(s -> keepers.containsKey(s.seenIn()))
                        .map(s -> new ElsewhereView(
                                cardAt(s, keepers.get(s.keeperId()), entries.get(s.paintId())),
                                keepers.get(s.seenIn()).code(),
                                s.seenAt() == null
                                        ? null
                                        : Utc.instant(s.seenAt()).toString()))
                        .toList());
    }

    private PaintViews.PaintList find(Collector me, String find) {
        return finder.list(me, find, "hue", 60, null);
    }

    private Function<Long, CardAt> cards(Collector me, long keeper) {
        KeeperRow row = own(me, keeper);
        List<SwatchRow> there = store.swatchesIn(me, keeper);
        Map<Long, PaintEntry> entries = entries(me, there);
        Map<Long, CardAt> all =
                there.stream().collect(Collectors.toMap(SwatchRow::id, s -> cardAt(s, row, entries.get(s.paintId()))));
        return all::get;
    }

    private static CardAt cardAt(SwatchRow s, @Nullable KeeperRow keeper, @Nullable PaintEntry paint) {
        return new CardAt(
                s.id(),
                keeper == null || s.position() == null
                        ? ""
                        : keeper.keeper().place(s.position()).toString(),
                paint);
    }

    private Map<Long, PaintEntry> entries(Collector me, List<SwatchRow> swatches) {
        return paints
                .entries(
                        me,
                        swatches.stream()
                                .map(SwatchRow::paintId)
                                .filter(Objects::nonNull)
                                .distinct()
                                .toList())
                .stream()
                .collect(Collectors.toMap(PaintEntry::id, Function.identity()));
    }

    private static long swatch(OneSwatch card) {
        if (card.swatch() == null) throw Refusal.of("swatch", "Which card?", "Send its number.");
        return card.swatch();
    }

    private KeeperRow own(Collector me, long id) {
        return store.keeper(me, id).orElseThrow(() -> new NotFound("There is no such keeper."));
    }
}
