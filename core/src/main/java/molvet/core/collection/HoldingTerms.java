package molvet.core.collection;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.platform.Term;
import molvet.core.platform.TermKind;

/** Finding by what of a paint there is, what it cost and when it was in use. */
public final class HoldingTerms {
    private static final String DRAWER = "In the drawer";
    private static final String COST = "Cost";
    private static final Pattern VOLUME = Pattern.compile("(?i)(\\d{1,4}(?:[.,]\\d{1,2})?)\\s*ml");
    private static final Pattern SERIES = Pattern.compile("series (\\d{1,2})(?: ?(?:\\.\\.|-|–|to) ?(\\d{1,2}))?");
    private static final Pattern PER_ML =
            Pattern.compile("(under|below|over|above) (\\d{1,4}(?:[.,]\\d{1,3})?) ?(?:per ml|/ ?ml|a ml)");
    private static final Pattern NOT_USED = Pattern.compile("(?:not used|unused) since (\\d{4})");

    public static final Term.Plain RUNNING_LOW = Term.Plain.of("running low");

    public record InStanding(Standing standing) implements Term {
        @Override
        public String written() {
            return standing.name().toLowerCase(Locale.ROOT);
        }
    }

    public record OfVolume(BigDecimal ml) implements Term {
        @Override
        public String written() {
            return ml.stripTrailingZeros().toPlainString() + "ml";
        }

        @Override
        public String words() {
            return ml.stripTrailingZeros().toPlainString() + " ml";
        }
    }

    public record InSeries(int from, int to) implements Term {
        @Override
        public String written() {
            return "series " + from + (from == to ? "" : ".." + to);
        }

        @Override
        public String words() {
            return "series " + from + (from == to ? "" : " to " + to);
        }
    }

    /** What a holding cost for each ml, in whatever currency was paid. */
    public record PerMl(boolean under, BigDecimal price) implements Term {
        @Override
        public String written() {
            return (under ? "under " : "over ") + price.toPlainString() + " per ml";
        }
    }

    /** Wished for, with these words in the reason. */
    public record WishedFor(String reason) implements Term {
        @Override
        public String written() {
            return "wished for \"" + reason + '"';
        }

        @Override
        public String words() {
            return "wished for “" + reason + "”";
        }
    }

    /** Not painted out, looked at, poured or bought since the first of a year. */
    public record NotUsedSince(int year) implements Term {
        @Override
        public String written() {
            return "not used since " + year;
        }
    }

    public static final List<TermKind> KINDS = List.of(
            TermKind.of(DRAWER, List.of("owned", "sampled", "wished", "gone"), run -> standing(run.low())),
            TermKind.plain(DRAWER, RUNNING_LOW, "running low"),
            TermKind.of(
                    DRAWER,
                    List.of("not used since 2024"),
                    run -> matched(NOT_USED, run).map(m -> new NotUsedSince(Integer.parseInt(m.group(1))))),
            TermKind.of(
                            COST,
                            List.of("series 4..5"),
                            run -> matched(SERIES, run).map(HoldingTerms::series))
                    .brokenAs(p -> p.word().equals("series")
                                    && (p.next().isEmpty() || p.next().matches("\\d.*"))
                            ? Optional.of("A series is a number, or two: series 4..5.")
                            : Optional.empty()),
            TermKind.of(
                    COST,
                    List.of("under 0.80 per ml", "over 1.50 per ml"),
                    run -> matched(PER_ML, run)
                            .map(m -> new PerMl(List.of("under", "below").contains(m.group(1)), number(m.group(2))))),
            TermKind.of(COST, List.of("15ml"), run -> matched(VOLUME, run).map(m -> new OfVolume(number(m.group(1))))),
            TermKind.of(DRAWER, List.of(), HoldingTerms::wishedFor));

    private HoldingTerms() {}

    private static Optional<InStanding> standing(String low) {
        return Arrays.stream(Standing.values())
                .map(InStanding::new)
                .filter(t -> t.written().equals(low))
                .findFirst();
    }

    private static InSeries series(Matcher m) {
        int from = Integer.parseInt(m.group(1));
        int to = m.group(2) == null ? from : Integer.parseInt(m.group(2));
        return new InSeries(Math.min(from, to), Math.max(from, to));
    }

    private static Optional<WishedFor> wishedFor(TermKind.Run run) {
        if (!run.low().startsWith("wished for ")) return Optional.empty();
        return run.named(run.text().substring(11), "", run.pieces().size() == 3).map(WishedFor::new);
    }

    static Optional<Matcher> matched(Pattern pattern, TermKind.Run run) {
        Matcher m = pattern.matcher(run.low());
        return m.matches() ? Optional.of(m) : Optional.empty();
    }

    static BigDecimal number(String text) {
        BigDecimal n = new BigDecimal(text.replace(',', '.')).stripTrailingZeros();
        return n.scale() < 0 ? n.setScale(0) : n;
    }
}
