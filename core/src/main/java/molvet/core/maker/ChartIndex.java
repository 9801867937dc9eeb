package molvet.core.maker;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import molvet.core.measure.Words;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** The makers, lines and colours there are, looked up by name and catalogue number as people write them. */
public final class ChartIndex {
    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(2);

    private final Map<String, Maker> makers = new HashMap<>();
    private final Map<Long, Maker> makersById = new HashMap<>();
    private final Map<String, List<Line>> lines = new HashMap<>();
    private final Map<Long, Line> linesById = new HashMap<>();
    private final Map<String, List<Colour>> byName = new HashMap<>();
    private final Map<String, List<Colour>> byNumber = new HashMap<>();
    private final Map<Character, List<String>> namesByLetter = new HashMap<>();

    public record Maker(long id, String name) {}

    public record Line(long id, long maker, String name) {}

    /** @param names the chart's own first, then those in other languages */
    public record Colour(long id, long line, long maker, String catalogueNumber, List<String> names) {
        public String name() {
            return names.get(0);
        }
    }

    public ChartIndex(List<Maker> makers, List<Line> lines, List<Colour> colours) {
        makers.forEach(m -> {
            this.makers.put(Words.folded(m.name), m);
            makersById.put(m.id, m);
        });
        lines.forEach(l -> {
            this.lines
                    .computeIfAbsent(Words.folded(l.name), k -> new ArrayList<>())
                    .add(l);
            linesById.put(l.id, l);
        });
        for (Colour c : colours) {
            for (String name : c.names) {
                String folded = Words.folded(name);
                List<Colour> same = byName.computeIfAbsent(folded, k -> new ArrayList<>());
                if (same.isEmpty() && !folded.isEmpty()) {
                    namesByLetter
                            .computeIfAbsent(folded.charAt(0), k -> new ArrayList<>())
                            .add(folded);
                }
                same.add(c);
            }
            if (!c.catalogueNumber.isEmpty()) {
                byNumber.computeIfAbsent(number(c.catalogueNumber), k -> new ArrayList<>())
                        .add(c);
            }
        }
    }

    public static ChartIndex empty() {
        return new ChartIndex(List.of(), List.of(), List.of());
    }

    /** @param folded see {@link Words#folded} */
    public Optional<Maker> maker(String folded) {
        return Optional.ofNullable(makers.get(folded));
    }

    public Maker maker(long id) {
        return makersById.get(id);
    }

    /** Lines of a folded name, of one maker if it is known. */
    public List<Line> lines(String folded, Optional<Maker> of) {
        return lines.getOrDefault(folded, List.of()).stream()
                .filter(l -> of.isEmpty() || of.get().id == l.maker)
                .toList();
    }

    public Line line(long id) {
        return linesById.get(id);
    }

    /** Colours of a folded name in any language, of one maker if it is known. */
    public List<Colour> named(String folded, Optional<Maker> of) {
        return byName.getOrDefault(folded, List.of()).stream()
                .filter(c -> of.isEmpty() || of.get().id == c.maker)
                .distinct()
                .toList();
    }

    /** Colours of a catalogue number, whatever its dashes and spaces. */
    public List<Colour> numbered(String written, Maker of) {
        return byNumber.getOrDefault(number(written), List.of()).stream()
                .filter(c -> c.maker == of.id)
                .toList();
    }

    /** The colour of a maker whose name is one slip away, two in a name of nine letters or more; only if it is the one. */
    public Optional<Colour> nearly(String folded, Maker of) {
        if (folded.length() < 5) return Optional.empty();
        int most = folded.length() >= 9 ? 2 : 1;
        List<Colour> near = namesByLetter.getOrDefault(folded.charAt(0), List.of()).stream()
                .filter(n -> Math.abs(n.length() - folded.length()) <= most)
                .filter(n -> {
                    int d = DISTANCE.apply(n, folded);
                    return d >= 0 && d <= most;
                })
                .flatMap(n -> named(n, Optional.of(of)).stream())
                .distinct()
                .toList();
        return near.size() == 1 ? Optional.of(near.get(0)) : Optional.empty();
    }

    private static String number(String written) {
        return written.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "").replaceFirst("^0+(?=.)", "");
    }
}
