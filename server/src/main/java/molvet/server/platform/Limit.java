package molvet.server.platform;

import java.util.Locale;

/** How much of something one collector may have. Asked at the end of every act that made some of it. */
public interface Limit {
    /** The table whose new rows count. */
    String table();

    Used used(Collector me);

    /**
     * How much there is, and may be.
     *
     * @param what as the number asks for it, with a time where it is counted by one: “paints”, “reading today”
     * @param most {@link Long#MAX_VALUE}: as many as one likes
     * @param otherwise what can be done where there is no room, as a sentence
     */
    record Used(String what, long has, long most, String otherwise) {
        /** From this share of it on, it is told. */
        private static final double NEARLY = 0.8;

        public boolean nearly() {
            return has > NEARLY * most;
        }

        /** In a sentence or two. */
        public String said() {
            return String.format(Locale.ROOT, "%,d %s", has, what)
                    + (most == Long.MAX_VALUE ? "" : String.format(Locale.ROOT, "; %,d at most", most)) + "."
                    + (nearly() ? " The room is nearly used up. " + otherwise : "");
        }
    }

    /** A limit as it is set; where none is, none holds for one’s own machine and another where others may join. */
    static long of(String set, String signUp, long whereOthersJoin) {
        if (!set.isBlank()) return Long.parseLong(set.strip());
        return signUp.equalsIgnoreCase("first") ? Long.MAX_VALUE : whereOthersJoin;
    }

    /** @throws Taken if there is more than may be */
    default void require(Collector me) {
        Used used = used(me);
        if (used.has <= used.most) return;
        throw new Taken(
                "no-room",
                String.format(
                        Locale.ROOT,
                        "With this there would be %,d %s, and %,d are the most here. Nothing was saved. %s",
                        used.has,
                        used.what,
                        used.most,
                        used.otherwise),
                null);
    }
}
