package molvet.core.mixing;

import java.util.ArrayList;
import java.util.List;
import molvet.core.measure.Refusal;

/** Paints in parts, as they come from the pan; none of them twice, and none of no part. */
public record Mixture(List<Part> parts) {
    public static final int MOST_PARTS = 8;
    /** A touch beside a whole pan. */
    public static final double MOST = 100;

    /** @param part how many parts of it */
    public record Part(Ingredient of, double part) {}

    /** @throws Refusal naming the part that cannot be taken */
    public static Mixture of(List<Part> asked) {
        if (asked.isEmpty()) throw Refusal.of("parts", "There is nothing to mix.", "Give two paints or more.");
        if (asked.size() > MOST_PARTS) {
            throw Refusal.of(
                    "parts",
                    asked.size() + " paints in one mixture are more than can be foreseen.",
                    "Up to " + MOST_PARTS + " are mixed; two or three are usual.");
        }
        List<Part> kept = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            Part p = asked.get(i);
            if (!(p.part >= 0 && p.part <= MOST)) {
                throw Refusal.of(
                        "parts[" + i + "].part",
                        "A part is not between 0 and " + (int) MOST + ".",
                        "Hands measure 1, 2, 3 or 5 parts, or a touch: 1 beside 12.");
            }
            if (p.part == 0) continue;
            int same = -1;
            for (int j = 0; j < kept.size(); j++) if (kept.get(j).of == p.of) same = j;
            if (same < 0) kept.add(p);
            else kept.set(same, new Part(p.of, kept.get(same).part + p.part));
        }
        if (kept.isEmpty()) {
            throw Refusal.of("parts", "No paint has a part in it.", "Give at least one of them a part above 0.");
        }
        return new Mixture(List.copyOf(kept));
    }

    /** Shares of each, which make 1. */
    public double[] shares() {
        double all = parts.stream().mapToDouble(Part::part).sum();
        return parts.stream().mapToDouble(p -> p.part / all).toArray();
    }

    List<Ingredient> ingredients() {
        return parts.stream().map(Part::of).toList();
    }
}
