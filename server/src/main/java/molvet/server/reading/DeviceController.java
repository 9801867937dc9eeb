package molvet.server.reading;

import java.util.List;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What pictures are taken with. */
@RestController
class DeviceController {
    private final Devices devices;

    DeviceController(Devices devices) {
        this.devices = devices;
    }

    /** {@code before}, {@code after}: mean ΔE00 without and with what was learnt; null where nothing helps. */
    record DeviceView(
            long id,
            String name,
            int readings,
            int patches,
            int paints,
            @Nullable Double before,
            @Nullable Double after,
            String said,
            int version) {}

    record DeviceList(List<DeviceView> devices) {}

    record DeviceName(String name, @Nullable Integer version) {}

    @GetMapping("/api/devices")
    @Transactional(readOnly = true)
    public DeviceList list(Collector me) {
        return new DeviceList(devices.all(me).stream()
                .map(k -> new DeviceView(
                        k.device().id(),
                        k.device().name(),
                        k.device().readings(),
                        k.patches(),
                        k.paints(),
                        k.eye().map(e -> e.before()).orElse(null),
                        k.eye().map(e -> e.after()).orElse(null),
                        k.said(),
                        k.device().version()))
                .toList());
    }

    @PutMapping("/api/devices/{device}")
    DeviceList rename(Collector me, @PathVariable long device, @RequestBody DeviceName typed) {
        devices.rename(me, device, Fields.text(typed.name()), typed.version());
        return list(me);
    }

    @DeleteMapping("/api/devices/{device}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long device) {
        devices.delete(me, device);
    }
}
