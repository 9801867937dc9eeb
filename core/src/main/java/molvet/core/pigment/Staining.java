package molvet.core.pigment;

/** How much stays in the paper after lifting. */
public enum Staining implements Grade {
    NONE,
    LOW,
    MEDIUM,
    HIGH
}
