package molvet.server.chart;

import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.Cutting;
import molvet.core.chart.Plan;
import molvet.core.chart.Ruling;
import molvet.core.chart.SheetSize;
import molvet.core.collection.School;
import molvet.core.collection.SchoolOrder;
import molvet.core.collection.Swatchable;
import molvet.core.colour.WashRun;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentReference;
import molvet.server.collection.Finder;
import molvet.server.collection.PaintViews;
import molvet.server.colour.LabValue;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.PrintedAddress;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Charts: the arithmetic of ruling, ordering and cutting, and the planned sheets with their painting. */
@RestController
class ChartController {
    private static final int MOST_DPI = 342;

    private final Charts charts;
    private final ChartViews views;
    private final PaintingWalks walks;
    private final ChartLettering lettering;
    private final ChartStore store;
    private final PaintViews paints;
    private final LabelReader reader;
    private final PrintedAddress address;
    private final SchoolOrder schools;
    private final Finder finder;

    ChartController(
            Charts charts,
            ChartViews views,
            PaintingWalks walks,
            ChartLettering lettering,
            ChartStore store,
            PaintViews paints,
            LabelReader reader,
            PrintedAddress address,
            PigmentReference reference,
            Finder finder) {
        this.finder = finder;
        this.charts = charts;
        this.views = views;
        this.walks = walks;
        this.lettering = lettering;
        this.store = store;
        this.paints = paints;
        this.reader = reader;
        this.address = address;
        this.schools = new SchoolOrder(reference);
    }

    // ---- the calls that compute
    // ---------------------------------------------------------------------------------------

    /** Rules a chart without keeping it; with {@code paints}, in the order of the school, with what is asked about it. */
    @PostMapping("/api/charts/plan")
    ChartViews.PlanView plan(Collector me, @RequestBody NewChart asked) {
        School school = Fields.one("school", asked.school(), School.SEVEN_GROUPS, School.values());
        Plan plan = Ruling.plan(asked.spec(Boolean.TRUE.equals(asked.marks())));
        return views.plan(me, asked, plan, school);
    }

    /** The ruling asked the other way round: {@code least} is what a square must measure at least, in mm. */
    record FitAsked(@Nullable NewChart chart, @Nullable Double least) {}

    record PaperChoice(
            String name, double width, double height, boolean turned, int sheets, double cell, double wastePercent) {}

    /** {@code onOnePage} cells of at least that size; {@code papers} on which all fit, least waste first. */
    record FitAnswer(int onOnePage, List<PaperChoice> papers) {}

    @PostMapping("/api/charts/fit")
    FitAnswer fit(Collector me, @RequestBody FitAsked asked) {
        if (asked.chart() == null) throw Refusal.of("chart", "The chart is missing.", "Send its form and paper.");
        double least = asked.least() == null ? 12 : asked.least();
        if (!(least >= 3 && least <= 500)) {
            throw Refusal.of("least", "A square is between 3 and 500 mm.", "12 mm is comfortable to paint.");
        }
        ChartSpec spec = asked.chart().spec(asked.chart().isMarked());
        List<SheetSize.Named> papers = new ArrayList<>(SheetSize.allNamed());
        store.papers(me).stream()
                .filter(p -> p.sheets() > 0)
                .map(p -> new SheetSize.Named(
                        p.name() + ", " + p.sheets() + " in stock", new SheetSize(p.width(), p.height())))
                .forEach(papers::add);
        return new FitAnswer(
                Ruling.fit(spec, least),
                Ruling.papers(spec, least, papers).stream()
                        .limit(40)
                        .map(c -> new PaperChoice(
                                c.name(),
                                c.size().width(),
                                c.size().height(),
                                c.turned(),
                                c.sheets(),
                                c.cell(),
                                c.wastePercent()))
                        .toList());
    }

    record CutAsked(
            NewChart.@Nullable Size sheet,
            NewChart.@Nullable Size card,
            @Nullable Double gap,
            @Nullable Double margin,
            @Nullable Boolean free) {
        Cutting.Task task() {
            if (sheet == null) throw Refusal.of("sheet", "The sheet is missing.", "22 × 30 in is 558.8 × 762 mm.");
            if (card == null) throw Refusal.of("card", "The card is missing.", "2 × 4 in is 50.8 × 101.6 mm.");
            return new Cutting.Task(
                    sheet.sheet(),
                    card.width(),
                    card.height(),
                    gap == null ? 0 : gap,
                    margin == null ? 0 : margin,
                    Boolean.TRUE.equals(free));
        }
    }

    record CutAnswer(
            int count,
            List<Rect> cards,
            double wastePercent,
            List<Cutting.Cut> cuts,
            List<String> steps,
            List<Rect> offcuts,
            List<String> notes) {
        static CutAnswer of(Cutting.Result r) {
            return new CutAnswer(r.count(), r.cards(), r.wastePercent(), r.cuts(), r.steps(), r.offcuts(), r.notes());
        }
    }

