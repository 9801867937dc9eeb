package molvet.core.collection;

import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Stream;
import molvet.core.collection.Disputes.Dispute;
import molvet.core.collection.Disputes.Group;
import molvet.core.collection.Disputes.Party;

/**
 * The disputes of one collection, kept so that a change costs no more than the groups its paints stand in. Not safe for use by
 * several threads at once.
 */
public final class Worklist {
    private final Disputes disputes;
    private final Map<Long, Party> paints = new HashMap<>();
    private final Map<Long, List<Dispute>> alone = new HashMap<>();
    private final Map<Group, SortedSet<Long>> groups = new HashMap<>();
    private final Map<Group, List<Dispute>> together = new HashMap<>();
    private List<Dispute> sorted = List.of();

    public Worklist(Disputes disputes) {
        this.disputes = disputes;
    }

    /** The paints it knows. */
    public Set<Long> paints() {
        return Collections.unmodifiableSet(paints.keySet());
    }

    /** @param changed paints that are new or may have changed; {@code gone} numbers of those that are not there any more */
    public void update(Collection<Party> changed, Collection<Long> gone) {
        Set<Group> touched = new HashSet<>();
        gone.forEach(id -> touched.addAll(remove(id)));
        for (Party p : changed) {
            if (p.equals(paints.get(p.paint()))) continue;
            touched.addAll(remove(p.paint()));
            paints.put(p.paint(), p);
            alone.put(p.paint(), disputes.about(p));
            for (Group g : disputes.groups(p)) {
                groups.computeIfAbsent(g, k -> new TreeSet<>()).add(p.paint());
                touched.add(g);
            }
        }
        for (Group g : touched) {
            SortedSet<Long> members = groups.get(g);
            List<Dispute> found = members == null
                    ? List.of()
                    : disputes.among(g, members.stream().map(paints::get).toList());
            if (found.isEmpty()) together.remove(g);
            else together.put(g, found);
        }
        if (touched.isEmpty() && changed.isEmpty() && gone.isEmpty()) return;
        sorted = Stream.concat(alone.values().stream(), together.values().stream())
                .flatMap(List::stream)
                .sorted(GRAVEST_FIRST)
                .toList();
    }

    private static final Comparator<Dispute> GRAVEST_FIRST = Comparator.comparing(Dispute::kind)
            .thenComparing(Comparator.comparingDouble(Dispute::weight).reversed())
            .thenComparing(Dispute::paint)
            .thenComparing(Dispute::message);

    private List<Group> remove(long paint) {
        Party before = paints.remove(paint);
        if (before == null) return List.of();
        alone.remove(paint);
        List<Group> left = disputes.groups(before);
        for (Group g : left) {
            SortedSet<Long> members = groups.get(g);
            members.remove(paint);
            if (members.isEmpty()) groups.remove(g);
        }
        return left;
    }

    /** All there are, gravest first. */
    public List<Dispute> all() {
        return sorted;
    }
}
