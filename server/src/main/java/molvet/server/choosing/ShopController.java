package molvet.server.choosing;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import molvet.core.choosing.ShopQuestion;
import molvet.core.collection.Standing;
import molvet.core.measure.Words;
import molvet.core.mixing.Pantry;
import molvet.core.pigment.Granulation;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.LabelReading;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.server.collection.PaintViews;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.mixing.Ingredients;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The question asked in a shop, what a phone takes along to answer it without a network, and what is noted there. */
@RestController
class ShopController {
    private static final int MOST_CARRIED = 5_000;

    private final VoiceStore store;
    private final PaintViews views;
    private final LabelReader reader;
    private final PigmentReference reference;
    private final ShopNotes notes;
    private final Clock clock;
    private final ShopQuestion question;
    private final Ingredients mixing;
    private final ShortlistStore shortlists;

    ShopController(
            VoiceStore store,
            PaintViews views,
            LabelReader reader,
            PigmentReference reference,
            ShopNotes notes,
            Clock clock,
            Ingredients mixing,
            ShortlistStore shortlists) {
        this.shortlists = shortlists;
        this.mixing = mixing;
        this.store = store;
        this.views = views;
        this.reader = reader;
        this.reference = reference;
        this.notes = notes;
        this.clock = clock;
        this.question = new ShopQuestion(reference);
    }

    record TubeInHand(
            @Nullable String name,
            @Nullable String maker,
            @Nullable String pigments) {}

    /** {@code paint} and why it is named. */
    record ShopHit(long paint, String why) {}

    /** {@code recipe} as it was read off the tube. */
    record ShopAnswer(
            List<String> recipe,
            String verdict,
            List<ShopHit> have,
            List<ShopHit> sameRecipe,
            List<ShopHit> alike,
            List<ShopHit> mix,
            String mixNote,
            List<String> facts) {}

    /**
     * What a phone shows of a paint: enough to know it by.
     *
     * @param remembered what was decided of it before, and why
     */
    record CarriedPaint(
            long id,
            String accession,
            String name,
            String maker,
            List<String> recipe,
            @Nullable String holding,
            @Nullable String place,
            @OneOf(Standing.class) String standing,
            List<String> strip,
            @Nullable String wish,
            @Nullable String mostPerMl,
            @Nullable String mostPrice,
            @Nullable String currency,
            @Nullable String remembered) {}

    record AnswerWithPaints(ShopAnswer answer, List<CarriedPaint> paints) {}

    /** {@code fingerprint}: codes in their order, joined by +. */
    record CarriedAnswer(String fingerprint, ShopAnswer answer) {}

    /** @param owner whose it is, so that a phone never shows it to another */
    record ShopPack(long owner, Instant made, List<CarriedPaint> paints, List<CarriedAnswer> answers, boolean all) {}

    private List<ShopQuestion.Owned> owned(List<VoiceRow> rows, Map<Long, PaintViews.PaintEntry> entries) {
        List<ShopQuestion.Owned> all = new ArrayList<>();
        for (VoiceRow r : rows) {
            if (!r.standing().equals("OWNED") && !r.standing().equals("SAMPLED")) continue;
            all.add(ShopQuestion.Owned.of(
                    r.id(),
                    r.name(),
                    r.maker(),
                    r.pigments(),
                    r.run(),
                    r.heard().get(Trait.GRANULATION).verdict().map(Granulation.class::cast),
                    r.standing().equals("OWNED"),
                    r.standing().equals("OWNED") && entries.containsKey(r.id())));
        }
        return all;
    }

    /** @param unread what stands among the pigments and is none that is known */
    private ShopAnswer answer(
            String name,
            String maker,
            Recipe recipe,
            List<String> unread,
            List<ShopQuestion.Owned> owned,
            Pantry pantry) {
        ShopQuestion.Answer a = question.answer(name, maker, recipe, owned, pantry);
        return new ShopAnswer(
                recipe.pigments().stream().map(Object::toString).toList(),
                unread.isEmpty()
                        ? a.verdict()
                        : a.verdict() + " Not read as a pigment, and left aside: “" + String.join("”, “", unread)
                                + "”.",
                hits(a.have()),
                hits(a.sameRecipe()),
                hits(a.alike()),
                hits(a.mix()),
                a.mixNote(),
                a.facts());
    }

    private static List<ShopHit> hits(List<ShopQuestion.Hit> hits) {
        return hits.stream().map(h -> new ShopHit(h.paint(), h.why())).toList();
    }

    /** Is the tube in the hand needed? */
    @PostMapping("/api/shop/ask")
    @Transactional(readOnly = true)
    public AnswerWithPaints ask(Collector me, @RequestBody TubeInHand tube) {
        List<VoiceRow> rows = store.all(me);
        Map<Long, PaintViews.PaintEntry> entries = entries(me, rows);
        String name = cut(Fields.text(tube.name()));
        LabelReading label = reader.read(cut(Fields.text(tube.pigments())));
        ShopAnswer a = answer(
                name,
                cut(Fields.text(tube.maker())),
                label.recipe(),
                label.unread(),
                owned(rows, entries),
                mixing.pantry(me, rows));
        Map<Long, VoiceStore.WishRow> wishes = wishes(me);
        Map<Long, String> remembered = shortlists.remembered(me);
        List<Long> named = new ArrayList<>();
        List.of(a.have, a.sameRecipe, a.alike, a.mix).forEach(l -> l.forEach(h -> named.add(h.paint)));
        String folded = Words.folded(name);
        return new AnswerWithPaints(
                a,
                rows.stream()
                        .filter(r -> named.contains(r.id())
                                || r.standing().equals("WISHED")
                                        && !folded.isEmpty()
                                        && Words.folded(r.name()).contains(folded))
                        .map(r -> carried(r, entries.get(r.id()), wishes.get(r.id()), remembered.get(r.id())))
                        .toList());
    }

