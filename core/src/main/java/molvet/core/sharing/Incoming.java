package molvet.core.sharing;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Spelling;
import molvet.core.measure.Words;
import molvet.core.pigment.Recipe;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.PlaceCode;
import org.joda.money.Money;

/**
 * What each row of a list becomes in a collection that is there.
 *
 * <p>A paint is the same where name and maker are and the pigments do not speak against it. A row of a paint that is there is one
 * holding more, unless a holding is there that everything the row says is true of: so a list brought in twice changes nothing.
 */
public final class Incoming {
    /** A maker’s name that stands so often in a list is no slip. */
    private static final int NO_SLIP = 3;
    /** Slips are looked for among so many names; where there are more, being near to one says little. */
    private static final int MOST_COMPARED = 500;

    public enum Kind {
        NEW,
        HAVE,
        DOUBT
    }

    /** One holding that is there. */
    public record KnownHolding(
            HoldingForm form,
            Optional<BigDecimal> ml,
            Optional<Money> price,
            Optional<LocalDate> cameOn,
            String from,
            HoldingState state) {
        /** Whether all that a row says of its holding is true of this one. */
        boolean answers(OwnRow row) {
            return row.form().filter(f -> f == form).isPresent()
                    && row.state() == state
                    && row.volume()
                            .map(v -> ml.filter(m -> m.compareTo(v.ml()) == 0).isPresent())
                            .orElse(true)
                    && row.price().map(p -> price.filter(p::equals).isPresent()).orElse(true)
                    && row.cameOn()
                            .map(d -> cameOn.filter(d::equals).isPresent())
                            .orElse(true)
                    && (row.from().isEmpty() || Words.folded(row.from()).equals(Words.folded(from)));
        }
    }

    /** @param seen all that one’s own eye ever said of it, by trait; {@code palettes} in which it lies, by their names */
    public record Known(
            long paint,
            String accession,
            String name,
            String maker,
            Recipe recipe,
            List<KnownHolding> holdings,
            Set<PlaceCode> places,
            Map<EyeTrait, Set<String>> seen,
            Set<String> palettes,
            String note) {}

    /** What is at a place: whose swatch, in words. */
    public record Shelved(Map<PlaceCode, String> holders, Map<PlaceCode.KeeperCode, Keeper> keepers) {}

    /**
     * What was chosen in the preview.
     *
     * @param as by row: the number of a paint it is, such as M-0012, or “new”
     * @param more rows that are a holding more though one like it is there
     */
    public record Choices(Map<Integer, String> as, Set<Integer> more) {
        public static final Choices NONE = new Choices(Map.of(), Set.of());
    }

    /**
     * @param known the paint it is; empty for a new one
     * @param sameAsRow of a new paint that stands in an earlier row too: that row
     * @param more holdings that are added
     * @param places where swatches are filed
     * @param seen what is noted of it
     * @param palettes into which it is laid
     * @param noted what goes into the paint’s note, line by line: what has no place of its own, and what is not taken over
     * @param notes in sentences; {@code doubts} what is to be looked at
     */
    public record Becoming(
            OwnRow row,
            Kind kind,
            Optional<Known> known,
            Optional<Integer> sameAsRow,
            int more,
            List<PlaceCode> places,
            Map<EyeTrait, String> seen,
            List<String> palettes,
            List<String> noted,
            List<String> notes,
            List<OwnList.Doubt> doubts) {
        /** Whether taking it changes anything. */
        public boolean changes() {
            return known.isEmpty() && sameAsRow.isEmpty()
                    || more > 0
                    || !places.isEmpty()
                    || !seen.isEmpty()
                    || !palettes.isEmpty()
                    || known.isPresent() && !noted.isEmpty();
        }
    }

    private record Name(String name, String maker) {}

    private final OwnList.Read list;
    private final Shelved shelf;
    private final Choices choices;
    private final Map<Name, List<Known>> byName = new HashMap<>();
    private final Map<String, List<Known>> byBareName = new HashMap<>();
    private final Map<String, Known> byNumber = new HashMap<>();
    private final Map<String, Map<String, List<Known>>> byRecipe = new HashMap<>();
    private final Map<Name, List<OwnRow>> earlier = new HashMap<>();
    private final Map<String, OwnRow> earlierNumbers = new HashMap<>();
    private final Map<PlaceCode, Integer> claimed = new HashMap<>();
    private final Map<Long, List<KnownHolding>> unclaimed = new HashMap<>();
    private final Map<Integer, List<OwnList.Doubt>> read;
    private final Map<String, Long> makers;
    private final Map<String, String> makersAsWritten = new HashMap<>();
    private final Set<String> usualMakers;

