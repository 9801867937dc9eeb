package molvet.server.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.measure.Words;
import molvet.core.reading.DeviceEye;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Scanners and cameras of a collector, and what has been learnt of their eyes. */
@Service
public class Devices {
    private static final TypeReference<List<DeviceEye.Seen>> PATCHES = new TypeReference<>() {};

    private final DeviceStore store;
    private final Acts acts;
    private final Rows rows;
    private final JsonMapper json;

    Devices(DeviceStore store, Acts acts, Rows rows, JsonMapper json) {
        this.store = store;
        this.acts = acts;
        this.rows = rows;
        this.json = json;
    }

    /**
     * @param eye what was learnt; empty: too little is known, or it would not help
     * @param patches how many patches of a colour-checker it is learnt from, {@code paints} how many colours of paints
     */
    record Known(DeviceStore.DeviceRow device, Optional<DeviceEye> eye, int patches, int paints) {
        /** What is known of it, in a sentence. */
        String said() {
            if (patches + paints == 0) {
                return "Not learnt yet: read one sheet with a colour-checker beside it, or measure some of its swatches"
                        + " with a meter.";
            }
            String from = List.of(
                            patches == 0 ? "" : "a colour-checker", paints == 0 ? "" : paints + " colours of paints")
                    .stream()
                    .filter(s -> !s.isEmpty())
                    .reduce((a, b) -> a + " and " + b)
                    .orElse("");
            return eye.map(e -> String.format(
                            java.util.Locale.ROOT,
                            "Learnt from %s: what its own eye gets wrong falls from ΔE00 %.1f to %.1f in the mean.",
                            from,
                            e.before(),
                            e.after()))
                    .orElse("Seen beside " + from + ": correcting it would not help, or there are too few.");
        }
    }

    List<Known> all(Collector me) {
        return store.devices(me).stream().map(d -> known(me, d)).toList();
    }

    Optional<Known> known(Collector me, long device) {
        return store.device(me, device).map(d -> known(me, d));
    }

    private Known known(Collector me, DeviceStore.DeviceRow d) {
        List<DeviceEye.Seen> patches = json.readValue(d.patches(), PATCHES);
        List<DeviceEye.Seen> pairs = new ArrayList<>(patches);
        for (DeviceStore.SeenTwice s : store.seenTwice(me, d.id())) {
            Optional<DeviceEye> then = eye(s.eye());
            pairs.add(new DeviceEye.Seen(then.map(e -> e.undone(s.mass())).orElse(s.mass()), s.massIs()));
            pairs.add(new DeviceEye.Seen(then.map(e -> e.undone(s.tint())).orElse(s.tint()), s.tintIs()));
        }
        return new Known(d, DeviceEye.learnt(pairs), patches.size(), pairs.size() - patches.size());
    }

    /** What a reading was corrected by, as it is kept with it. */
    Optional<DeviceEye> eye(String kept) {
        return kept.isEmpty() ? Optional.empty() : Optional.of(json.readValue(kept, DeviceEye.class));
    }

    String kept(Optional<DeviceEye> eye) {
        return eye.map(json::writeValueAsString).orElse("");
    }

    /** The device of that name, made where there is none. */
    @Transactional
    public long called(Collector me, String name) {
        String line = Words.needed("device", name, 160);
        return store.byName(me, line)
                .map(DeviceStore.DeviceRow::id)
                .orElseGet(() -> acts.quietly(me, () -> rows.add(me, "device", Map.of("name", line, "patches", "[]"))));
    }

    /** A colour-checker was in one of its pictures. */
    @Transactional
    public void saw(Collector me, @Nullable Long device, List<DeviceEye.Seen> patches) {
        if (device == null || patches.isEmpty()) return;
        acts.quietly(me, () -> rows.change(me, "device", device, Map.of("patches", json.writeValueAsString(patches))));
    }

    @Transactional
    public void rename(Collector me, long device, String name, @Nullable Integer version) {
        String line = Words.needed("name", name, 160);
        DeviceStore.DeviceRow row = store.device(me, device).orElseThrow(Devices::none);
        if (store.byName(me, line).filter(d -> d.id() != device).isPresent()) {
            throw molvet.core.measure.Refusal.of(
                    "name", "There is a device “" + line + "” already.", "Give it another name.");
        }
        acts.act(
                me,
                () -> "Called the device " + row.name() + " “" + line + "”",
                () -> rows.change(me, "device", device, Map.of("name", line), version, () -> row));
    }

    /** Takes a device away, with what was learnt of it; readings stay as they are. */
    @Transactional
    public void delete(Collector me, long device) {
        DeviceStore.DeviceRow row = store.device(me, device).orElseThrow(Devices::none);
        acts.act(me, () -> "Took away the device " + row.name(), () -> rows.remove(me, "device", device));
    }

    private static NotFound none() {
        return new NotFound("There is no such device in your collection.");
    }
}
