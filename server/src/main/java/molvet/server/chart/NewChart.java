package molvet.server.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.SheetSize;
import molvet.core.measure.Refusal;
import molvet.server.account.Fields;
import org.jspecify.annotations.Nullable;

/**
 * A chart as it is asked for; lengths in mm. Only form, paper and either paints or cells are needed.
 *
 * @param paints in any order; of one against all the first is the one
 * @param cells how many, where only the ruling is asked
 * @param card the size of a ring card or free cell
 */
public record NewChart(
        @Nullable String form,
        @Nullable Size paper,
        @Nullable Double margin,
        @Nullable Double gap,
        @Nullable Integer steps,
        @Nullable String school,
        @Nullable List<Long> paints,
        @Nullable Integer cells,
        @Nullable Integer pages,
        @Nullable String punch,
        @Nullable Integer columns,
        @Nullable Integer outside,
        @Nullable Boolean full,
        @Nullable Size card,
        @Nullable Boolean marks,
        @Nullable String title,
        @Nullable String note,
        @Nullable Options options) {

    /** In mm. */
    public record Size(double width, double height) {
        SheetSize sheet() {
            return new SheetSize(width, height);
        }
    }

    /**
     * @param caption what is lettered: any of name, other, initials, series, lightfastness, pigments, accession, place
     * @param predicted print each strip as its paint was measured, as a picture to compare with
     * @param firstPlace where the first card will be filed; its place code is lettered, and those after it
     */
    public record Options(
            @Nullable Boolean opacityLine,
            @Nullable Boolean blackBar,
            @Nullable Boolean predicted,
            @Nullable List<String> caption,
            @Nullable String firstPlace,
            @Nullable Boolean trialPaper) {
        static final Options NONE = new Options(null, null, null, null, null, null);
    }

    Options chosen() {
        return options == null ? Options.NONE : options;
    }

    boolean isSet(@Nullable Boolean b) {
        return Boolean.TRUE.equals(b);
    }

    ChartForm chartForm() {
        return Fields.one("form", form, ChartForm.values());
    }

    /** How many paints or cells. */
    int count() {
        if (paints != null) return paints.size();
        return cells == null ? 0 : cells;
    }

    /** @throws Refusal naming every part that cannot be ruled */
    ChartSpec spec(boolean marked) {
        List<Refusal.Fault> faults = new ArrayList<>();
        ChartForm f = Fields.tried(faults, this::chartForm);
        SheetSize sheet = Fields.tried(faults, () -> {
            if (paper == null) throw Refusal.of("paper", "The paper is missing.", "A4 is 210 × 297 mm.");
            return paper.sheet();
        });
        ChartSpec.Punch side =
                Fields.tried(faults, () -> Fields.one("punch", punch, ChartSpec.Punch.NONE, ChartSpec.Punch.values()));
        if (!faults.isEmpty()) throw new Refusal(faults);
        int n = count();
        ChartSpec usual = ChartSpec.of(f, sheet, Math.max(1, Math.min(n, ChartSpec.MOST_CELLS)));
        return new ChartSpec(
                f,
                sheet,
                margin == null ? usual.margin() : margin,
                gap == null ? usual.gap() : gap,
                n,
                pages == null ? OptionalInt.empty() : OptionalInt.of(pages),
                steps == null ? usual.steps() : steps,
                side,
                marked,
                chosen().caption() == null || !chosen().caption().isEmpty(),
                isSet(chosen().opacityLine()),
                columns == null ? 0 : columns,
                outside == null ? usual.outside() : outside,
                isSet(full),
                card == null ? 0 : card.width(),
                card == null ? 0 : card.height());
    }

    /** What is kept with the chart: all but the paints, which stand in its cells. */
    NewChart kept(int n) {
        return new NewChart(
                form, paper, margin, gap, steps, school, null, n, pages, punch, columns, outside, full, card, marks,
                title, note, options);
    }
}
