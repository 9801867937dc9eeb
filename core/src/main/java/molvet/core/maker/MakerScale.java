package molvet.core.maker;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;

/**
 * One maker's symbols for one trait, each mapped to a step of our scale.
 *
 * <p>Written by people as {@code I = excellent, II = very good, III = fair}. Symbols are compared without regard to
 * case and spaces, so that {@code  ii } is {@code II}.
 */
public record MakerScale(Trait trait, Map<String, Grade> symbols) {
    private static final int MOST_SYMBOLS = 20;

    public MakerScale {
        symbols = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(symbols));
    }

    public static MakerScale none(Trait trait) {
        return new MakerScale(trait, Map.of());
    }

    /**
     * Reads a mapping such as {@code *** = excellent; ** = very good}; empty text is an empty mapping.
     *
     * @throws Refusal naming each part that is not {@code symbol = step}
     */
    public static MakerScale parse(Trait trait, String text) {
        Map<String, Grade> symbols = new LinkedHashMap<>();
        List<Refusal.Fault> faults = new ArrayList<>();
        for (String part : Words.lines(trait.words(), text, 600).split("[,;\\n]+")) {
            if (part.isBlank()) continue;
            int equals = part.lastIndexOf('=');
            Optional<Grade> grade = equals < 1 ? Optional.empty() : trait.grade(part.substring(equals + 1));
            if (grade.isEmpty()) {
                faults.add(new Refusal.Fault(
                        trait.words(),
                        "“" + part.strip() + "” is not a symbol and a step of " + trait.words() + ".",
                        "Write it like I = " + trait.scale().get(0).words() + "; steps are "
                                + trait.scale().stream().map(Grade::words).collect(Collectors.joining(", ")) + "."));
            } else {
                symbols.put(Words.needed("symbol", part.substring(0, equals), 20), grade.get());
            }
        }
        if (symbols.size() > MOST_SYMBOLS) {
            faults.add(new Refusal.Fault(trait.words(), "More than 20 symbols.", "Keep the ones the maker prints."));
        }
        if (!faults.isEmpty()) throw new Refusal(faults);
        return new MakerScale(trait, symbols);
    }

    /** The claim a label makes: by this scale first, then by our own words. */
    public Claim claim(String asWritten) {
        String wanted = key(asWritten);
        Optional<Grade> mapped = symbols.entrySet().stream()
                .filter(e -> key(e.getKey()).equals(wanted))
                .map(Map.Entry::getValue)
                .findFirst();
        return new Claim(trait, asWritten.strip(), mapped.or(() -> trait.claimed(asWritten)));
    }

    /**
     * A scale for symbols seen on labels of a maker who has none yet: the published one they look like, or the count of
     * their stars, or the letters in order. Which way stars and letters run is common practice, no published source, so it
     * is a proposal to be looked at.
     *
     * @return nothing where a symbol is of no kind known here, or where all are plain words
     */
    public static Optional<MakerScale> proposed(Trait trait, Collection<String> seen) {
        List<String> symbols = seen.stream()
                .map(String::strip)
                .filter(s -> !s.isEmpty() && trait.claimed(s).isEmpty())
                .distinct()
                .sorted()
                .toList();
        if (trait != Trait.LIGHTFASTNESS || symbols.isEmpty()) return Optional.empty();
        for (PublishedScale published : PublishedScale.values()) {
            if (symbols.stream().allMatch(s -> worst(published.scale(), s).isPresent())) {
                Map<String, Grade> all = new LinkedHashMap<>(published.scale().symbols);
                symbols.forEach(
                        s -> all.putIfAbsent(s, worst(published.scale(), s).orElseThrow()));
                return Optional.of(new MakerScale(trait, all));
            }
        }
        for (String sign : List.of("*", "★", "+")) {
            if (symbols.stream().allMatch(s -> s.replace(sign, "").isEmpty())) {
                int most = Math.max(
                        3, symbols.stream().mapToInt(String::length).max().orElse(3));
                return Optional.of(counted(most, n -> sign.repeat(most - n)));
            }
        }
        if (symbols.stream().allMatch(s -> s.matches("[A-Ea-e]"))) {
            return Optional.of(counted(4, n -> String.valueOf((char) ('A' + n))));
        }
        return Optional.empty();
    }

    /** The worst step of a range such as {@code 7-8}; of one symbol, its own. */
    private static Optional<Grade> worst(MakerScale scale, String symbols) {
        Optional<Grade> worst = Optional.empty();
        for (String one : symbols.split("\\s*[-/–]\\s*")) {
            Optional<Grade> grade = Optional.ofNullable(scale.symbols.get(one.toUpperCase(Locale.ROOT)));
            if (grade.isEmpty()) return grade;
            if (worst.isEmpty() || grade.get().ordinal() > worst.get().ordinal()) worst = grade;
        }
        return worst;
    }

    private static MakerScale counted(int steps, IntFunction<String> symbol) {
        Map<String, Grade> all = new LinkedHashMap<>();
        for (int n = 0; n < Math.min(steps, 5); n++)
            all.put(symbol.apply(n), Trait.LIGHTFASTNESS.scale().get(n));
        return new MakerScale(Trait.LIGHTFASTNESS, all);
    }

    private static String key(String symbol) {
        return symbol.replaceAll("\\s+", "").toLowerCase(Locale.ROOT);
    }

    @Override
    public String toString() {
        return symbols.entrySet().stream()
                .map(e -> e.getKey() + " = " + e.getValue().words())
                .collect(Collectors.joining(", "));
    }
}
