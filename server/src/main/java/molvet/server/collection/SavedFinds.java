package molvet.server.collection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.Family;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.shelf.Find;
import molvet.server.account.Acts;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Finds kept under a name, the menu of what can be asked, and what the eye can say. */
@RestController
class SavedFinds {
    private static final int MOST = 60;

    private final VoiceStore store;
    private final FindStore finds;
    private final Acts acts;

    SavedFinds(VoiceStore store, FindStore finds, Acts acts) {
        this.store = store;
        this.finds = finds;
        this.acts = acts;
    }

    record FindToKeep(@Nullable String name, @Nullable String text) {}

    record KeptFind(long id, String name, String text, int count) {}

    record KeptFinds(List<KeptFind> finds) {}

    @GetMapping("/api/finds")
    @Transactional(readOnly = true)
    public KeptFinds list(Collector me) {
        Find.Known known = finds.known(me);
        return new KeptFinds(store.finds(me).stream()
                .map(f -> new KeptFind(
                        f.id(), f.name(), f.text(), finds.count(me, finds.mended(me, Find.parse(f.text(), known)))))
                .toList());
    }

    /** Keeps a find under a name; the same name takes the new find in place of the old. */
    @PostMapping("/api/finds")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public KeptFinds keep(Collector me, @RequestBody FindToKeep typed) {
        String name = Words.needed("name", typed.name(), 80);
        String text = Words.needed("text", typed.text(), Find.MOST);
        if (Find.parse(text, Find.Known.NOTHING).isEmpty()) {
            throw Refusal.of("text", "There is nothing to find in that.", "Write what to find first.");
        }
        Optional<Long> before = store.findCalled(me, name);
        if (before.isEmpty() && store.finds(me).size() >= MOST) {
            throw Refusal.of("name", MOST + " finds are kept already.", "Take one away first.");
        }
        acts.act(
                me,
                () -> "Kept the find “" + name + "”",
                before.map(id -> List.of(new Acts.Row("saved_find", id))).orElse(List.of()),
                made -> {
                    store.saveFind(me, name, text);
                    return before.isPresent()
                            ? before.get()
                            : made.row("saved_find", store.findCalled(me, name).orElseThrow());
                });
        return list(me);
    }

    @DeleteMapping("/api/finds/{saved_find}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void delete(Collector me, @PathVariable("saved_find") long find) {
        acts.act(me, () -> "Took a kept find away", List.of(new Acts.Row("saved_find", find)), made -> {
            store.deleteFind(me, find);
            return null;
        });
    }

    /** {@code written} is what to put into the field; it is understood as {@code words}. */
    record MenuEntry(String written, String words) {}

    record MenuGroup(String name, List<MenuEntry> entries) {}

    record FindMenu(List<MenuGroup> groups) {}

    /** All that can be asked, in groups, with the collection’s own makers and arrivals. */
    @GetMapping("/api/finds/menu")
    @Transactional(readOnly = true)
    public FindMenu menu(Collector me) {
        Find.Known known = finds.known(me);
        return new FindMenu(List.of(
                group(known, "Hue", families()),
                group(
                        known,
                        "Recipe",
                        List.of("single", "mixture", "only PB29", "PB29", "cadmium-free", "cobalt-free")),
                group(
                        known,
                        "How it lasts",
                        List.of("lightfast", "not lightfast", "fugitive", "claims I", "doubtful lightfastness")),
                group(
                        known,
                        "How it paints",
                        List.of(
                                "granulating",
                                "granulates strongly on my paper",
                                "smooth",
                                "transparent",
                                "opaque",
                                "staining",
                                "non-staining",
                                "disagree")),
                group(
                        known,
                        "What my eye says",
                        List.of("loved", "liked", "not liked", "overwhelming", "never sets", "hard to wake", "patchy")),
                group(
                        known,
                        "On paper",
                        List.of("painted", "not swatched", "drying", "not read", "not filed", "lost", "in ring 1")),
                group(
                        known,
                        "In the drawer",
                        List.of(
                                "owned",
                                "sampled",
                                "wished",
                                "gone",
                                "running low",
                                "not used since 2024",
                                "discontinued",
                                "with cautions")),
                group(known, "Cost", List.of("series 4..5", "under 0.80 per ml", "over 1.50 per ml", "15ml")),
                group(known, "Beside another", List.of("near M-0001", "warmer than M-0001", "cooler than M-0001")),
                group(
                        known,
                        "Maker",
                        known.makers().stream().map(m -> "maker:\"" + m + '"').toList()),
                group(known, "Where it came from", origins(known))));
    }

    private static List<String> families() {
        return Arrays.stream(Family.values()).map(f -> "hue:" + f.words()).toList();
    }

    private static List<String> origins(Find.Known known) {
        List<String> all = new ArrayList<>(List.of("given anonymously"));
        known.arrivals().stream().limit(20).forEach(a -> all.add("from \"" + a.replace('"', '\'') + '"'));
        known.givers().stream().limit(20).forEach(g -> all.add("given by \"" + g.replace('"', '\'') + '"'));
        return all;
    }

    private static MenuGroup group(Find.Known known, String name, List<String> finds) {
        return new MenuGroup(
                name,
                finds.stream()
                        .map(f -> Find.parse(f, known))
                        .map(f -> new MenuEntry(f.written(known), f.root().words()))
                        .toList());
    }

    /** {@code trait} and {@code steps} as they are sent; {@code key} the letter it is chosen by. */
    record EyeTraitView(String trait, String key, String words, List<String> steps) {}

    record EyeTraits(List<EyeTraitView> traits) {}

    @GetMapping("/api/eye-traits")
    EyeTraits traits() {
        return new EyeTraits(Arrays.stream(EyeTrait.values())
                .map(t -> new EyeTraitView(
                        t.name().toLowerCase(Locale.ROOT), String.valueOf(t.key()), t.words(), t.steps()))
                .toList());
    }
}
