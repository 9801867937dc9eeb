package molvet.core.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import molvet.core.pigment.Granulation;

/** What the hand does to paint a cell, one short sentence a step; common practice, no published source. */
public final class PaintingSteps {
    private PaintingSteps() {}

    /**
     * @param part how many parts of the paint itself, {@code otherPart} of the one of that name
     * @param third and of a third, if there is one
     */
    public record Mixed(String with, int part, int otherPart, Optional<Third> third) {
        public record Third(String with, int part) {}

        public Mixed(String with, int part, int otherPart) {
            this(with, part, otherPart, Optional.empty());
        }

        String words() {
            if (third.isPresent()) {
                return "Mix " + parts(part) + " with " + otherPart + " of " + with + " and " + third.get().part + " of "
                        + third.get().with;
            }
            if (part == otherPart) return "Mix half and half with " + with;
            if (otherPart >= 12) return "Mix a touch of it into " + with;
            if (part >= 12) return "Mix in a touch of " + with;
            return "Mix " + parts(part) + " with " + otherPart + " of " + with;
        }

        String ofWashes() {
            return HalvedWash.ofParts(part)
                    .flatMap(own -> HalvedWash.ofParts(otherPart)
                            .map(other -> "Equal drops of its " + own.words() + " wash and of the " + other.words()
                                    + " wash of " + with))
                    .orElseGet(this::words);
        }

        private static String parts(int of) {
            return of + (of == 1 ? " part" : " parts");
        }
    }

    /**
     * @param cell empty where the sheet is planned no more
     * @param with the name of the paint it is mixed with, and in which parts
     * @param granulation the verdict on the paint: one that settles is pushed about by hot air
     * @param shimmers whether it shows itself only when the sheet is tilted
     */
    public static List<String> of(
            ChartForm form,
            Optional<Plan.Cell> cell,
            Optional<Mixed> with,
            Optional<Granulation> granulation,
            boolean shimmers) {
        List<String> all = new ArrayList<>();
        if (cell.stream().anyMatch(c -> c.parts(PartKind.BLACK_BAR).findAny().isPresent())) {
            all.add("Black bar first, and let it dry");
        }
        with.ifPresent(w -> {
            all.add(form == ChartForm.CROSSED_STRIPS ? w.ofWashes() : w.words());
            all.add("Clean water and a clean brush for each");
        });
        switch (form) {
            case STRIPS -> {
                all.add("Full strength in the first square");
                long steps = cell.map(c -> c.parts(PartKind.STEP).count()).orElse(0L);
                if (steps > 1) all.add("A little more water for each of the next " + (steps - 1) + ", palest last");
            }
            case RING_CARD -> {
                all.add("The bar at full strength");
                all.add("Then the field: full strength at the top, pulled down with water");
                all.add("Lift a little at the foot, if you note staining");
            }
            case LIGHT_TEST -> {
                all.add(
                        "The upper stroke at full strength, from the covered side through to the other without lifting the brush");
                all.add("The lower as a middle wash, half way to the paper, in one stroke too");
            }
            case TWO_SQUARES -> {
                all.add("Both squares solid");
                all.add("A drop of water into the second, while wet");
            }
            case PAIRS, ONE_AGAINST_ALL, LADDER, FAMILIES, TRIANGLE -> {
                all.add("One even wash, then pale it towards one side");
                // Too thick it tells nothing.
                if (with.isPresent()) all.add("Judge it where it is washed out");
            }
            case CROSSED_STRIPS -> {
                if (with.isPresent()) all.add("Fill the square evenly, and do not pale it");
                else {
                    all.add("Full strength in the first square");
                    all.add(
                            "As much water again for each of the next: half, quarter, eighth; keep the washes for the squares");
                }
            }
            default -> all.add("Full strength first, then water towards the other side");
        }
        all.addAll(advice(granulation, shimmers));
        return all;
    }

    /** What to mind with this paint, however it is painted. */
    public static List<String> advice(Optional<Granulation> granulation, boolean shimmers) {
        List<String> all = new ArrayList<>();
        if (granulation.filter(g -> g.compareTo(Granulation.MODERATE) >= 0).isPresent()) {
            all.add("It granulates: let it dry by itself, no heat");
        }
        if (shimmers) all.add("Look at it tilted when dry");
        return all;
    }
}
