package molvet.core.pigment;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import molvet.core.measure.Words;
import org.apache.commons.csv.CSVRecord;

/**
 * The pigments met in watercolour, in {@code pigments.csv} beside this class.
 *
 * <p>From memory and general knowledge of the trade. Constitution numbers are Colour Index facts and are checked in
 * tests against an independent list; traits are what is usual, and any paint may differ.
 */
public final class PigmentReference {
    private static final PigmentReference STANDARD = load();

    private final Map<PigmentCode, Pigment> byCode;
    private final Map<PigmentCode, Pigment> found;
    private final Map<String, List<Pigment>> byConstitution = new TreeMap<>();
    private final Map<String, List<Pigment>> byName = new TreeMap<>();
    private final Map<List<String>, List<String>> byWords = new HashMap<>();
    private final int mostWords;

    private PigmentReference(Map<PigmentCode, Pigment> byCode) {
        this.byCode = byCode;
        this.found = Map.copyOf(byCode);
        for (Pigment p : byCode.values()) {
            p.constitution()
                    .ifPresent(n -> byConstitution
                            .computeIfAbsent(n, k -> new ArrayList<>())
                            .add(p));
            p.names()
                    .forEach(n ->
                            byName.computeIfAbsent(n, k -> new ArrayList<>()).add(p));
        }
        byName.keySet()
                .forEach(n -> byWords.computeIfAbsent(List.of(Words.folded(n).split(" ")), k -> new ArrayList<>())
                        .add(n));
        mostWords = byWords.keySet().stream().mapToInt(List::size).max().orElse(0);
    }

    public static PigmentReference standard() {
        return STANDARD;
    }

    /** All pigments, by family then number. */
    public List<Pigment> all() {
        return List.copyOf(byCode.values());
    }

    public Optional<Pigment> find(PigmentCode code) {
        return Optional.ofNullable(found.get(code));
    }

    public boolean holds(PigmentCode code) {
        return found.containsKey(code);
    }

    /**
     * The pigments with a constitution number such as {@code 77491}; several share one. The plain one stands first: that whose
     * chemical name the others only add to, as the blue of the ultramarines.
     */
    public List<Pigment> withConstitution(String number) {
        List<Pigment> all = byConstitution.getOrDefault(number, List.of());
        List<Pigment> plainFirst = new ArrayList<>(all);
        all.stream()
                .filter(p -> all.stream().allMatch(o -> o.chemicalName().startsWith(p.chemicalName())))
                .findFirst()
                .ifPresent(p -> {
                    plainFirst.remove(p);
                    plainFirst.add(0, p);
                });
        return plainFirst;
    }

    /** The pigments a name in words may mean, exactly as given in lower case. */
    public List<Pigment> named(String words) {
        return byName.getOrDefault(words, List.of());
    }

    /** Every name in words that the reference knows. */
    public List<String> names() {
        return List.copyOf(byName.keySet());
    }

    /** Every name that stands whole among words, folded as by {@link Words#folded}. */
    public List<String> namesIn(List<String> words) {
        List<String> in = new ArrayList<>();
        for (int from = 0; from < words.size(); from++) {
            for (int to = from + 1; to <= Math.min(words.size(), from + mostWords); to++) {
                in.addAll(byWords.getOrDefault(words.subList(from, to), List.of()));
            }
        }
        return in;
    }

    /** The pigments that bear a number in any family, whatever their suffix; nobody writes a dye’s family for theirs. */
    public List<Pigment> numbered(int number) {
        return byCode.values().stream()
                .filter(p -> p.code().number() == number && !p.code().isDye())
                .toList();
    }

    private static PigmentReference load() {
        Map<PigmentCode, Pigment> pigments = new TreeMap<>();
        for (CSVRecord row : PigmentTable.rows("pigments.csv")) {
            Pigment p = pigment(row);
            if (pigments.put(p.code(), p) != null) {
                throw new IllegalStateException("The reference holds " + p.code() + " twice.");
            }
        }
        return new PigmentReference(Collections.unmodifiableMap(pigments));
    }

    private static Pigment pigment(CSVRecord row) {
        String number = row.get("constitution").replaceAll(":.*", "");
        return new Pigment(
                PigmentCode.of(row.get("code")),
                number.isEmpty() ? Optional.empty() : Optional.of(number),
                row.get("chemical"),
                row.get("family"),
                Hue.parse(row.get("hue")),
                pick(Lightfastness.values(), "E V F P X U", row.get("light")),
                pick(Transparency.values(), "T ST SO O", row.get("transparency")),
                pick(Staining.values(), "N L M H", row.get("staining")),
                pick(Granulation.values(), "N S M G", row.get("granulation")),
                pick(Strength.values(), "W M S V", row.get("strength")),
                split(row.get("cautions"), " "),
                row.get("out").equals("out"),
                split(row.get("words"), ";"),
                row.get("note"));
    }

    private static <E> E pick(E[] values, String letters, String letter) {
        int at = Arrays.asList(letters.split(" ")).indexOf(letter);
        if (at < 0) throw new IllegalStateException("The reference holds an unknown letter “" + letter + "”.");
        return values[at];
    }

    private static List<String> split(String text, String by) {
        return text.isEmpty() ? List.of() : List.of(text.split(by));
    }
}