    private Incoming(OwnList.Read list, List<Known> collection, Shelved shelf, Choices choices) {
        this.list = list;
        this.shelf = shelf;
        this.choices = choices;
        for (Known k : collection) {
            String name = Words.folded(k.name);
            byName.computeIfAbsent(new Name(name, Words.folded(k.maker)), x -> new ArrayList<>())
                    .add(k);
            byBareName.computeIfAbsent(name, x -> new ArrayList<>()).add(k);
            byNumber.put(k.accession, k);
            k.recipe
                    .fingerprint()
                    .ifPresent(
                            f -> byRecipe.computeIfAbsent(alike(Words.folded(k.maker), f, name), x -> new HashMap<>())
                                    .computeIfAbsent(name, x -> new ArrayList<>())
                                    .add(k));
            makersAsWritten.putIfAbsent(Words.folded(k.maker), k.maker);
        }
        read = list.doubts().stream().collect(Collectors.groupingBy(OwnList.Doubt::row));
        makers = list.rows().stream()
                .collect(Collectors.groupingBy(r -> Words.folded(r.maker()), Collectors.counting()));
        usualMakers = new HashSet<>(makersAsWritten.keySet());
        list.rows().forEach(r -> makersAsWritten.putIfAbsent(Words.folded(r.maker()), r.maker()));
        makers.forEach((m, n) -> {
            if (n >= NO_SLIP) usualMakers.add(m);
        });
        usualMakers.remove("");
    }

    /** Paints whose names may be slips of each other: of one maker, one recipe, and with the same figures (No. 1 is no slip of No. 2). */
    private static String alike(String maker, String fingerprint, String name) {
        StringBuilder key =
                new StringBuilder(maker).append('|').append(fingerprint).append('|');
        name.chars().filter(Character::isDigit).forEach(key::appendCodePoint);
        return key.toString();
    }

    /** @return one for each row that is taken, in order */
    public static List<Becoming> of(OwnList.Read list, List<Known> collection, Shelved shelf, Choices choices) {
        Incoming incoming = new Incoming(list, collection, shelf, choices);
        return list.rows().stream().map(incoming::becomes).toList();
    }

    private Becoming becomes(OwnRow row) {
        List<String> notes = new ArrayList<>();
        List<OwnList.Doubt> doubts = new ArrayList<>(read.getOrDefault(row.row(), List.of()));
        Name name = new Name(Words.folded(row.name()), Words.folded(row.maker()));
        Optional<Known> known = known(row, name, notes, doubts);
        Optional<OwnRow> above = known.isPresent() || isNew(row) ? Optional.empty() : above(row, name);
        if (known.isEmpty()) {
            if (above.isEmpty()) otherPigments(row, name, doubts);
            earlier.computeIfAbsent(name, n -> new ArrayList<>()).add(above.orElse(row));
            if (!row.accession().isEmpty()) earlierNumbers.putIfAbsent(row.accession(), row);
        }
        slips(row, known, doubts);
        int more = more(row, known, notes);
        above.ifPresent(a ->
                notes.add("The same paint as in row " + a.row() + (row.quantity() > 0 ? ": one more holding." : ".")));
        List<PlaceCode> taken = new ArrayList<>();
        List<PlaceCode> places = places(row, known, above.map(OwnRow::row).orElse(row.row()), taken, doubts);
        Map<EyeTrait, String> seen = new LinkedHashMap<>(row.seen());
        known.ifPresent(k -> seen.entrySet()
                .removeIf(e -> k.seen.getOrDefault(e.getKey(), Set.of()).contains(e.getValue())));
        Set<String> lies = known.map(k -> k.palettes.stream().map(Words::folded).collect(Collectors.toSet()))
                .orElse(Set.of());
        List<String> palettes = row.palettes().stream()
                .filter(p -> !lies.contains(Words.folded(p)))
                .toList();
        if (!palettes.isEmpty()) notes.add("Goes into " + String.join(" and ", palettes) + ".");
        Kind kind = !doubts.isEmpty() ? Kind.DOUBT : known.isPresent() || above.isPresent() ? Kind.HAVE : Kind.NEW;
        return new Becoming(
                row,
                kind,
                known,
                above.map(OwnRow::row),
                more,
                places,
                seen,
                palettes,
                noted(row, known, taken),
                List.copyOf(notes),
                List.copyOf(doubts));
    }

