package molvet.server.demo;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import molvet.server.choosing.Shortlists;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Service;

/** The shortlist of the illustrator’s next tin: filled from the record and a dot card, half of it tried. */
@Service
class DemoShortlists {
    private static final List<String> YES = List.of("Cobalt Tide", "Deep Shelter Blue", "Lantern Yellow", "Tern Grey");
    private static final List<String> PERHAPS = List.of("Olive Hedge", "Bladderwrack Green", "Rock Pool Blue");
    private static final List<String> NO = List.of("Citron", "Siskin Yellow");

    private final Shortlists shortlists;
    private final Finder finder;

    DemoShortlists(Shortlists shortlists, Finder finder) {
        this.shortlists = shortlists;
        this.finder = finder;
    }

    void fill(Collector me) {
        long list = shortlists.add(
                me,
                new Shortlists.NewShortlist(
                        "Moths by lamplight",
                        "A small tin for the moth plates: colours that granulate, and darks that lift.",
                        12,
                        "40",
                        "EUR",
                        null));
        for (String question : List.of("MIXED_MOST", "LOVED", "USED_MOST")) {
            shortlists.put(me, list, new Shortlists.Candidates(null, null, null, null, question, null));
        }
        shortlists.put(
                me,
                list,
                new Shortlists.Candidates(
                        null, null, "sampled granulates measured", null, null, "granulates on the dot card"));
        Map<String, Long> named = shortlists.standing(me, list);
        mark(me, named, YES, "YES", "stays clear when washed out");
        mark(me, named, PERHAPS, "PERHAPS", "");
        mark(me, named, NO, "NO", "too near to Lantern Yellow");
        Map<String, Long> paints = finder.list(me, "", "number", 500, null).paints().stream()
                .collect(Collectors.toMap(PaintViews.PaintEntry::name, PaintViews.PaintEntry::id, (a, b) -> a));
        shortlists.note(
                me,
                new Shortlists.NewNote(
                        paints.get("Cobalt Tide"),
                        "Parts beautifully from a rose; dull with yellows.",
                        "station library, notes on sea washes",
                        null,
                        null,
                        null,
                        "2026-10-03"));
    }

    private void mark(Collector me, Map<String, Long> named, List<String> paints, String mark, String word) {
        paints.stream()
                .filter(named::containsKey)
                .forEach(p -> shortlists.mark(me, named.get(p), new Shortlists.NewMark(mark, word)));
    }
}
