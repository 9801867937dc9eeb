package molvet.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Fits words into a box: at their size if they go on the line, else smaller, else on several lines, and only then
 * shortened, at a word wherever one fits. Nothing is ever wider than the box.
 */
public final class Lettering {
    private static final String CUT = "…";

    private Lettering() {}

    /** How wide a text is at a size, both in mm. */
    @FunctionalInterface
    public interface Ruler {
        double width(String text, double size);
    }

    /** @param lines none for an empty text; @param size in mm */
    public record Fitted(List<String> lines, double size, boolean shortened) {}

    /**
     * @param width of the box in mm
     * @param most lines at the full size; smaller letters may take as many more as fit the same height
     * @param full size of the letters in mm, and the least they may shrink to
     */
    public static Fitted fit(String text, double width, int most, double full, double least, Ruler ruler) {
        List<String> words = List.of(text.strip().split("\\s+"));
        if (text.isBlank()) return new Fitted(List.of(), full, false);
        double step = Math.max(0.01, full / 20);
        for (double size = full; size >= least - 1e-9; size -= step) {
            Optional<List<String>> lines = wrapped(words, width, linesAt(most, full, size), size, ruler);
            if (lines.isPresent()) return new Fitted(lines.get(), size, false);
        }
        int lines = linesAt(most, full, least);
        for (int n = words.size() - 1; n >= 1; n--) {
            List<String> fewer = new ArrayList<>(words.subList(0, n));
            fewer.set(n - 1, trimmed(fewer.get(n - 1)) + CUT);
            Optional<List<String>> fitting = wrapped(fewer, width, lines, least, ruler);
            if (fitting.isPresent()) return new Fitted(fitting.get(), least, true);
        }
        String first = words.get(0);
        for (int n = first.length() - 1; n >= 1; n--) {
            if (Character.isLowSurrogate(first.charAt(n))) continue;
            String cut = first.substring(0, n) + CUT;
            if (ruler.width(cut, least) <= width) return new Fitted(List.of(cut), least, true);
        }
        return new Fitted(List.of(), least, true);
    }

    private static int linesAt(int most, double full, double size) {
        return Math.max(most, (int) Math.floor(most * full / size + 1e-9));
    }

    private static String trimmed(String word) {
        return word.replaceAll("[,;:.(\\-–]+$", "");
    }

    private static Optional<List<String>> wrapped(
            List<String> words, double width, int most, double size, Ruler ruler) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : words) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (ruler.width(longer, size) <= width) {
                line.setLength(0);
                line.append(longer);
            } else if (line.isEmpty() || ruler.width(word, size) > width) {
                return Optional.empty();
            } else {
                lines.add(line.toString());
                line.setLength(0);
                line.append(word);
            }
            if (lines.size() >= most) return Optional.empty();
        }
        lines.add(line.toString());
        return Optional.of(lines);
    }
}
