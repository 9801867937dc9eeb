package molvet.server.maker;

import tools.jackson.databind.json.JsonMapper;

/** What {@code bench fuzz} reads tables by. */
public final class FuzzedTables {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private FuzzedTables() {}

    public static void read(byte[] file) {
        TableFile.read(file, JSON);
    }
}
