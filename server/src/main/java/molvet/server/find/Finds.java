package molvet.server.find;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import molvet.core.collection.NameTerms;
import molvet.core.find.Find;
import molvet.core.find.FindExpr;
import molvet.core.platform.TermKind;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Answers finds, for the page and for the rooms below. */
@Service
class Finds implements Finder {
    private final FindStore store;
    private final Language language;
    private final ObjectProvider<PaintViews> views;

    Finds(FindStore store, Language language, ObjectProvider<PaintViews> views) {
        this.store = store;
        this.language = language;
        this.views = views;
    }

    @Override
    @Transactional(readOnly = true)
    public PaintViews.PaintList list(Collector me, String text, String order, int limit, @Nullable String after) {
        TermKind.Known known = language.known(me);
        Find asked = language.parse(text, known);
        List<Language.Strange> strangers = language.strangers(me, asked, known);
        FindStore.Found found = store.found(
                me,
                asked,
                Fields.one("order", order, FindStore.Order.OF_LISTS),
                limit,
                Optional.ofNullable(after).flatMap(Finds::cursor));
        List<FindStore.Chosen> page = found.page();
        boolean alone = asked.terms().stream().allMatch(NameTerms.Word.class::isInstance) && found.total() == 0;
        return new PaintViews.PaintList(
                views.getObject()
                        .entries(me, page.stream().map(FindStore.Chosen::id).toList()),
                tokens(asked, known),
                Stream.of(
                                asked.troubles().stream()
                                        .map(t -> new PaintViews.Trouble(t.at(), t.word(), t.message())),
                                strangers.stream().map(s -> s.trouble(alone)),
                                language.unanswerable(me, asked).stream())
                        .flatMap(s -> s)
                        .toList(),
                Stream.concat(asked.ways().stream(), language.noted(me, asked))
                        .map(w -> new PaintViews.SecondWay(
                                w.word(), w.instead(), replaced(text, w.at(), w.word(), w.instead())))
                        .distinct()
                        .toList(),
                found.total(),
                proposal(text, strangers),
                page.size() == limit ? cursor(page.get(page.size() - 1)) : null);
    }

    /** The text with every strange word replaced by the nearest known one; null where there is none. */
    private static @Nullable String proposal(String text, List<Language.Strange> strangers) {
        List<Language.Strange> mended =
                strangers.stream().filter(s -> s.nearest().isPresent()).toList();
        if (mended.isEmpty()) return null;
        String now = text;
        for (Language.Strange s : mended) {
            now = now.replaceFirst(
                    "(?i)(?<![\\p{L}\\d])" + Pattern.quote(s.word()) + "(?![\\p{L}\\d])",
                    Matcher.quoteReplacement(s.nearest().orElseThrow()));
        }
        return now.equals(text) ? null : now;
    }

    private static String replaced(String text, int at, String word, String instead) {
        return at < 0 || at + word.length() > text.length()
                ? text
                : text.substring(0, at) + instead + text.substring(at + word.length());
    }

    private List<PaintViews.Token> tokens(Find find, TermKind.Known known) {
        List<FindExpr> parts = find.tokens();
        return parts.stream()
                .map(part -> {
                    String written = language.written(new Find(part, List.of()), known);
                    boolean whole = part instanceof FindExpr.One || part instanceof FindExpr.Not || parts.size() == 1;
                    return new PaintViews.Token(whole ? written : "(" + written + ")", part.words());
                })
                .toList();
    }

    private static String cursor(FindStore.Chosen last) {
        return last.id() + "~" + last.orderedBy();
    }

    private static Optional<FindStore.Chosen> cursor(String after) {
        int at = after.indexOf('~');
        if (at < 1 || !after.substring(0, at).matches("\\d{1,18}")) return Optional.empty();
        return Optional.of(new FindStore.Chosen(Long.parseLong(after.substring(0, at)), after.substring(at + 1)));
    }

    @Override
    @Transactional(readOnly = true)
    public List<Long> ids(Collector me, String text, int most) {
        return store.ids(me, language.parse(text, language.known(me)), most);
    }

    /** How many paints a find brings, as it is typed. */
    int count(Collector me, String text, TermKind.Known known) {
        return store.count(me, language.parse(text, known));
    }
}
