package molvet.bench;

/** How much is measured: all of it, or (with SMALL set) so little that it only shows that a benchmark runs and ends. */
final class Size {
    private static final boolean SMALL =
            !System.getenv().getOrDefault("SMALL", "").isEmpty();

    private Size() {}

    static int of(int full, int small) {
        return SMALL ? small : full;
    }
}
