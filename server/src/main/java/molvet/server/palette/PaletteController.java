package molvet.server.palette;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import molvet.core.palette.Box;
import molvet.core.palette.PanSize;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Boxes, palettes, their drafts and their versions. */
@RestController
class PaletteController {
    private final Palettes palettes;
    private final PaletteVersions versions;
    private final PaletteOrders orders;
    private final PaletteViews views;
    private final PaletteJudgement judgement;
    private final Boxes boxes;
    private final PaletteStore store;
    private final Clock clock;

    PaletteController(
            Palettes palettes,
            PaletteVersions versions,
            PaletteOrders orders,
            PaletteViews views,
            PaletteJudgement judgement,
            Boxes boxes,
            PaletteStore store,
            Clock clock) {
        this.palettes = palettes;
        this.versions = versions;
        this.orders = orders;
        this.views = views;
        this.judgement = judgement;
        this.boxes = boxes;
        this.store = store;
        this.clock = clock;
    }

    // ---- boxes ------------------------------------------------------------------------------------------------------

    record BoxView(long id, String name, String words, int wells, BoxShape shape, String note, int version) {}

    /** @param start to be named where a palette begins in it */
    record StartBox(int start, String name, String words, int wells, BoxShape shape) {}

    /** @param size its number; null for what is usual */
    record SizeView(
            @Nullable Long size,
            @Nullable Long maker,
            @Nullable String makerName,
            String form,
            double width,
            double height) {}

    record BoxList(List<BoxView> boxes, List<StartBox> starts, List<SizeView> sizes) {}

    @GetMapping("/api/boxes")
    BoxList boxes(Collector me) {
        List<Box.Start> starts = Box.starts();
        List<SizeView> sizes = new java.util.ArrayList<>(PanSize.FORMS.stream()
                .map(PanSize::usual)
                .map(s -> new SizeView(null, null, null, s.form().name(), s.width(), s.height()))
                .toList());
        store.sizes(me)
                .forEach(s -> sizes.add(new SizeView(s.id(), s.makerId(), s.maker(), s.form(), s.width(), s.height())));
        return new BoxList(
                store.boxes(me).stream()
                        .map(b -> {
                            Box box = boxes.box(b);
                            return new BoxView(
                                    b.id(),
                                    b.name(),
                                    box.words(),
                                    box.count(),
                                    BoxShape.of(box),
                                    b.note(),
                                    b.version());
                        })
                        .toList(),
                IntStream.range(0, starts.size())
                        .mapToObj(i -> new StartBox(
                                i,
                                starts.get(i).name(),
                                starts.get(i).box().words(),
                                starts.get(i).box().count(),
                                BoxShape.of(starts.get(i).box())))
                        .toList(),
                sizes);
    }

    @PostMapping("/api/boxes")
    @ResponseStatus(HttpStatus.CREATED)
    BoxList addBox(Collector me, @RequestBody Boxes.NewBox typed) {
        boxes.add(me, typed);
        return boxes(me);
    }

    @PutMapping("/api/boxes/{box}")
    BoxList changeBox(Collector me, @PathVariable long box, @RequestBody Boxes.NewBox typed) {
        boxes.change(me, box, typed);
        return boxes(me);
    }

    @DeleteMapping("/api/boxes/{box}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteBox(Collector me, @PathVariable long box) {
        boxes.delete(me, box);
    }

    /** How wide and high a pan is, of one maker or of all; what was said of the same before gives way. */
    @PutMapping("/api/pan-sizes")
    BoxList size(Collector me, @RequestBody Boxes.NewSize typed) {
        boxes.size(me, typed);
        return boxes(me);
    }

    @DeleteMapping("/api/pan-sizes/{pan_size}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forgetSize(Collector me, @PathVariable("pan_size") long size) {
        boxes.forget(me, size);
    }

    /** Which box of one’s own takes all these pans, with its rails taken out. */
    @PostMapping("/api/boxes/lay")
    Boxes.LaidBoxes lay(Collector me, @RequestBody Boxes.LayAsked asked) {
        return boxes.lay(me, asked);
    }

    // ---- palettes ---------------------------------------------------------------------------------------------------

    @GetMapping("/api/palettes")
    PaletteViews.PaletteList list(Collector me) {
        return views.list(me);
    }

