package molvet.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Two versions at one database: the version before has made the demo collection, with every room in it, on the tables of this
 * one. Both tell the same of it, and what is done through one is seen, gone on with and undone through the other.
 */
final class Upgrade {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Pattern SCAN = Pattern.compile("\"reading\":(\\d+)");
    private static final int ROUNDS = 12;
    private static int asked;

    private Upgrade() {}

    /** @param args the addresses of the version before and of this one */
    public static void main(String[] args) throws InterruptedException {
        Client before = open(args[0]);
        Client now = open(args[1]);
        settled(now);
        compare(rows(before), rows(now));
        for (int i = 0; i < ROUNDS; i++) {
            Client one = i % 2 == 0 ? before : now;
            Client other = i % 2 == 0 ? now : before;
            paint(one, other, i);
        }
        readSheet(before, now);
        readSheet(now, before);
        System.out.println(asked + " things were asked of both versions; nothing was refused, lost or told otherwise.");
    }

    private static Client open(String address) {
        Client c = new Client(address);
        c.get("/api/session");
        c.post("/api/session", "{\"email\":\"demo@molvet.example\",\"password\":\"molvet-demo\"}");
        return c;
    }

    /** Until every picture of the demo is read: a reading changes what both export. */
    private static void settled(Client of) throws InterruptedException {
        String scans = of.get("/api/readings");
        while (scans.contains("\"QUEUED\"") || scans.contains("\"READING\"")) {
            Thread.sleep(500);
            scans = of.get("/api/readings");
        }
    }

    private static void paint(Client one, Client other, int i) {
        String name = "Between Versions " + i;
        JsonNode made = JSON.readTree(
                one.post("/api/paints", "{\"name\":\"" + name + "\",\"form\":\"TUBE\",\"pigments\":\"PB29\"}"));
        long id = made.get("id").asLong();
        expect(
                JSON.readTree(other.get("/api/paints/" + id))
                        .get("name")
                        .asString()
                        .equals(name),
                "a paint is seen by the other");
        other.post("/api/paints/" + id + "/swatches", "{\"place\":\"R9 " + (i + 1) + "\",\"makeKeeper\":true}");
        one.post("/api/paints/" + id + "/observations", "{\"trait\":\"liking\",\"value\":\"loved\"}");
        JsonNode found = JSON.readTree(one.find("\"" + name + "\" loved in ring 9"));
        expect(found.get("total").asInt() == 1, "what both did to a paint is found");
        long act =
                JSON.readTree(one.get("/api/acts")).get("acts").get(0).get("id").asLong();
        other.post("/api/acts/" + act + "/undo", "{}");
        expect(
                JSON.readTree(one.find("\"" + name + "\" loved")).get("total").asInt() == 0,
                "what one did the other undoes");
    }

    /** A sheet is painted and looked at through one; whichever reads it, it is accepted through the other. */
    private static void readSheet(Client one, Client other) throws InterruptedException {
        JsonNode charts = JSON.readTree(one.get("/api/charts")).get("charts");
        long chart = charts.get(charts.size() - 1).get("id").asLong();
        Matcher queued = SCAN.matcher(one.post("/api/charts/" + chart + "/standin", "{\"device\":\"SCANNER\"}"));
        expect(queued.find(), "a sheet is painted and looked at");
        String scan = queued.group(1);
        JsonNode read = JSON.readTree(other.get("/api/readings/" + scan));
        while (Set.of("QUEUED", "READING").contains(read.get("state").asString())) {
            Thread.sleep(500);
            read = JSON.readTree(other.get("/api/readings/" + scan));
        }
        expect(read.get("state").asString().equals("PROPOSED"), "a sheet is read: " + read.get("state"));
        expect(read.get("cells").size() > 0, "its cells are proposed");
    }

    private static void expect(boolean holds, String what) {
        asked++;
        if (!holds) throw new IllegalStateException("Not so: " + what);
    }

    /** What is kept, by table: each row with a value for each column. What is worked out of it may be told otherwise. */
    private static Map<String, List<Map<String, JsonNode>>> rows(Client from) {
        Map<String, List<Map<String, JsonNode>>> all = new TreeMap<>();
        for (JsonNode holder : JSON.readTree(from.get("/api/collection.json")).findParents("columns")) {
            if (!holder.has("table") || !holder.has("rows")) continue;
            List<Map<String, JsonNode>> rows = new ArrayList<>();
            for (JsonNode row : holder.get("rows")) {
                Map<String, JsonNode> values = new TreeMap<>();
                for (int i = 0; i < row.size(); i++)
                    values.put(holder.get("columns").get(i).asString(), row.get(i));
                rows.add(values);
            }
            all.put(holder.get("table").asString(), rows);
        }
        return all;
    }

    /** Whatever the version before keeps, this one has, and perhaps more. */
    private static void compare(
            Map<String, List<Map<String, JsonNode>>> before, Map<String, List<Map<String, JsonNode>>> now) {
        expect(before.size() > 40, "all tables travel");
        before.forEach((table, rows) -> {
            expect(now.containsKey(table) && now.get(table).size() == rows.size(), "as many rows of " + table);
            for (int i = 0; i < rows.size(); i++) {
                Map<String, JsonNode> there = now.get(table).get(i);
                rows.get(i)
                        .forEach((column, value) -> expect(
                                value.equals(there.get(column)),
                                table + "." + column + " was " + value + ", is " + there.get(column)));
            }
        });
    }
}
