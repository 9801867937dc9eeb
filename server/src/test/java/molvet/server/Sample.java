package molvet.server;

import java.util.Comparator;
import java.util.List;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.core.type.filter.AssignableTypeFilter;

/**
 * Rows of a room that the demo and the larger tests do not make: a class in the room's own tests, found by itself, so that tests of
 * everything have a row of every table.
 */
public interface Sample {
    /** @param word stands in every text of it */
    void fill(Api me, String word);

    /** Those of all rooms. */
    static void fillAll(Api me, String word) {
        all().forEach(s -> s.fill(me, word));
    }

    private static List<Sample> all() {
        ClassPathScanningCandidateComponentProvider scan = new ClassPathScanningCandidateComponentProvider(false);
        scan.addIncludeFilter(new AssignableTypeFilter(Sample.class));
        return scan.findCandidateComponents("molvet.server").stream()
                .map(c -> c.getBeanClassName())
                .sorted(Comparator.naturalOrder())
                .map(Sample::made)
                .toList();
    }

    private static Sample made(String name) {
        try {
            var constructor = Class.forName(name).getDeclaredConstructor();
            constructor.setAccessible(true);
            return (Sample) constructor.newInstance();
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(name, e);
        }
    }
}
