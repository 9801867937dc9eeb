package molvet.core.maker;

/** For whom a line is made. */
public enum LineGrade {
    ARTIST,
    STUDENT,
    HANDMADE
}
