package molvet.core.measure;

import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** Mends a misspelt word by the words that are there. */
public final class Spelling {
    /** A mended word differs in length by no more than this. */
    public static final int MOST_SLIPS = 2;

    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(MOST_SLIPS);

    private Spelling() {}

    /**
     * The nearest word at most one slip away (two from seven letters on), neighbours changed about counting as one.
     *
     * @param word folded, see {@link molvet.core.measure.Words#folded}
     * @param vocabulary folded words
     */
    public static Optional<String> nearest(String word, Collection<String> vocabulary) {
        if (word.length() < 3) return Optional.empty();
        int most = word.length() >= 7 ? MOST_SLIPS : 1;
        return vocabulary.stream()
                .filter(v -> Math.abs(v.length() - word.length()) <= most && slips(word, v) <= most)
                .min(Comparator.<String>comparingInt(v -> slips(word, v))
                        .thenComparingInt(v -> v.charAt(0) == word.charAt(0) ? 0 : 1)
                        .thenComparing(Comparator.naturalOrder()));
    }

    private static int slips(String one, String two) {
        int d = DISTANCE.apply(one, two);
        if (d == 2 && one.length() == two.length() && isOneSwap(one, two)) return 1;
        return d < 0 ? Integer.MAX_VALUE : d;
    }

    private static boolean isOneSwap(String one, String two) {
        int i = 0;
        while (i < one.length() && one.charAt(i) == two.charAt(i)) i++;
        return i + 1 < one.length()
                && one.charAt(i) == two.charAt(i + 1)
                && one.charAt(i + 1) == two.charAt(i)
                && one.substring(i + 2).equals(two.substring(i + 2));
    }
}
