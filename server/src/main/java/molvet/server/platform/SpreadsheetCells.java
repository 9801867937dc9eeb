package molvet.server.platform;

/** Cells on their way into a spreadsheet. */
public final class SpreadsheetCells {
    private SpreadsheetCells() {}

    /** A text that a spreadsheet would take for a formula gets an apostrophe before it; numbers stay numbers. */
    public static Object harmless(Object cell) {
        return cell instanceof String s && !s.isEmpty() && "=+-@\t\r".indexOf(s.charAt(0)) >= 0 ? "'" + s : cell;
    }
}