    /** What the paint’s note does not say yet. */
    private static List<String> noted(OwnRow row, Optional<Known> known, List<PlaceCode> taken) {
        List<String> lines = new ArrayList<>(row.note().lines().toList());
        taken.forEach(p -> lines.add("Swatch: " + p));
        if (known.filter(k -> k.recipe.isEmpty() && !row.recipe().isEmpty()).isPresent()) {
            lines.add("Pigments: " + row.labelText());
        }
        Set<String> there =
                known.map(k -> k.note.lines().collect(Collectors.toSet())).orElse(Set.of());
        return lines.stream().filter(l -> !there.contains(l)).toList();
    }

    private boolean isNew(OwnRow row) {
        return "new".equalsIgnoreCase(choices.as.get(row.row()));
    }

    private Optional<Known> known(OwnRow row, Name name, List<String> notes, List<OwnList.Doubt> doubts) {
        if (isNew(row)) return Optional.empty();
        String chosen = choices.as.get(row.row());
        if (chosen != null && byNumber.containsKey(chosen)) return Optional.of(byNumber.get(chosen));
        List<Known> named = byName.getOrDefault(name, List.of());
        Optional<Known> same =
                named.stream().filter(k -> agree(row.recipe(), k.recipe)).findFirst();
        if (same.isPresent()) return same;
        if (!named.isEmpty()) {
            Known k = named.get(0);
            doubt(
                    doubts,
                    row,
                    ListColumn.PIGMENTS,
                    k.accession + " of this name has " + k.recipe + ", this " + row.recipe()
                            + ": taken for another paint.",
                    k.recipe.toString());
            return Optional.empty();
        }
        List<Known> alike = byBareName.getOrDefault(name.name, List.of()).stream()
                .filter(k -> name.maker.isEmpty() || k.maker.isEmpty())
                .filter(k -> agree(row.recipe(), k.recipe))
                .toList();
        if (alike.isEmpty()) return Optional.empty();
        Known k = alike.get(0);
        boolean sure = alike.size() == 1
                && !row.recipe().isEmpty()
                && row.recipe().fingerprint().equals(k.recipe.fingerprint());
        if (sure) {
            notes.add("Taken for " + k.accession + (k.maker.isEmpty() ? "" : ", by " + k.maker) + ".");
            return Optional.of(k);
        }
        doubts.add(new OwnList.Doubt(
                row.row(),
                -1,
                "It may be " + k.accession + ", " + k.name + (k.maker.isEmpty() ? "" : " by " + k.maker)
                        + "; it is taken for another paint unless you say so.",
                k.accession,
                false));
        return Optional.empty();
    }

    private Optional<OwnRow> above(OwnRow row, Name name) {
        OwnRow numbered = row.accession().isEmpty() ? null : earlierNumbers.get(row.accession());
        // A number alone is not trusted: what heads a column so may be anything.
        if (numbered != null && Words.folded(numbered.name()).equals(name.name)) return Optional.of(numbered);
        return earlier.getOrDefault(name, List.of()).stream()
                .filter(o -> row.accession().isEmpty() || o.accession().isEmpty())
                .filter(o -> agree(row.recipe(), o.recipe()))
                .findFirst();
    }

    /** A row of a name that stood above with other pigments: another paint, or a slip. Numbers of their own say which. */
    private void otherPigments(OwnRow row, Name name, List<OwnList.Doubt> doubts) {
        if (isNew(row)) return;
        earlier.getOrDefault(name, List.of()).stream()
                .filter(o -> row.accession().isEmpty() || o.accession().isEmpty())
                .findFirst()
                .ifPresent(o -> doubt(
                        doubts,
                        row,
                        ListColumn.PIGMENTS,
                        "Row " + o.row() + " of this name has " + o.recipe() + ", this " + row.recipe()
                                + ": taken for another paint.",
                        o.recipe().toString()));
    }

