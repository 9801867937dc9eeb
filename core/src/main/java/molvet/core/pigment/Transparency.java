package molvet.core.pigment;

/** How much of what is beneath shows through, clearest first. */
public enum Transparency implements Grade {
    TRANSPARENT,
    SEMI_TRANSPARENT,
    SEMI_OPAQUE,
    OPAQUE
}
