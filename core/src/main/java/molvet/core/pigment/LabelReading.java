package molvet.core.pigment;

import java.util.List;

/**
 * What was understood of a label.
 *
 * @param recipe the pigments in label order, each once
 * @param notes duplicates, readings from words, doubts
 * @param unread what was not understood, as written, piece by piece
 */
public record LabelReading(Recipe recipe, List<Note> notes, List<String> unread) {
    public LabelReading {
        notes = List.copyOf(notes);
        unread = List.copyOf(unread);
    }
}
