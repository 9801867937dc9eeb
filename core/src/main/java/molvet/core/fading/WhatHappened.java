package molvet.core.fading;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import molvet.core.colour.ElementaryHue;
import molvet.core.colour.Lab;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.Recipe;

/** What light did to a colour, in a painter’s words. */
final class WhatHappened {
    /** Below this chroma a colour has no hue to speak of (ours). */
    private static final double HUED = 6;
    /** Degrees of hue that are a turn. */
    private static final double TURNED = 6;

    private static final double MUCH = 1.2;

    private WhatHappened() {}

    /** “paler and bluer”; “hardly different” where it did not change. */
    static String words(Change c) {
        if (!c.isSeen()) return "hardly different";
        Lab from = c.before();
        Lab to = c.after();
        List<String> words = new ArrayList<>();
        double light = to.l() - from.l();
        double chroma = to.chroma() - from.chroma();
        if (light > MUCH) words.add("paler");
        if (light < -MUCH) words.add("darker");
        boolean hued = from.chroma() > HUED && to.chroma() > HUED;
        double turn = hued ? ElementaryHue.turn(from.hue(), to.hue()) : 0;
        if (Math.abs(turn) > TURNED) {
            words.add(ElementaryHue.ahead(from.hue(), to.hue()).comparative());
        } else if (chroma < -MUCH && light <= MUCH) {
            words.add(isWarm(from) ? "browner" : "greyer");
        } else if (chroma > MUCH) {
            words.add("brighter");
        }
        if (words.isEmpty()) words.add(chroma < 0 ? "duller" : "a little different");
        return String.join(" and ", words);
    }

    private static boolean isWarm(Lab c) {
        return c.chroma() > HUED && (c.hue() < 100 || c.hue() > 345);
    }

    /**
     * Of a recipe of two and more: which pigment went and which stayed, where the reference knows one to last less and the colour
     * moved as one film going could not.
     */
    static Optional<String> parting(Change c, Loss loss, Recipe recipe, PigmentReference reference) {
        if (!c.isSeen() || loss.misses() < Loss.PARTS) return Optional.empty();
        List<Pigment> known = recipe.pigments().stream()
                .flatMap(code -> reference.find(code).stream())
                .sorted(Comparator.comparing(Pigment::lightfastness))
                .toList();
        if (known.size() < 2) return Optional.empty();
        Pigment stays = known.get(0);
        Pigment goes = known.get(known.size() - 1);
        return stays.lightfastness() == goes.lightfastness()
                ? Optional.of("What went was not one film growing thinner: its pigments part.")
                : Optional.of("The " + goes.code() + " seems to have gone and the " + stays.code()
                        + " stayed: a mixture parting.");
    }
}