    @PostMapping("/api/palettes")
    @ResponseStatus(HttpStatus.CREATED)
    PaletteViews.PalettePage add(Collector me, @RequestBody Palettes.NewPalette typed) {
        return views.page(me, palettes.add(me, typed));
    }

    // Digits only: “5.png” is its picture, and not its number.
    @GetMapping("/api/palettes/{palette:\\d+}")
    PaletteViews.PalettePage one(Collector me, @PathVariable long palette) {
        return views.page(me, palette);
    }

    @PutMapping("/api/palettes/{palette:\\d+}")
    PaletteViews.PalettePage rename(Collector me, @PathVariable long palette, @RequestBody Palettes.Renamed typed) {
        palettes.rename(me, palette, typed);
        return views.page(me, palette);
    }

    @DeleteMapping("/api/palettes/{palette:\\d+}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long palette) {
        palettes.delete(me, palette);
    }

    /** How it flows, what it lacks and has twice, what is used, and what a review would take out. */
    @GetMapping("/api/palettes/{palette}/judged")
    PaletteJudgement.JudgedPalette judged(Collector me, @PathVariable long palette) {
        return judgement.judged(me, palette);
    }

    /** The whole draft as it shall be. */
    @PutMapping("/api/palettes/{palette}/draft")
    PaletteViews.PalettePage change(
            Collector me, @PathVariable long palette, @RequestBody Palettes.PaletteDraft typed) {
        palettes.change(me, palette, typed);
        return views.page(me, palette);
    }

    /** @param left over: how many paints found no free well */
    record FilledPalette(PaletteViews.PalettePage palette, int left) {}

    @PostMapping("/api/palettes/{palette}/fill")
    FilledPalette fill(Collector me, @PathVariable long palette, @RequestBody Palettes.WellFilling typed) {
        int left = palettes.fill(me, palette, typed);
        return new FilledPalette(views.page(me, palette), left);
    }

    /** Lays a pan into a well, pours a tube into a pan for it, or squeezes it there. */
    @PostMapping("/api/palettes/{palette}/wells")
    PaletteViews.PalettePage into(Collector me, @PathVariable long palette, @RequestBody Palettes.IntoWell typed) {
        palettes.into(me, palette, typed);
        return views.page(me, palette);
    }

    @PutMapping("/api/palettes/{palette}/box")
    PaletteViews.PalettePage rebox(Collector me, @PathVariable long palette, @RequestBody Palettes.Reboxed typed) {
        palettes.rebox(me, palette, typed);
        return views.page(me, palette);
    }

    /** Another order of the draft, worked out and not kept: by a school, or the smoothest. */
    @PostMapping("/api/palettes/{palette}/order")
    PaletteOrders.Ordered order(
            Collector me, @PathVariable long palette, @RequestBody PaletteOrders.WellOrderAsked asked) {
        return orders.order(me, palette, asked);
    }

    // ---- versions ---------------------------------------------------------------------------------------------------

    /** The draft becomes a version. */
    @PostMapping("/api/palettes/{palette}/versions")
    @ResponseStatus(HttpStatus.CREATED)
    PaletteViews.PalettePage keep(
            Collector me, @PathVariable long palette, @RequestBody PaletteVersions.Keeping typed) {
        versions.keep(me, palette, typed);
        return views.page(me, palette);
    }

    record TakenBack(@Nullable Integer version) {}

    /** The draft becomes what a version was. */
    @PostMapping("/api/palettes/{palette}/versions/{number}/back")
    PaletteViews.PalettePage takeBack(
            Collector me, @PathVariable long palette, @PathVariable int number, @RequestBody TakenBack typed) {
        versions.takeBack(me, palette, number, typed.version());
        return views.page(me, palette);
    }

    /** Two versions side by side; 0 is the draft. */
    @GetMapping("/api/palettes/{palette}/changes")
    PaletteViews.ChangesView changes(
            Collector me, @PathVariable long palette, @RequestParam int from, @RequestParam int to) {
        return views.between(me, palette, from, to);
    }

    /** What lay in it on a day, today if left out. */
    @GetMapping("/api/palettes/{palette}/at")
    PaletteViews.VersionView at(
            Collector me, @PathVariable long palette, @RequestParam(required = false) @Nullable String on) {
        return views.on(me, palette, Fields.day("on", on, LocalDate.now(clock)));
    }
}
