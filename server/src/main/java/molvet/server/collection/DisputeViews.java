package molvet.server.collection;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.collection.Disputes;
import molvet.core.collection.LetterToMaker;
import molvet.core.pigment.PigmentReference;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where label, pigments and paper cannot agree, as the page sees it: a worklist, gravest first. */
@Service
public class DisputeViews {
    private static final int MOST = 300;
    private static final int MOST_COUNTS = 500;

    private final VoiceStore store;
    private final PaintViews views;
    private final Disputes disputes;

    DisputeViews(VoiceStore store, PaintViews views, PigmentReference reference) {
        this.store = store;
        this.views = views;
        this.disputes = new Disputes(reference);
    }

    public record RemedyView(String remedy, String words) {}

    /**
     * @param mark what it is about: other facts make another dispute
     * @param leftWhy the reason it was left for, if it was; {@code left} the number to take it up again by
     */
    public record DisputeView(
            String kind,
            String kindInWords,
            PaintViews.PaintEntry paint,
            List<PaintViews.PaintEntry> others,
            String message,
            List<RemedyView> remedies,
            String letter,
            String mark,
            @Nullable Long left,
            @Nullable String leftWhy) {}

    public record KindCount(String kind, String words, int count) {}

    public record DisputeList(List<DisputeView> disputes, int open, int left, List<KindCount> kinds) {}

    /**
     * @param find only among these paints; everything if left out
     * @param left also those that were left with a reason
     */
    @Transactional(readOnly = true)
    public DisputeList list(Collector me, String find, int limit, boolean left) {
        List<VoiceStore.VoiceRow> rows = store.all(me);
        Set<Long> among = find.isBlank() ? null : new HashSet<>(views.ids(me, find, Integer.MAX_VALUE));
        Map<Long, VoiceStore.VoiceRow> byId =
                rows.stream().collect(Collectors.toMap(VoiceStore.VoiceRow::id, Function.identity()));
        Map<String, VoiceStore.LeftRow> gone = new HashMap<>();
        store.left(me).forEach(l -> gone.put(l.paintId() + l.kind() + l.mark(), l));
        // All are worked out and then chosen from: one label is doubted beside another that the find does not hold.
        List<Disputes.Dispute> all = disputes
                .among(rows.stream().map(VoiceStore.VoiceRow::party).toList())
                .stream()
                .filter(d -> among == null || among.contains(d.paint()))
                .toList();
        List<Disputes.Dispute> open =
                all.stream().filter(d -> !gone.containsKey(key(d))).toList();
        List<Disputes.Dispute> shown = (left ? all : open)
                .stream().limit(Math.max(1, Math.min(MOST, limit))).toList();
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
                        .map(d -> view(d, byId.get(d.paint()), entries, gone.get(key(d))))
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

    private static String key(Disputes.Dispute d) {
        return d.paint() + d.kind().name() + mark(d);
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

    private record Counted(String stamp, int open) {}

    /** Counts of the collectors seen last; each holds until the next act of its collector. */
    private final Map<Long, Counted> counts = Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Counted> eldest) {
            return size() > MOST_COUNTS;
        }
    });

    /** How many are open, for the rail, which asks at every turn. */
    int open(Collector me) {
        String stamp = store.stamp(me);
        Counted before = counts.get(me.id());
        if (before != null && before.stamp.equals(stamp)) return before.open;
        int open = list(me, "", 1, false).open();
        counts.put(me.id(), new Counted(stamp, open));
        return open;
    }
}
