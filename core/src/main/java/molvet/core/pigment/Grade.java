package molvet.core.pigment;

/** One step on the scale of a {@link Trait}; steps are in order, first to last. */
public interface Grade {
    int ordinal();

    String name();

    /** The step in words, as on screen: {@code semi-transparent}. */
    default String words() {
        return name().toLowerCase(java.util.Locale.ROOT)
                .replace("very_good", "very good")
                .replace('_', '-');
    }
}
