package molvet.server.find;

import java.util.List;
import java.util.Map;
import molvet.core.find.Find;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.platform.TermKind;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Finding, finds kept under a name, and the menu of what can be asked. */
@RestController
class FindController {
    private static final int MOST_KEPT = 60;
    private static final int MOST_ROWS = 1000;

    private final FindStore store;
    private final Finds finds;
    private final Language language;
    private final Acts acts;
    private final Rows rows;

    FindController(FindStore store, Finds finds, Language language, Acts acts, Rows rows) {
        this.store = store;
        this.finds = finds;
        this.language = language;
        this.acts = acts;
        this.rows = rows;
    }

    /** Paints in the find language; see docs/decisions/0011-the-find-language.md. */
    @GetMapping("/api/paints")
    PaintViews.PaintList find(
            Collector me,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "hue") String order,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(required = false) @Nullable String after) {
        return finds.list(me, find, order, Math.max(1, Math.min(MOST_ROWS, limit)), after);
    }

    record FindToKeep(@Nullable String name, @Nullable String text) {}

    record KeptFind(long id, String name, String text, int count) {}

    record KeptFinds(List<KeptFind> finds) {}

    @GetMapping("/api/finds")
    @Transactional(readOnly = true)
    public KeptFinds list(Collector me) {
        TermKind.Known known = language.known(me);
        return new KeptFinds(store.saved(me).stream()
                .map(f -> new KeptFind(f.id(), f.name(), f.text(), finds.count(me, f.text(), known)))
                .toList());
    }

    /** Keeps a find under a name; the same name takes the new find in place of the old. */
    @PostMapping("/api/finds")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public KeptFinds keep(Collector me, @RequestBody FindToKeep typed) {
        String name = Words.needed("name", typed.name(), 80);
        String text = Words.needed("text", typed.text(), Find.MOST);
        if (language.parse(text, TermKind.Known.NOTHING).isEmpty()) {
            throw Refusal.of("text", "There is nothing to find in that.", "Write what to find first.");
        }
        if (rows.ids(me, "saved_find", Map.of("name", name)).isEmpty()
                && store.saved(me).size() >= MOST_KEPT) {
            throw Refusal.of("name", MOST_KEPT + " finds are kept already.", "Take one away first.");
        }
        acts.act(
                me,
                () -> "Kept the find “" + name + "”",
                () -> rows.put(me, "saved_find", Map.of("name", name), Map.of("text", text)));
        return list(me);
    }

    @DeleteMapping("/api/finds/{saved_find}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void delete(Collector me, @PathVariable("saved_find") long find) {
        acts.act(me, () -> "Took a kept find away", () -> rows.remove(me, "saved_find", find));
    }

    /** {@code written} is what to put into the field; it is understood as {@code words}. */
    record MenuEntry(String written, String words) {}

    record MenuGroup(String name, List<MenuEntry> entries) {}

    record FindMenu(List<MenuGroup> groups) {}

    /** All that can be asked, in groups, with the collection’s own makers and arrivals. */
    @GetMapping("/api/finds/menu")
    @Transactional(readOnly = true)
    public FindMenu menu(Collector me) {
        TermKind.Known known = language.known(me);
        return new FindMenu(language.menu(known).entrySet().stream()
                .map(g -> new MenuGroup(
                        g.getKey(),
                        g.getValue().stream()
                                .map(f -> language.parse(f, known))
                                .map(f -> new MenuEntry(
                                        language.written(f, known), f.root().words()))
                                .toList()))
                .toList());
    }
}
