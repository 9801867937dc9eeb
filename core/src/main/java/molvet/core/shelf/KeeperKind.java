package molvet.core.shelf;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What holds swatches. The letter begins every place code in it. */
public enum KeeperKind {
    RING('R', false, "card", "ring", "r"),
    BINDER('B', true, "cell", "binder", "b", "folder", "album"),
    SKETCHBOOK('S', true, "entry", "sketchbook", "s", "book", "journal"),
    LID('L', false, "well", "lid", "l", "palette lid"),
    BOX('X', false, "card", "box", "x"),
    WALL('W', false, "card", "wall", "w");

    private final char letter;
    private final boolean paged;
    private final String unit;
    private final List<String> words;

    KeeperKind(char letter, boolean paged, String unit, String... words) {
        this.letter = letter;
        this.paged = paged;
        this.unit = unit;
        this.words = List.of(words);
    }

    public char letter() {
        return letter;
    }

    /** Whether places are counted by page. */
    public boolean isPaged() {
        return paged;
    }

    /** What one place is called: card, cell, entry or well. */
    public String unit() {
        return unit;
    }

    public String words() {
        return words.get(0);
    }

    static Optional<KeeperKind> of(String word) {
        String w = word.toLowerCase(Locale.ROOT).strip();
        return Arrays.stream(values()).filter(k -> k.words.contains(w)).findFirst();
    }
}
