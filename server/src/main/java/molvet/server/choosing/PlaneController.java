package molvet.server.choosing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.HuePlane;
import molvet.core.collection.Redundancy;
import molvet.core.collection.Sample;
import molvet.core.collection.Wheel;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.collection.VoiceStore;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** All of a find as dots of their own colour, where they gape and crowd, and which stand in for each other. */
@RestController
class PlaneController {
    private static final int MOST = 5_000;
    private static final int PATH = 5;
    private static final int MOST_GROUPS = 60;

    private final VoiceStore store;
    private final PaintViews views;
    private final Finder finder;

    PlaneController(VoiceStore store, PaintViews views, Finder finder) {
        this.finder = finder;
        this.store = store;
        this.views = views;
    }

    enum Strength {
        FULL,
        MIDDLE,
        TINT;

        Lab of(WashRun run) {
            return switch (this) {
                case FULL -> run.full();
                case MIDDLE -> run.half();
                case TINT ->
                    run.at(run.full().l()
                            + 0.85 * (run.palest().l() - run.full().l()));
            };
        }
    }

    /** @param path a* and b* from full strength to palest, five points */
    record PlaneDot(
            long paint,
            String accession,
            String name,
            String recipe,
            double a,
            double b,
            double l,
            String colour,
            List<List<Double>> path) {}

    record PlaneGap(double from, double to, String said) {}

    record PlaneCrowd(List<Long> paints, String said) {}

    record SubstituteGroup(List<PaintViews.PaintEntry> paints, double widest, List<String> losses) {}

    /**
     * @param missing what the wheel lacks, as the report card says it; {@code gaps} its wide stretches, to be drawn
     * @param tooMany whether so many are near each other that there are no groups
     * @param without how many of the find are not measured, and so have no dot
     */
    record PlaneView(
            List<PlaneDot> dots,
            String missing,
            List<PlaneGap> gaps,
            List<PlaneCrowd> crowds,
            List<SubstituteGroup> groups,
            String groupsAre,
            int groupsInAll,
            boolean tooMany,
            int without) {}

    /**
     * @param strength FULL, MIDDLE or TINT
     * @param threshold ΔE00 below which two stand in for each other, 0.5 to 10
     */
    @GetMapping("/api/plane")
    @Transactional(readOnly = true)
    public PlaneView plane(
            Collector me,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "MIDDLE") String strength,
            @RequestParam(defaultValue = "3") double threshold) {
        Strength at = Fields.one("strength", strength, Strength.values());
        if (!(threshold >= 0.5 && threshold <= 10)) {
            throw Refusal.of("threshold", "A threshold of " + threshold + " tells nothing.", "Take 0.5 to 10.");
        }
        List<VoiceRow> rows = store.some(me, finder.ids(me, find, MOST));
        List<VoiceRow> seen = new ArrayList<>();
        List<Sample> all = new ArrayList<>();
        for (VoiceRow r : rows) {
            Optional<Sample> sample = r.sample();
            if (sample.isEmpty()) continue;
            seen.add(r);
            all.add(sample.get());
        }
        List<Lab> dots = all.stream().map(s -> at.of(s.run())).toList();
        Redundancy redundancy = new Redundancy(threshold);
        List<Redundancy.Group> groups = List.of();
        boolean tooMany = false;
        try {
            groups = redundancy.groups(all);
        } catch (Redundancy.TooMany e) {
            tooMany = true;
        }
        Map<Long, PaintViews.PaintEntry> entries = new HashMap<>();
        views.entries(
                        me,
                        groups.stream()
                                .limit(MOST_GROUPS)
                                .flatMap(g -> g.members().stream())
                                .map(i -> seen.get(i).id())
                                .toList())
                .forEach(e -> entries.put(e.id(), e));
        Wheel wheel = Wheel.of(
                all.stream().map(s -> Wheel.Seen.of(s.run().half(), s.recipe())).toList(), rows.size(), all.size());
        return new PlaneView(
                java.util.stream.IntStream.range(0, seen.size())
                        .mapToObj(i -> dot(seen.get(i), all.get(i), dots.get(i)))
                        .toList(),
                wheel.said(),
                wheel.isTold()
                        ? wheel.gaps().stream()
                                .map(g -> new PlaneGap(g.from(), g.to(), g.said()))
                                .toList()
                        : List.of(),
                HuePlane.crowds(dots).stream()
                        .limit(12)
                        .map(c -> new PlaneCrowd(
                                c.members().stream().map(i -> seen.get(i).id()).toList(), c.said()))
                        .toList(),
                groups.stream()
                        .limit(MOST_GROUPS)
                        .map(g -> new SubstituteGroup(
                                g.members().stream()
                                        .map(i -> entries.get(seen.get(i).id()))
                                        .toList(),
                                g.widest(),
                                g.losses()))
                        .toList(),
                redundancy.words() + ", and equal in granulation",
                groups.size(),
                tooMany,
                rows.size() - seen.size());
    }

    private static PlaneDot dot(VoiceRow r, Sample s, Lab at) {
        List<List<Double>> path = new ArrayList<>();
        double from = s.run().full().l();
        double to = s.run().palest().l();
        for (int i = 0; i < PATH; i++) {
            Lab c = s.run().at(from + (to - from) * i / (PATH - 1));
            path.add(List.of(round(c.a()), round(c.b())));
        }
        return new PlaneDot(
                r.id(),
                new molvet.core.collection.Accession(r.accession()).toString(),
                r.name(),
                r.recipe(),
                round(at.a()),
                round(at.b()),
                round(at.l()),
                CompareController.hex(at),
                path);
    }

    private static double round(double v) {
        return Math.round(v * 100) / 100.0;
    }
}
