package molvet.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import molvet.core.StandsOn;
import molvet.server.platform.Room;
import molvet.server.platform.Schema;
import molvet.server.platform.Table;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Every room knows only the rooms it says it stands on, and those that they stand on: in what it imports, on both floors, and
 * in the tables its SQL names. No list of rooms is kept here: each says it of itself, on its package.
 */
@AnalyzeClasses(
        packages = "molvet",
        importOptions = {ImportOption.DoNotIncludeTests.class, HouseTest.Written.class})
class HouseTest {
    private static final Pattern OF_A_ROOM = Pattern.compile("molvet\\.(core|server)\\.(\\w+)(\\..*)?");
    private static final Pattern TABLE = Pattern.compile("(?i)\\b(?:from|join|into|update)\\s+([a-z_]+)\\b");
    private static final Pattern STRING =
            Pattern.compile("\"\"\"(.*?)\"\"\"|\"((?:[^\"\\\\\n]|\\\\.)*)\"", Pattern.DOTALL);

    /** What is laid out at build time for a quick start is nobody's hand. */
    static final class Written implements ImportOption {
        @Override
        public boolean includes(Location location) {
            return !location.contains("__") && !location.contains("$$SpringCGLIB");
        }
    }

    /** Rooms a room knows, itself among them; its floor and name as “server.shelf”. */
    private static Set<String> known(String floor, String room) {
        Set<String> known = new LinkedHashSet<>();
        gather(floor, room, known, new LinkedHashSet<>());
        return known;
    }

    private static void gather(String floor, String room, Set<String> known, Set<String> under) {
        assertThat(under.add(room))
                .as("rooms stand on each other in a circle: " + under + room)
                .isTrue();
        known.add(room);
        for (String on : declared(floor, room)) gather(floor, on, known, under);
        under.remove(room);
    }

    private static String[] declared(String floor, String room) {
        try {
            StandsOn said = Class.forName("molvet." + floor + "." + room + ".package-info")
                    .getAnnotation(StandsOn.class);
            assertThat(said)
                    .as("molvet." + floor + "." + room + " says which rooms it stands on")
                    .isNotNull();
            return said.value();
        } catch (ClassNotFoundException e) {
            throw new AssertionError("molvet." + floor + "." + room + " has no package-info", e);
        }
    }

    @ArchTest
    static void roomsKnowOnlyWhatTheyStandOn(JavaClasses classes) {
        Set<String> wrong = new TreeSet<>();
        classes.forEach(c -> {
            Matcher of = OF_A_ROOM.matcher(c.getPackageName());
            if (!of.matches()) return;
            Set<String> own = known(of.group(1), of.group(2));
            // A room of the server may use what the same rooms of the core are.
            Set<String> core = coreOf(of.group(1), own);
            c.getDirectDependenciesFromSelf().forEach(d -> {
                Matcher to = OF_A_ROOM.matcher(d.getTargetClass().getPackageName());
                if (!to.matches()) return;
                boolean fine = to.group(1).equals(of.group(1))
                        ? own.contains(to.group(2))
                        : to.group(1).equals("core") && core.contains(to.group(2));
                if (!fine)
                    wrong.add(c.getName() + " knows " + d.getTargetClass().getName());
            });
        });
        assertThat(wrong).isEmpty();
    }

    private static Set<String> coreOf(String floor, Set<String> rooms) {
        if (floor.equals("core")) return rooms;
        Set<String> all = new LinkedHashSet<>();
        rooms.stream()
                .filter(r -> Files.isDirectory(Path.of("../core/src/main/java/molvet/core", r)))
                .forEach(r -> all.addAll(known("core", r)));
        all.addAll(known("core", "pigment"));
        return all;
    }

    @ArchTest
    static void sqlNamesOnlyTablesOfTheRoomsBelow(JavaClasses classes) throws IOException {
        Map<String, String> owner = new TreeMap<>();
        RunningMolvet.context()
                .getBeansOfType(Room.class)
                .values()
                .forEach(r -> r.tables().forEach(t -> owner.put(t.name(), r.name())));
        Set<String> wrong = new TreeSet<>();
        try (Stream<Path> files = Files.walk(Path.of("src/main/java/molvet/server"))) {
            for (Path file : (Iterable<Path>) files.filter(f -> f.toString().endsWith(".java"))::iterator) {
                String room = Path.of("src/main/java/molvet/server")
                        .relativize(file)
                        .getName(0)
                        .toString();
                if (room.endsWith(".java")) continue;
                Set<String> known = known("server", room);
                Matcher string = STRING.matcher(Files.readString(file));
                while (string.find()) {
                    Matcher table = TABLE.matcher(string.group());
                    while (table.find()) {
                        String of = owner.get(table.group(1));
                        if (of != null && !known.contains(of)) {
                            wrong.add(file.getFileName() + " of " + room + " asks " + table.group(1) + " of " + of);
                        }
                    }
                }
            }
        }
        assertThat(wrong).isEmpty();
    }

    /** What no room answers for would be neither undone nor deleted with an account. */
    @ArchTest
    static void everyTableBelongsToARoom(JavaClasses classes) {
        Set<String> registered = new TreeSet<>();
        RunningMolvet.context()
                .getBeansOfType(Room.class)
                .values()
                .forEach(r -> r.tables().stream().map(Table::name).forEach(registered::add));
        Set<String> there =
                new TreeSet<>(RunningMolvet.context().getBean(Schema.class).tables());
        assertThat(there).as("tables of the schema").isEqualTo(registered);
    }

    @ArchTest
    static final ArchRule SERVICES_HOLD_NO_SQL = noClasses()
            .that()
            .haveSimpleNameNotEndingWith("Store")
            .and()
            .resideOutsideOfPackage("molvet.server.platform..")
            .should()
            .dependOnClassesThat()
            .areAssignableTo(JdbcClient.class);
}