    private static String cut(String text) {
        return text.length() > 400 ? text.substring(0, 400) : text;
    }

    private Map<Long, PaintViews.PaintEntry> entries(Collector me, List<VoiceRow> rows) {
        Map<Long, PaintViews.PaintEntry> all = new HashMap<>();
        views.entries(me, rows.stream().map(VoiceRow::id).toList()).forEach(e -> all.put(e.id(), e));
        return all;
    }

    private Map<Long, VoiceStore.WishRow> wishes(Collector me) {
        Map<Long, VoiceStore.WishRow> all = new HashMap<>();
        store.wishes(me).forEach(w -> all.put(w.paintId(), w));
        return all;
    }

    private static CarriedPaint carried(
            VoiceRow r, PaintViews.PaintEntry entry, VoiceStore.@Nullable WishRow wish, @Nullable String remembered) {
        return new CarriedPaint(
                r.id(),
                entry.accession(),
                r.name(),
                r.maker(),
                entry.recipe(),
                entry.holding(),
                entry.placeInWords(),
                r.standing(),
                entry.strip() == null ? List.of() : entry.strip().stops(),
                wish == null ? null : wish.reason(),
                wish == null || wish.mostPerMl() == null
                        ? null
                        : wish.mostPerMl().stripTrailingZeros().toPlainString(),
                wish == null || wish.mostPrice() == null
                        ? null
                        : wish.mostPrice().toPlainString(),
                wish == null ? null : wish.currency(),
                remembered);
    }

    /**
     * What a phone takes along: every paint, and the answer for each recipe that is owned, wished for, or a single pigment of
     * the reference. Answers are worked out here, so that a phone without a network says the same.
     */
    @GetMapping("/api/shop/pack")
    @Transactional(readOnly = true)
    public ShopPack pack(Collector me) {
        List<VoiceRow> rows = store.all(me);
        Map<Long, PaintViews.PaintEntry> entries = entries(me, rows);
        Map<Long, VoiceStore.WishRow> wishes = wishes(me);
        Map<Long, String> remembered = shortlists.remembered(me);
        List<ShopQuestion.Owned> owned = owned(rows, entries);
        Pantry pantry = mixing.pantry(me, rows);
        Map<String, Recipe> recipes = new LinkedHashMap<>();
        rows.forEach(r -> r.pigments().fingerprint().ifPresent(f -> recipes.putIfAbsent(f, r.pigments())));
        reference.all().forEach(p -> {
            Recipe one = new Recipe(List.of(p.code()));
            recipes.putIfAbsent(one.fingerprint().orElseThrow(), one);
        });
        return new ShopPack(
                me.id(),
                clock.instant(),
                rows.stream()
                        .limit(MOST_CARRIED)
                        .map(r -> carried(r, entries.get(r.id()), wishes.get(r.id()), remembered.get(r.id())))
                        .toList(),
                recipes.entrySet().stream()
                        .limit(MOST_CARRIED)
                        .map(e -> new CarriedAnswer(e.getKey(), answer("", "", e.getValue(), List.of(), owned, pantry)))
                        .toList(),
                rows.size() <= MOST_CARRIED);
    }

    /** What was noted in a shop; with an Idempotency-Key it is kept once however often it is told. */
    @PostMapping("/api/shop/notes")
    @ResponseStatus(HttpStatus.CREATED)
    ShopNotes.Noted note(Collector me, @RequestBody ShopNotes.ShopNote typed) {
        return notes.keep(me, typed);
    }

    /** Why a paint is wished for, and what it may cost; it joins the wish list. */
    @PutMapping("/api/paints/{paint}/wish")
    ShopNotes.Noted wish(Collector me, @PathVariable long paint, @RequestBody ShopNotes.Wish typed) {
        return notes.wish(me, paint, typed);
    }

    record WishList(List<CarriedPaint> wishes) {}

    @GetMapping("/api/wishes")
    @Transactional(readOnly = true)
    public WishList wishList(Collector me) {
        Map<Long, VoiceStore.WishRow> wishes = wishes(me);
        Map<Long, String> remembered = shortlists.remembered(me);
        List<VoiceRow> rows = store.all(me).stream()
                .filter(r -> r.standing().equals("WISHED") || wishes.containsKey(r.id()))
                .toList();
        Map<Long, PaintViews.PaintEntry> entries = entries(me, rows);
        return new WishList(rows.stream()
                .map(r -> carried(r, entries.get(r.id()), wishes.get(r.id()), remembered.get(r.id())))
                .toList());
    }
}