    private static boolean agree(Recipe one, Recipe other) {
        return one.isEmpty() || other.isEmpty() || one.fingerprint().equals(other.fingerprint());
    }

    /** A maker or a name one slip away from one that is there. */
    private void slips(OwnRow row, Optional<Known> known, List<OwnList.Doubt> doubts) {
        if (known.isPresent() || isNew(row)) return;
        String maker = Words.folded(row.maker());
        boolean rare = usualMakers.size() <= MOST_COMPARED
                && !maker.isEmpty()
                && !usualMakers.contains(maker)
                && makers.getOrDefault(maker, 0L) < NO_SLIP;
        if (rare) {
            Spelling.nearest(maker, usualMakers)
                    .map(makersAsWritten::get)
                    .ifPresent(m -> doubt(doubts, row, ListColumn.MAKER, "“" + row.maker() + "” may be " + m + ".", m));
        }
        String name = Words.folded(row.name());
        row.recipe()
                .fingerprint()
                .map(f -> byRecipe.get(alike(maker, f, name)))
                .filter(Objects::nonNull)
                .ifPresent(names -> {
                    if (names.containsKey(name) || names.size() > MOST_COMPARED) return;
                    Spelling.nearest(name, names.keySet())
                            .map(n -> names.get(n).get(0))
                            .ifPresent(k -> doubt(
                                    doubts,
                                    row,
                                    ListColumn.NAME,
                                    "“" + row.name() + "” may be " + k.name + " (" + k.accession
                                            + "), of the same pigments.",
                                    k.name));
                });
    }

    private void doubt(List<OwnList.Doubt> doubts, OwnRow row, ListColumn column, String message, String mend) {
        doubts.add(new OwnList.Doubt(row.row(), list.columns().indexOf(column), message, mend, false));
    }

    private int more(OwnRow row, Optional<Known> known, List<String> notes) {
        if (known.isEmpty() || choices.more.contains(row.row())) return row.quantity();
        Known k = known.get();
        if (row.quantity() == 0) {
            notes.add(k.holdings.isEmpty() ? "Wished for already." : "There already: " + k.accession + ".");
            return 0;
        }
        List<KnownHolding> left = unclaimed.computeIfAbsent(k.paint, p -> new ArrayList<>(k.holdings));
        int more = 0;
        for (int i = 0; i < row.quantity(); i++) {
            Optional<KnownHolding> same =
                    left.stream().filter(h -> h.answers(row)).findFirst();
            if (same.isPresent()) left.remove(same.get());
            else more++;
        }
        notes.add(
                more == 0
                        ? "There already: " + k.accession + "."
                        : k.accession + " gets " + (more == 1 ? "one more holding." : more + " more holdings."));
        return more;
    }

    /** Places that are free; of the others it is said who is there. */
    private List<PlaceCode> places(
            OwnRow row, Optional<Known> known, int paintRow, List<PlaceCode> taken, List<OwnList.Doubt> doubts) {
        List<PlaceCode> free = new ArrayList<>();
        for (PlaceCode place : row.places()) {
            if (known.filter(k -> k.places.contains(place)).isPresent()) continue;
            String holder = shelf.holders.get(place);
            Integer before = claimed.get(place);
            Keeper keeper = shelf.keepers.get(place.keeperCode());
            int noted = doubts.size();
            if (holder != null) {
                doubt(
                        doubts,
                        row,
                        ListColumn.PLACE,
                        "At " + place + " is " + holder + ": the place is kept in the note.",
                        "");
            } else if (before != null && before != paintRow) {
                doubt(
                        doubts,
                        row,
                        ListColumn.PLACE,
                        place + " is the place of row " + before + " too: the place is kept in the note.",
                        "");
            } else if (keeper != null && (place.cell() > keeper.cells() || place.page() > keeper.pages())) {
                doubt(
                        doubts,
                        row,
                        ListColumn.PLACE,
                        "There is no " + place + ": " + place.keeperCode() + " has "
                                + (keeper.pages() > 0 ? keeper.pages() + " pages of " : "") + keeper.cells()
                                + ". The place is kept in the note.",
                        "");
            } else if (before == null) {
                claimed.put(place, paintRow);
                free.add(place);
            }
            if (doubts.size() > noted) taken.add(place);
        }
        return free;
    }
}
