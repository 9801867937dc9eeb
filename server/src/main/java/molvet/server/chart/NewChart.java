package molvet.server.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import molvet.core.chart.ChartForm;
import molvet.core.chart.ChartSpec;
import molvet.core.chart.Laid;
import molvet.core.chart.SheetSize;
import molvet.core.collection.School;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.shelf.PlaceCode;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;

/**
 * A chart as it is asked for; lengths in mm. Only form, paper and either paints or cells are needed.
 *
 * @param paints in any order; of one against all the first is the one
 * @param cells how many, where only the ruling is asked
 * @param card the size of a ring card or free cell
 * @param marks whether a page carries the printed marks it is found by again; usual but on lid cards, where they take room
 * @param laid where each cell lies, of a lid card drawn by its box
 * @param references of a light test: how many blue wool references are fixed below the paints, from 1 up
 * @param stock the paper it is taken from; as many sheets as it has pages are then gone from the stock
 */
public record NewChart(
        @OneOf(ChartForm.class) @Nullable String form,
        @Nullable Size paper,
        @Nullable Double margin,
        @Nullable Double gap,
        @Nullable Integer steps,
        @OneOf(School.class) @Nullable String school,
        @Nullable List<Long> paints,
        @Nullable Integer cells,
        @Nullable Integer pages,
        @OneOf(ChartSpec.Punch.class) @Nullable String punch,
        @Nullable Integer columns,
        @Nullable Integer outside,
        @Nullable Boolean full,
        @Nullable Size card,
        @Nullable Boolean marks,
        @Nullable String title,
        @Nullable String note,
        @Nullable Long stock,
        @Nullable Options options,
        @Nullable LaidOut laid,
        @Nullable Integer references) {

    /** What a caption may hold, in its order. */
    static final List<String> CAPTION =
            List.of("name", "other", "initials", "pigments", "series", "lightfastness", "accession", "place");

    private static final List<String> USUAL = List.of("name", "initials", "pigments", "accession", "place");

    /** In mm. */
    public record Size(double width, double height) {
        SheetSize sheet() {
            return new SheetSize(width, height);
        }
    }

    /**
     * See {@link Laid}.
     *
     * @param lid under which the card is filed once it is read, and {@code wells} the well of each cell there, from 1
     */
    public record LaidOut(
            @Nullable Rect cut,
            @Nullable List<Rect> cells,
            @Nullable List<Rect> bare,
            @Nullable Double film,
            @Nullable Integer lid,
            @Nullable List<Integer> wells) {
        public static LaidOut of(Laid laid, @Nullable Integer lid, List<Integer> wells) {
            return new LaidOut(laid.cut(), laid.cells(), laid.bare(), laid.film(), lid, wells);
        }

        Laid laid() {
            if (cut == null || cells == null) {
                throw Refusal.of("laid", "The card and its cells are missing.", "Send where each lies, in mm.");
            }
            boolean files = lid == null || lid >= 1 && lid <= 9999 && wells != null && wells.size() == cells.size();
            if (!files || wells != null && wells.stream().anyMatch(w -> w == null || w < 1 || w > 2000)) {
                throw Refusal.of("laid", "The wells of the lid are not told.", "Give the well of each cell, from 1.");
            }
            return new Laid(cut, cells, bare == null ? List.of() : bare, film == null ? 0 : film);
        }
    }

    /**
     * @param caption what is lettered: any of name, other, initials, series, lightfastness, pigments, accession, place
     * @param predicted print each strip as its paint was measured, as a picture to compare with
     * @param blackBar a bar painted black first, on paints that play with the light; usual
     * @param trialPaper it is painted on trial paper first; the good paper waits for the shortlist
     * @param printedBlack print opacity lines and bars filled, for printers whose black stands water
     * @param firstPlace where the first card will be filed; its place code is lettered, and those after it
     */
    public record Options(
            @Nullable Boolean opacityLine,
            @Nullable Boolean blackBar,
            @Nullable Boolean predicted,
            @Nullable List<String> caption,
            @Nullable String firstPlace,
            @Nullable Boolean trialPaper,
            @Nullable Boolean printedBlack) {
        static final Options NONE = new Options(null, null, null, null, null, null, null);
    }

    private static final Size A4 = new Size(210, 297);

    /** Numbered squares on A4, for paints that are not known yet. */
    static NewChart scrap(int squares) {
        return onA4(ChartForm.TWO_SQUARES, null, null, null, squares, null);
    }

    /** Mixtures of these paints on A4, everything else as usual. */
    public static NewChart ofMixtures(ChartForm form, String title, List<Long> paints) {
        return onA4(form, title, School.YELLOW_FIRST, paints, null, null);
    }

    /** Strokes of these paints on A4, half of each to be covered. @param references of blue wool below them */
    public static NewChart ofLightTest(String title, School school, List<Long> paints, int references) {
        return onA4(ChartForm.LIGHT_TEST, title, school, paints, null, references);
    }

    private static NewChart onA4(
            ChartForm form,
            @Nullable String title,
            @Nullable School school,
            @Nullable List<Long> paints,
            @Nullable Integer squares,
            @Nullable Integer references) {
        return new NewChart(
                form.name(),
                A4,
                null,
                squares == null ? null : 3.0,
                null,
                school == null ? null : school.name(),
                paints,
                squares,
                squares == null ? null : 1,
                null,
                null,
                null,
                null,
                null,
                true,
                title,
                null,
                null,
                null,
                null,
                references);
    }

    Options chosen() {
        return options == null ? Options.NONE : options;
    }

    boolean isMarked() {
        return marks == null ? !Fields.text(form).strip().equalsIgnoreCase("LID_CARD") : marks;
    }

    boolean isBarred() {
        return chosen().blackBar() == null || chosen().blackBar();
    }

    /** What is lettered, in the order of the caption. */
    List<String> caption() {
        return chosen().caption() == null ? USUAL : chosen().caption();
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
        for (String c : caption()) {
            if (!CAPTION.contains(c)) {
                faults.add(new Refusal.Fault(
                        "caption",
                        "“" + (c.length() > 30 ? c.substring(0, 30) + "…" : c) + "” is nothing a caption holds.",
                        "It holds any of " + String.join(", ", CAPTION) + "."));
            }
        }
        if (caption().size() > CAPTION.size()) {
            faults.add(new Refusal.Fault("caption", "A caption holds each thing once.", "Send none of them twice."));
        }
        String first = Fields.text(chosen().firstPlace());
        if (!first.isBlank()) {
            Fields.tried(faults, () -> PlaceCode.of(first.length() > 80 ? first.substring(0, 80) : first));
        }
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
                card == null ? 0 : card.height(),
                f == ChartForm.LIGHT_TEST && references != null ? references : 0,
                f == ChartForm.LID_CARD ? Optional.ofNullable(laid).map(LaidOut::laid) : Optional.empty());
    }

    /** What is kept with the chart: all but paints, title and note, which have places of their own. */
    NewChart kept(int n) {
        Options o = chosen();
        return new NewChart(
                chartForm().name(),
                paper,
                margin,
                gap,
                steps,
                null,
                null,
                n,
                pages,
                Fields.one("punch", punch, ChartSpec.Punch.NONE, ChartSpec.Punch.values())
                        .name(),
                columns,
                outside,
                full,
                card,
                marks,
                null,
                null,
                null,
                new Options(
                        o.opacityLine(),
                        o.blackBar(),
                        o.predicted(),
                        o.caption() == null
                                ? null
                                : o.caption().stream().limit(CAPTION.size()).toList(),
                        o.firstPlace() == null || o.firstPlace().isBlank()
                                ? null
                                : PlaceCode.of(o.firstPlace()).toString(),
                        o.trialPaper(),
                        o.printedBlack()),
                laid,
                references);
    }
}