    @PostMapping("/api/charts/cut")
    CutAnswer cut(@RequestBody CutAsked asked) {
        return CutAnswer.of(Cutting.cut(asked.task()));
    }

    record ColourAsked(
            String id,
            @Nullable List<String> recipe,
            @Nullable String name,
            @Nullable LabValue lab,
            @Nullable String number) {}

    record OrderAsked(
            @OneOf(School.class) @Nullable String school,
            @Nullable List<ColourAsked> colours) {}

    /** {@code note}: that some of it stand by their recipes. */
    record OrderGroup(
            String name, List<String> ids, @Nullable String note) {}

    record OrderCusp(String id, List<String> between, String why) {}

    record OrderAnswer(List<String> order, List<OrderGroup> groups, List<OrderCusp> cusps) {}

    @PostMapping("/api/charts/order")
    OrderAnswer order(@RequestBody OrderAsked asked) {
        School school = Fields.one("school", asked.school(), School.SEVEN_GROUPS, School.values());
        List<ColourAsked> colours = asked.colours() == null ? List.of() : asked.colours();
        if (colours.size() > ChartSpec.MOST_CELLS) {
            throw Refusal.of("colours", "There are more than 2000 colours.", "Order them in parts.");
        }
        Set<String> seen = new LinkedHashSet<>();
        List<Swatchable> all = new ArrayList<>();
        for (ColourAsked c : colours) {
            if (c == null || c.id() == null || c.id().length() > 80 || !seen.add(c.id())) {
                throw Refusal.of("colours", "Each colour needs an id of its own.", "Number them.");
            }
            String name = Words.line("name", c.name() == null ? "" : c.name(), 160);
            String label = c.recipe() == null ? "" : String.join(", ", c.recipe());
            all.add(new Swatchable(
                    c.id(),
                    name,
                    reader.read(label.length() > 2000 ? label.substring(0, 2000) : label)
                            .recipe(),
                    Optional.ofNullable(c.lab()).map(l -> WashRun.ofFull(l.lab())),
                    Optional.empty(),
                    c.number() == null ? "" : Words.line("number", c.number(), 40)));
        }
        SchoolOrder.Ordered ordered = schools.order(school, all);
        return new OrderAnswer(
                ordered.order(),
                ordered.groups().stream()
                        .map(g -> new OrderGroup(g.name(), g.ids(), g.note().orElse(null)))
                        .toList(),
                ordered.cusps().stream()
                        .map(c -> new OrderCusp(
                                c.id(), List.of(c.one().name(), c.other().name()), c.why()))
                        .toList());
    }

    // ---- charts -----------------------------------------------------------------------------------------------------

    record PlannedChart(long id, String code, int pages) {}

    record CandidateList(List<ChartViews.Candidate> paints, int total) {}

    /**
     * What could be painted out: of a find, an arrival, a dot card, or all without a swatch. What cannot be painted says
     * why.
     */
    @GetMapping("/api/charts/candidates")
    CandidateList candidates(
            Collector me,
            @RequestParam(required = false) @Nullable String find,
            @RequestParam(required = false) @Nullable Long arrival,
            @RequestParam(required = false) @Nullable Long dotcard,
            @RequestParam(defaultValue = "false") boolean unpainted) {
        List<Long> ids;
        if (arrival != null) ids = store.ofArrival(me, arrival);
        else if (dotcard != null) ids = store.ofDotCard(me, dotcard);
        else if (unpainted) ids = store.unpainted(me);
        else ids = found(me, find == null ? "" : find);
        List<Long> first = ids.stream().limit(ChartSpec.MOST_CELLS).toList();
        return new CandidateList(views.candidates(me, first), ids.size());
    }

    private List<Long> found(Collector me, String find) {
        return finder.ids(me, find, ChartSpec.MOST_CELLS + 1);
    }

    @GetMapping("/api/charts")
    ChartViews.ChartList charts(Collector me) {
        return views.charts(me);
    }

    @PostMapping("/api/charts")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<PlannedChart> add(Collector me, @RequestBody NewChart asked) {
        long id = charts.add(me, asked);
        ChartStore.ChartRow chart = charts.chart(me, id);
        return ResponseEntity.created(URI.create("/api/charts/" + id))
                .body(new PlannedChart(
                        id, chart.code(), charts.plan(chart).pages().size()));
    }

    // Digits only: “5.png” is the picture of a chart, and not its number.
    @GetMapping("/api/charts/{chart:\\d+}")
    ChartViews.ChartPage one(Collector me, @PathVariable long chart) {
        return views.page(me, chart, address.base());
    }

    record ChartChange(
            @Nullable String title,
            @Nullable String note,
            @Nullable Integer version) {}

