package molvet.server.page;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.server.Api;
import molvet.server.TestDatabase;

/** The addresses of the page, read from what its rooms register, so that no page can be left out of a check. */
final class Pages {
    private static final Pattern ROUTE = Pattern.compile("page\\(\\s*\"([^\"]+)\"");
    private static final Pattern VARIABLE = Pattern.compile(":(\\w+)");
    /** Variables that are no number of a row. */
    private static final Map<String, String> OTHERS = Map.of("code", "PB29", "number", "0001", "page", "1");
    /** Variables that are called otherwise than the table they point into. */
    private static final Map<String, String> TABLES = Map.of("reading", "scan");

    private Pages() {}

    /** As the rooms write them, such as {@code /paints/:paint}. */
    static List<String> routes() {
        try (Stream<Path> rooms = Files.list(Path.of("../web/src/rooms"))) {
            return rooms.map(r -> r.resolve("room.tsx"))
                    .filter(Files::exists)
                    .flatMap(Pages::routesOf)
                    .sorted()
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Stream<String> routesOf(Path room) {
        try {
            return ROUTE.matcher(Files.readString(room)).results().map(m -> m.group(1));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** An address of the route, with a row of the collector in every place that wants one. */
    static String address(String route, String email) {
        return VARIABLE.matcher(route).replaceAll(v -> {
            String name = v.group(1);
            return OTHERS.containsKey(name) ? OTHERS.get(name) : row(TABLES.getOrDefault(name, name), email);
        });
    }

    private static String row(String table, String email) {
        try (var db = TestDatabase.get().connect();
                var s = db.prepareStatement("select max(t.id) from " + table
                        + " t join collector c on c.id = t.collector_id where c.email = ?")) {
            s.setString(1, email);
            ResultSet r = s.executeQuery();
            r.next();
            return r.getString(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Some blues of the demo that can be compared, as an address names them. */
    static String blues(Api demo, int many) {
        return demo.find("hue:blue painted not \"not read\"")
                .json()
                .get("paints")
                .valueStream()
                .filter(p -> !p.get("strip").isNull())
                .limit(many)
                .map(p -> p.get("id").asString())
                .collect(Collectors.joining(","));
    }
}
