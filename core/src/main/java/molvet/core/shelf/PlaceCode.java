package molvet.core.shelf;

import java.util.Comparator;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.measure.Refusal;

/**
 * Where a swatch is: keeper, and in it a page and cell or a card.
 *
 * <p>Read as people write it ({@code r2 17}, {@code R2.17}, {@code ring 2 card 17}, {@code binder 1 p4 c3}); one printed
 * form: {@code R2·17}, {@code B1·p4·c3}, {@code S3·p12}. A page that holds one entry needs no cell: cell 1 of a
 * sketchbook is printed without it.
 *
 * @param page 1 or more in paged keepers, else 0
 * @param cell 1 or more
 */
public record PlaceCode(KeeperKind kind, int keeper, int page, int cell) implements Comparable<PlaceCode> {
    private static final int MOST = 9999;
    private static final String KINDS = Stream.of(
                    "sketchbook",
                    "palette lid",
                    "journal",
                    "binder",
                    "folder",
                    "album",
                    "ring",
                    "book",
                    "wall",
                    "box",
                    "lid",
                    "[rbslxw]")
            .collect(Collectors.joining("|", "(", ")"));
    private static final String GAP = "[\\s.·•,:/\\-–_#]*";
    private static final Pattern KEEPER = Pattern.compile("(?iu)\\s*" + KINDS + GAP + "(\\d{1,4})\\s*");
    private static final Pattern FLAT = Pattern.compile("(?iu)\\s*" + KINDS + GAP
            + "(\\d{1,4})(?:\\s*[.·•,:/\\-–_#]\\s*|\\s+|(?=[cw]))(?:(?:card|well|no|nr|c|w)\\.?\\s*)?(\\d{1,4})\\s*");
    private static final Pattern PAGED = Pattern.compile(
            "(?iu)\\s*" + KINDS + GAP
                    + "(\\d{1,4})[\\s.·•,:/\\-–_#]*(?:(?:page|pg|p)\\.?\\s*)?(?<=[\\s.·•,:/\\-–_#pPeEgG])(\\d{1,4})"
                    + "(?:[\\s.·•,:/\\-–_#]*(?:(?:cell|pocket|entry|c|e)\\.?\\s*)?(?<=[\\s.·•,:/\\-–_#cCeElLtTyY])(\\d{1,4}))?\\s*");
    private static final Comparator<PlaceCode> ORDER = Comparator.comparing(PlaceCode::kind)
            .thenComparingInt(PlaceCode::keeper)
            .thenComparingInt(PlaceCode::page)
            .thenComparingInt(PlaceCode::cell);

    public PlaceCode {
        if (keeper < 1 || keeper > MOST || cell < 1 || cell > MOST || page > MOST || (kind.isPaged() != page > 0)) {
            throw refusal(kind.letter() + "" + keeper + " " + page + " " + cell);
        }
    }

    /** A keeper as people write it: {@code r2}, {@code Ring 2}. */
    public record KeeperCode(KeeperKind kind, int number) {
        public static Optional<KeeperCode> parse(String text) {
            Matcher m = KEEPER.matcher(text);
            if (!m.matches() || Integer.parseInt(m.group(2)) == 0) return Optional.empty();
            return KeeperKind.of(m.group(1)).map(k -> new KeeperCode(k, Integer.parseInt(m.group(2))));
        }

        @Override
        public String toString() {
            return kind.letter() + "" + number;
        }
    }

    public static Optional<PlaceCode> parse(String text) {
        Matcher flat = FLAT.matcher(text);
        if (flat.matches()) {
            KeeperKind kind = KeeperKind.of(flat.group(1)).orElseThrow();
            if (!kind.isPaged()) return made(kind, flat.group(2), "0", flat.group(3));
        }
        Matcher paged = PAGED.matcher(text);
        if (paged.matches()) {
            KeeperKind kind = KeeperKind.of(paged.group(1)).orElseThrow();
            if (kind.isPaged()) {
                return made(kind, paged.group(2), paged.group(3), paged.group(4) == null ? "1" : paged.group(4));
            }
        }
        return Optional.empty();
    }

    /** @throws Refusal saying how a place is written */
    public static PlaceCode of(String text) {
        return parse(text).orElseThrow(() -> refusal(text));
    }

    private static Optional<PlaceCode> made(KeeperKind kind, String keeper, String page, String cell) {
        int k = Integer.parseInt(keeper);
        int p = Integer.parseInt(page);
        int c = Integer.parseInt(cell);
        if (k == 0 || c == 0 || kind.isPaged() != p > 0) return Optional.empty();
        return Optional.of(new PlaceCode(kind, k, p, c));
    }

    private static Refusal refusal(String text) {
        String shown = text.length() > 40 ? text.substring(0, 40) + "…" : text;
        return Refusal.of(
                "place",
                "“" + shown.strip() + "” is not a place.",
                "Write it like R2·17 (ring 2, card 17), B1·p4·c3 (binder 1, page 4, cell 3) or S3·p12.");
    }

    public KeeperCode keeperCode() {
        return new KeeperCode(kind, keeper);
    }

    /** In words: {@code ring 2, card 17}. */
    public String words() {
        return kind.words() + " " + keeper + (page > 0 ? ", page " + page : "")
                + (isSoleEntry() ? "" : ", " + kind.unit() + " " + cell);
    }

    private boolean isSoleEntry() {
        return kind == KeeperKind.SKETCHBOOK && cell == 1;
    }

    @Override
    public int compareTo(PlaceCode other) {
        return ORDER.compare(this, other);
    }

    @Override
    public String toString() {
        if (page == 0) return keeperCode() + "·" + cell;
        char mark = kind == KeeperKind.SKETCHBOOK ? 'e' : 'c';
        return keeperCode() + "·p" + page + (isSoleEntry() ? "" : "·" + mark + cell);
    }
}
