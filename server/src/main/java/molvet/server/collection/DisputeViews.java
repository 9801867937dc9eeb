package molvet.server.collection;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.collection.Disputes;
import molvet.core.collection.LetterToMaker;
import molvet.core.collection.Worklist;
import molvet.core.pigment.PigmentReference;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where label, pigments and paper cannot agree, as the page sees it: a worklist, gravest first. */
@Service
public class DisputeViews {
    private static final int MOST = 300;
    private static final int MOST_KNOWN = 16;

    private final VoiceStore store;
    private final PaintViews views;
    private final Disputes disputes;
    private final Finder finder;
    private final Acts acts;

    DisputeViews(VoiceStore store, PaintViews views, PigmentReference reference, Finder finder, Acts acts) {
        this.acts = acts;
        this.finder = finder;
        this.store = store;
        this.views = views;
        this.disputes = new Disputes(reference);
    }

    public record RemedyView(@OneOf(Disputes.Remedy.class) String remedy, String words) {}

    /**
     * @param mark what it is about: other facts make another dispute
     * @param leftWhy the reason it was left for, if it was; {@code left} the number to take it up again by
     */
    public record DisputeView(
            @OneOf(Disputes.Kind.class) String kind,
            String kindInWords,
            PaintViews.PaintEntry paint,
            List<PaintViews.PaintEntry> others,
            String message,
            List<RemedyView> remedies,
            String letter,
            String mark,
            @Nullable Long left,
            @Nullable String leftWhy) {}

    public record KindCount(@OneOf(Disputes.Kind.class) String kind, String words, int count) {}

    public record DisputeList(List<DisputeView> disputes, int open, int left, List<KindCount> kinds) {}

    /**
     * @param find only among these paints; everything if empty
     * @param left also those that were left with a reason
     */
    @Transactional(readOnly = true)
    public DisputeList list(Collector me, String find, int limit, boolean left) {
        Set<Long> among = find.isBlank() ? null : new HashSet<>(finder.ids(me, find, Integer.MAX_VALUE));
        Map<Long, List<VoiceStore.LeftRow>> gone = gone(me);
        // All are worked out and then chosen from: one label is doubted beside another that the find does not hold.
        List<Disputes.Dispute> all = all(me).stream()
                .filter(d -> among == null || among.contains(d.paint()))
                .toList();
        List<Disputes.Dispute> open =
                all.stream().filter(d -> left(d, gone).isEmpty()).toList();
        List<Disputes.Dispute> shown = (left ? all : open)
                .stream().limit(Math.max(1, Math.min(MOST, limit))).toList();
        Map<Long, VoiceStore.VoiceRow> rows =
                store.some(me, shown.stream().map(Disputes.Dispute::paint).toList()).stream()
                        .collect(Collectors.toMap(VoiceStore.VoiceRow::id, Function.identity()));
        List<Long> ids = new ArrayList<>();
        shown.forEach(d -> {
            ids.add(d.paint());
            ids.addAll(d.others());
        });
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        views.entries(me, ids.stream().distinct().toList()).forEach(e -> entries.put(e.id(), e));
        Map<Disputes.Kind, Integer> kinds = new LinkedHashMap<>();
        open.forEach(d -> kinds.merge(d.kind(), 1, Integer::sum));
        return new DisputeList(
                shown.stream()
                        .map(d -> view(
                                d, rows.get(d.paint()), entries, left(d, gone).orElse(null)))
                        .toList(),
                open.size(),
                all.size() - open.size(),
                kinds.entrySet().stream()
                        .map(e -> new KindCount(e.getKey().name(), e.getKey().words(), e.getValue()))
                        .toList());
    }

    private static DisputeView view(
            Disputes.Dispute d,
            VoiceStore.VoiceRow row,
            Map<Long, PaintViews.PaintEntry> entries,
            VoiceStore.@Nullable LeftRow left) {
        return new DisputeView(
                d.kind().name(),
                d.kind().words(),
                entries.get(d.paint()),
                d.others().stream().map(entries::get).filter(Objects::nonNull).toList(),
                d.message(),
                d.kind().remedies().stream()
                        .map(r -> new RemedyView(r.name(), r.words()))
                        .toList(),
                LetterToMaker.about(d, row.party(), row.catalogueNumber()),
                mark(d),
                left == null ? null : left.id(),
                left == null ? null : left.reason());
    }

    /** Marks are worked out only where something was left: of many paints it would take long. */
    private static Optional<VoiceStore.LeftRow> left(Disputes.Dispute d, Map<Long, List<VoiceStore.LeftRow>> gone) {
        return gone.getOrDefault(d.paint(), List.of()).stream()
                .filter(l -> l.kind().equals(d.kind().name()) && l.mark().equals(mark(d)))
                .findFirst();
    }

    private static String mark(Disputes.Dispute d) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256")
                            .digest((d.kind() + "|" + d.message()).getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private Map<Long, List<VoiceStore.LeftRow>> gone(Collector me) {
        return store.left(me).stream().collect(Collectors.groupingBy(VoiceStore.LeftRow::paintId));
    }

    /** The disputes of one collector, as they were brought up to date last. */
    private static final class Kept {
        private final Worklist worklist;
        private String stamp = "";
        private Map<Long, Optional<LocalDateTime>> workedOut = Map.of();

        Kept(Worklist worklist) {
            this.worklist = worklist;
        }
    }

    /** Of the collectors seen last. */
    private final Map<Long, Kept> kept = Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Kept> eldest) {
            return size() > MOST_KNOWN;
        }
    });

    /**
     * Brought up to date with the paints whose facts were worked out anew since it was asked for last, by this server or
     * another.
     */
    private List<Disputes.Dispute> all(Collector me) {
        Kept mine = kept.computeIfAbsent(me.id(), id -> new Kept(new Worklist(disputes)));
        synchronized (mine) {
            String stamp = acts.stamp(me);
            if (mine.stamp.equals(stamp)) return mine.worklist.all();
            Map<Long, Optional<LocalDateTime>> now = store.workedOut(me);
            List<Long> changed = now.entrySet().stream()
                    .filter(w -> w.getValue().isEmpty() || !w.getValue().equals(mine.workedOut.get(w.getKey())))
                    .map(Map.Entry::getKey)
                    .toList();
            List<Long> gone = mine.worklist.paints().stream()
                    .filter(id -> !now.containsKey(id))
                    .toList();
            mine.worklist.update(
                    store.some(me, changed).stream()
                            .map(VoiceStore.VoiceRow::party)
                            .toList(),
                    gone);
            mine.stamp = stamp;
            mine.workedOut = now;
            return mine.worklist.all();
        }
    }

    /** How many are open, for the rail, which asks at every turn. */
    @Transactional(readOnly = true)
    public int open(Collector me) {
        Map<Long, List<VoiceStore.LeftRow>> gone = gone(me);
        return (int) all(me).stream().filter(d -> left(d, gone).isEmpty()).count();
    }
}
