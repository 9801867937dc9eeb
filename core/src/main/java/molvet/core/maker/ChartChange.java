package molvet.core.maker;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.measure.Volume;
import molvet.core.measure.Words;

/**
 * What a newer chart of a line changes: colours are the same by catalogue number, else by name.
 *
 * @param before what was known, {@code after} what the newer chart says; one may be missing
 * @param kinds all that changed; empty where nothing did
 * @param said in one sentence
 */
public record ChartChange(Optional<Known> before, Optional<ChartRow> after, Set<Kind> kinds, String said) {
    /** Ways in which a colour changes from chart to chart. */
    public enum Kind {
        ADDED,
        WITHDRAWN,
        RENAMED,
        REFORMULATED,
        RESIZED,
        REPRICED,
        OTHER_CLAIMS,
        OTHER_SERIES
    }

    /** A colour as it is known: its id, whether it is still sold, and its row. */
    public record Known(long colour, ChartRow row) {}

    /** Withdrawn are only colours that were still sold and that a chart of the whole line leaves out. */
    public static List<ChartChange> between(List<Known> known, List<ChartRow> newer) {
        Map<String, Known> byNumber = new HashMap<>();
        Map<String, Known> byName = new HashMap<>();
        for (Known k : known) {
            if (!k.row.catalogueNumber().isEmpty()) byNumber.put(key(k.row.catalogueNumber()), k);
            byName.put(Words.folded(k.row.name()), k);
        }
        Set<Long> met = new HashSet<>();
        List<ChartChange> changes = new ArrayList<>();
        for (ChartRow row : newer) {
            Known k = row.catalogueNumber().isEmpty() ? null : byNumber.get(key(row.catalogueNumber()));
            if (k == null) k = byName.get(Words.folded(row.name()));
            if (k == null || !met.add(k.colour)) {
                changes.add(new ChartChange(
                        Optional.empty(), Optional.of(row), Set.of(Kind.ADDED), row.name() + " is new."));
            } else {
                changes.add(changed(k, row));
            }
        }
        for (Known k : known) {
            if (!met.contains(k.colour) && k.row.status() != ColourStatus.DISCONTINUED) {
                changes.add(new ChartChange(
                        Optional.of(k),
                        Optional.empty(),
                        Set.of(Kind.WITHDRAWN),
                        k.row.name() + " is no longer listed."));
            }
        }
        return changes;
    }

    private static ChartChange changed(Known known, ChartRow row) {
        ChartRow was = known.row;
        List<Kind> kinds = new ArrayList<>();
        List<String> said = new ArrayList<>();
        if (!Words.folded(was.name()).equals(Words.folded(row.name()))) {
            kinds.add(Kind.RENAMED);
            said.add("renamed from " + was.name());
        }
        if (!was.recipe().fingerprint().equals(row.recipe().fingerprint())
                && !(row.recipe().isEmpty() && row.labelText().isEmpty())) {
            kinds.add(Kind.REFORMULATED);
            said.add("reformulated from " + or(was.recipe().toString(), "pigments not given") + " to "
                    + or(row.recipe().toString(), "pigments not given"));
        }
        Set<Volume> volumesWere = volumes(was);
        Set<Volume> volumesAre = volumes(row);
        if (!volumesAre.isEmpty() && !volumesWere.equals(volumesAre)) {
            kinds.add(Kind.RESIZED);
            said.add("sold at " + words(volumesAre)
                    + (volumesWere.isEmpty() ? "" : " instead of " + words(volumesWere)));
        }
        List<String> prices = row.sizes().all().stream()
                .flatMap(s -> s
                        .price()
                        .flatMap(now -> was.sizes()
                                .price(s.volume().ml())
                                .filter(then -> !then.equals(now))
                                .map(then -> s.volume() + " now " + now.getAmount() + ", was " + then.getAmount() + " "
                                        + then.getCurrencyUnit().getCode()))
                        .stream())
                .toList();
        if (!prices.isEmpty()) {
            kinds.add(Kind.REPRICED);
            said.addAll(prices);
        }
        if (row.series() > 0 && was.series() > 0 && row.series() != was.series()) {
            kinds.add(Kind.OTHER_SERIES);
            said.add("series " + row.series() + " instead of " + was.series());
        }
        String claims = row.claims().entrySet().stream()
                .filter(e -> !was.claim(e.getKey()).equals(e.getValue()))
                .map(e -> e.getKey().words() + " “" + e.getValue() + "” instead of “" + was.claim(e.getKey()) + "”")
                .sorted()
                .collect(Collectors.joining(", "));
        if (!claims.isEmpty()) {
            kinds.add(Kind.OTHER_CLAIMS);
            said.add(claims);
        }
        return new ChartChange(
                Optional.of(known),
                Optional.of(row),
                Set.copyOf(kinds),
                said.isEmpty() ? row.name() + " is unchanged." : row.name() + ": " + String.join("; ", said) + ".");
    }

    private static Set<Volume> volumes(ChartRow row) {
        return row.sizes().all().stream().map(Sizes.Size::volume).collect(Collectors.toSet());
    }

    private static String words(Set<Volume> volumes) {
        return volumes.stream()
                .sorted((a, b) -> a.ml().compareTo(b.ml()))
                .map(Volume::toString)
                .collect(Collectors.joining(" and "));
    }

    private static String or(String text, String otherwise) {
        return text.isEmpty() ? otherwise : text;
    }

    private static String key(String number) {
        return number.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
    }
}