    @PutMapping("/api/charts/{chart:\\d+}")
    ChartViews.ChartPage change(Collector me, @PathVariable long chart, @RequestBody ChartChange changed) {
        charts.rename(me, chart, changed.title(), changed.note(), changed.version());
        return one(me, chart);
    }

    @DeleteMapping("/api/charts/{chart:\\d+}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long chart) {
        charts.delete(me, chart);
    }

    /** {@code paints} is an order by hand; without it the school decides. */
    record NewOrder(
            @OneOf(School.class) @Nullable String school,
            @Nullable List<Long> paints) {}

    @PutMapping("/api/charts/{chart}/order")
    ChartViews.ChartPage reorder(Collector me, @PathVariable long chart, @RequestBody NewOrder wanted) {
        charts.reorder(me, chart, wanted.school(), wanted.paints());
        return one(me, chart);
    }

    @GetMapping("/api/charts/{chart}/geometry")
    ChartViews.Geometry geometry(Collector me, @PathVariable long chart) {
        return views.geometry(me, chart, address.base());
    }

    // ---- painting ---------------------------------------------------------------------------------------------------

    /** {@code order}: WATER for the fewest changes of water, RULED as the sheet goes. */
    @GetMapping("/api/charts/{chart}/walk")
    PaintingWalks.WalkView walk(
            Collector me, @PathVariable long chart, @RequestParam(defaultValue = "WATER") String order) {
        return walks.walk(me, chart, order.strip().equalsIgnoreCase("RULED"));
    }

    @PostMapping("/api/charts/{chart}/painted")
    PaintingWalks.WalkView painted(Collector me, @PathVariable long chart, @RequestBody Charts.Painted cell) {
        charts.painted(me, chart, cell);
        return walks.walk(me, chart, false);
    }

    @PostMapping("/api/charts/{chart}/eye")
    ChartViews.ChartPage eye(Collector me, @PathVariable long chart, @RequestBody Charts.Painted cell) {
        charts.eye(me, chart, cell);
        return one(me, chart);
    }

    @PostMapping("/api/charts/{chart}/dry")
    ChartViews.ChartPage dry(Collector me, @PathVariable long chart) {
        charts.dry(me, chart);
        return one(me, chart);
    }

    @PostMapping("/api/charts/{chart}/corrections")
    ChartViews.ChartPage correct(Collector me, @PathVariable long chart, @RequestBody Charts.Correction slip) {
        charts.correct(me, chart, slip);
        return one(me, chart);
    }

    @PostMapping("/api/charts/{chart}/file")
    ChartViews.ChartPage file(Collector me, @PathVariable long chart, @RequestBody Charts.Filing filing) {
        charts.file(me, chart, filing);
        return one(me, chart);
    }

    record StripsFiled(int strips) {}

    /** A dot card, or one sheet of it, cut into strips that are stuck on cards; without a place they wait to be filed. */
    @PostMapping("/api/dotcards/{dotcard}/strips")
    StripsFiled strips(Collector me, @PathVariable long dotcard, @RequestBody Charts.CardCut cut) {
        return new StripsFiled(charts.strips(me, dotcard, cut));
    }

    // ---- printing ---------------------------------------------------------------------------------------------------

    /** {@code predicted}: strips drawn as their paints were measured, whatever the chart says. */
    @GetMapping(path = "/api/charts/{chart}.pdf", produces = "application/pdf")
    ResponseEntity<byte[]> pdf(
            Collector me, @PathVariable long chart, @RequestParam(required = false) @Nullable Boolean predicted) {
        ChartPainter painter = lettering.painter(me, chart, address.base(), predicted);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "inline; filename=\"molvet-" + charts.chart(me, chart).code() + ".pdf\"")
                .contentType(MediaType.APPLICATION_PDF)
                .body(painter.paper().pdf(painter.pages(), painter::draw));
    }

    @GetMapping(path = "/api/charts/{chart}.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> svg(
            Collector me,
            @PathVariable long chart,
            @RequestParam(defaultValue = "1") int page,
            @RequestParam(required = false) @Nullable Boolean predicted) {
        ChartPainter painter = lettering.painter(me, chart, address.base(), predicted);
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf("image/svg+xml"))
                .body(painter.paper().svg(page(painter, page), painter::draw));
    }

    @GetMapping(path = "/api/charts/{chart}.png", produces = "image/png")
    ResponseEntity<byte[]> png(
            Collector me,
            @PathVariable long chart,
            @RequestParam(defaultValue = "1") int page,
            @RequestParam(defaultValue = "110") int dpi,
            @RequestParam(required = false) @Nullable Boolean predicted) {
        ChartPainter painter = lettering.painter(me, chart, address.base(), predicted);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .body(painter.paper().png(page(painter, page), Math.min(dpi, MOST_DPI), painter::draw));
    }

    private static int page(ChartPainter painter, int page) {
        if (page < 1 || page > painter.pages()) throw new NotFound("There is no page " + page + " of this chart.");
        return page;
    }
}
