package molvet.core.collection;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.colour.Lab;
import molvet.core.pigment.Trait;

/** A letter that asks a maker about a label, with the facts and without a reproach; to be copied and sent by hand. */
public final class LetterToMaker {
    private LetterToMaker() {}

    /** @param catalogueNumber the maker’s own, or empty */
    public static String about(Disputes.Dispute dispute, Disputes.Party p, String catalogueNumber) {
        StringBuilder out = new StringBuilder();
        out.append("Subject: ").append(p.name());
        if (!catalogueNumber.isBlank()) out.append(" (").append(catalogueNumber).append(')');
        out.append(", a question about its label\n\n");
        out.append("Dear ").append(p.maker().isEmpty() ? "maker" : p.maker()).append(",\n\n");
        out.append("I own your watercolour “").append(p.name()).append('”');
        if (!p.line().isEmpty()) out.append(" of the line ").append(p.line());
        out.append(" and would like to understand its label.\n\n");
        out.append("What the label says:\n");
        out.append("- pigments: ")
                .append(p.labelText().isBlank() ? "none printed" : p.labelText())
                .append('\n');
        for (Map.Entry<Trait, Disputes.Said> e : p.said().entrySet()) {
            String written = e.getValue().written();
            if (!written.isEmpty()) {
                out.append("- ")
                        .append(e.getKey().words())
                        .append(": ")
                        .append(written)
                        .append('\n');
            }
        }
        p.massTone()
                .ifPresent(c -> out.append("\nMy own swatch, at full strength, measures ")
                        .append(lab(c))
                        .append(" (CIE L*a*b*, D50, 2°).\n"));
        out.append("\nWhat I cannot bring together:\n")
                .append(fromTheCollector(dispute.message()))
                .append("\n\n");
        out.append(asked(dispute.kind())).append("\n\n");
        out.append("Thank you for your time.\n");
        return out.toString();
    }

    /** What is told the collector as yours is the collector’s own here; what only the collector can do is left out. */
    static String fromTheCollector(String message) {
        String facts = FOR_ONESELF.matcher(message).replaceAll("");
        return YOUR.matcher(facts)
                .replaceAll(m -> m.group(1) == null
                        ? Matcher.quoteReplacement(m.group())
                        : m.group(1).equals("Y") ? "My" : "my");
    }

    private static final Pattern FOR_ONESELF = Pattern.compile(
            "(?:: look at both tubes(?: and both cards)?(?=\\.)| The code is kept as written until you change it\\.)");
    /** Names and what a label says stand in quotation marks, and stay as they are. */
    private static final Pattern YOUR = Pattern.compile("“[^”]*”|\\b([Yy])our\\b");

    private static String asked(Disputes.Kind kind) {
        return switch (kind) {
            case LIGHTFAST_CLAIM_FADES, PERMANENT_NAME_FADES ->
                "On what test does the lightfastness rest, and is the recipe on the label still the one in the tube?";
            case NO_PIGMENTS, RECIPE_BY_NAME -> "Which pigments does it hold, by their Colour Index names?";
            case SMOOTH_CLAIM_GRANULATES, CLAIM_AGAINST_PAPER ->
                "Is this what you see too, on which paper, or has the recipe changed?";
            default -> "Is the label right, or was it meant otherwise?";
        };
    }

    private static String lab(Lab c) {
        return List.of(c.l(), c.a(), c.b()).stream()
                .map(v -> String.format(Locale.ROOT, "%.1f", v))
                .reduce((a, b) -> a + " " + b)
                .orElseThrow();
    }
}
