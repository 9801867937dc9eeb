package molvet.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/**
 * While servers are renewed one by one, those of the version before work on the schema of the new one: it may only have been
 * added to. What is taken away goes one version later. Holds from version 26 on, the first that several servers share.
 */
class MigrationsTest {
    private static final int FIRST = 26;
    private static final Pattern TAKES = Pattern.compile(
            "\\b(drop|rename|truncate|modify|change)\\b|\\badd\\s+(unique|constraint|foreign|primary)|\\bdelete\\s+from",
            Pattern.CASE_INSENSITIVE);

    private static final Pattern KEY =
            Pattern.compile("\\badd constraint \\w+ foreign key \\((\\w+)\\)", Pattern.CASE_INSENSITIVE);

    /** A text that may be longer takes all that it took. */
    private static final Pattern WIDENS =
            Pattern.compile("\\bmodify \\w+ mediumtext not null default ''", Pattern.CASE_INSENSITIVE);

    /** What in one migration servers of the version before could not live with. */
    private static List<String> faults(String sql) {
        List<String> faults = new ArrayList<>();
        for (String statement : sql.replaceAll("(?m)--.*$", "").split(";")) {
            String one = statement.strip().replaceAll("\\s+", " ");
            if (one.toLowerCase().startsWith("create table")) continue;
            if (TAKES.matcher(WIDENS.matcher(withoutKeysOfNew(one)).replaceAll(""))
                    .find()) faults.add(one);
            for (String added : one.split("(?i)\\badd column\\b")) {
                if (added.equals(one) || added.isBlank() || added.toLowerCase().startsWith("alter table")) continue;
                // A row that the version before adds says nothing of the column.
                String lower = added.toLowerCase();
                if (lower.contains("not null") && !lower.contains("default")) faults.add("add column" + added);
            }
        }
        return faults;
    }

    /** The version before writes nothing into a column it does not know: a key of one added here binds only the new. */
    private static String withoutKeysOfNew(String statement) {
        return KEY.matcher(statement)
                .replaceAll(
                        key -> statement.matches("(?i).*\\badd column " + key.group(1) + "\\b.*") ? "" : key.group());
    }

    @Test
    void everyMigrationOnlyAdds() throws IOException {
        Resource[] all = new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/V*.sql");
        List<Resource> shared = Arrays.stream(all)
                .filter(r -> Integer.parseInt(r.getFilename().replaceAll("V(\\d+)__.*", "$1")) >= FIRST)
                .toList();
        assertThat(shared).isNotEmpty();
        for (Resource r : shared) {
            assertThat(faults(r.getContentAsString(StandardCharsets.UTF_8)))
                    .as(r.getFilename())
                    .isEmpty();
        }
    }

    @Test
    void whatTakesAwayIsFound() {
        assertThat(faults("alter table paint drop column note;")).hasSize(1);
        String key = "add constraint k foreign key (b) references paint (id)";
        assertThat(faults("alter table paint " + key + ";")).hasSize(1);
        assertThat(faults("alter table paint add column b bigint, " + key + ";"))
                .isEmpty();
        assertThat(faults("alter table paint modify note varchar(10) not null;"))
                .hasSize(1);
        assertThat(faults("alter table paint modify note mediumtext not null default '';"))
                .isEmpty();
        assertThat(faults("alter table paint add column weight int not null;")).hasSize(1);
        assertThat(faults("alter table paint add unique key x (name);")).hasSize(1);
        assertThat(faults(
                        "-- drop nothing\nalter table paint add column weight int not null default 0, add column why varchar(9);"
                                + " create table x (id bigint not null primary key);"))
                .isEmpty();
    }
}
