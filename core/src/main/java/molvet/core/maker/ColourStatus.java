package molvet.core.maker;

/** Whether a maker still sells a colour. */
public enum ColourStatus {
    CURRENT,
    LIMITED,
    DISCONTINUED
}
