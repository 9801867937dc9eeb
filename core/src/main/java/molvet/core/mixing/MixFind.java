package molvet.core.mixing;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import molvet.core.colour.Lab;
import molvet.core.measure.PlainText;
import molvet.core.measure.Words;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.PigmentCode;

/**
 * What is looked for among mixtures: “mix of PB29 and PBr7”, “near M-0031”, “grey mixes”, a name of a paint or of the mixture.
 *
 * @param pigments each of which a part of its own must hold
 * @param near a colour at half strength; nearest first
 * @param words that stand in the name of the mixture or of its paints
 */
public record MixFind(
        List<PigmentCode> pigments,
        boolean grey,
        boolean liked,
        Optional<Lab> near,
        String nearWhat,
        List<String> named) {
    private static final Pattern NEAR = Pattern.compile("(?i)\\bnear\\s+m-?0*(\\d{1,7})\\b");
    private static final Pattern GREY = Pattern.compile("(?i)\\b(gr[ea]ys?|neutrals?)\\b");
    private static final Pattern LIKED = Pattern.compile("(?i)\\bliked\\b");
    private static final Pattern LITTLE =
            Pattern.compile("(?i)\\b(mix(es|ture|tures)?|of|and|with|from|the|painted)\\b|[,+&]");
    /** A wash with less colour than this is called a grey. */
    private static final double GREYISH = 8;

    /** The number of the paint it shall lie near, if it says so. */
    public static Optional<Integer> accession(String text) {
        Matcher m = NEAR.matcher(text);
        return m.find() ? Optional.of(Integer.parseInt(m.group(1))) : Optional.empty();
    }

    /** @param near the colour of the paint it names, where it names one that was measured */
    public static MixFind read(String text, LabelReader reader, Optional<Lab> near) {
        String left = Words.line("find", text, 200);
        Matcher by = NEAR.matcher(left);
        String nearWhat = by.find() ? by.group().substring(4).strip().toUpperCase(Locale.ROOT) : "";
        left = by.replaceAll(" ");
        boolean grey = GREY.matcher(left).find();
        left = GREY.matcher(left).replaceAll(" ");
        boolean liked = LIKED.matcher(left).find();
        left = LIKED.matcher(left).replaceAll(" ");
        left = LITTLE.matcher(left).replaceAll(" ").strip();
        List<PigmentCode> pigments = left.isEmpty()
                ? List.of()
                : reader.codesIn(PlainText.of(left)).stream()
                        .map(LabelReader.Found::code)
                        .distinct()
                        .toList();
        List<String> named = pigments.isEmpty() && !left.isEmpty()
                ? List.of(Words.folded(left).split(" "))
                : List.of();
        return new MixFind(pigments, grey, liked, near, nearWhat, named);
    }

    /** @return their ids, in their order or nearest first */
    public List<Long> among(List<FoundMix> all) {
        return all.stream()
                .filter(this::fits)
                .sorted(
                        near.isEmpty()
                                ? (a, b) -> 0
                                : Comparator.comparingDouble(m -> m.half()
                                        .map(h -> h.differenceFrom(near.get()))
                                        .orElse(999.0)))
                .map(FoundMix::id)
                .toList();
    }

    private boolean fits(FoundMix m) {
        if (liked && !m.liked()) return false;
        if (grey && m.half().filter(h -> h.chroma() < GREYISH).isEmpty()) return false;
        if (near.isPresent() && m.half().isEmpty()) return false;
        for (PigmentCode p : pigments) {
            if (m.parts().stream().noneMatch(x -> x.recipe().pigments().contains(p))) return false;
        }
        String words = Words.folded(
                m.name() + " " + m.parts().stream().map(FoundMix.Part::name).collect(Collectors.joining(" ")));
        return named.stream().allMatch(words::contains);
    }

    /** What was understood; empty for everything. */
    public String words() {
        StringBuilder said = new StringBuilder();
        if (liked) said.append("liked ");
        if (grey) said.append("grey ");
        if (!said.isEmpty() || !pigments.isEmpty() || !named.isEmpty() || !nearWhat.isEmpty()) said.append("mixtures");
        if (!pigments.isEmpty()) {
            said.append(" of ")
                    .append(pigments.stream().map(PigmentCode::toString).collect(Collectors.joining(" and ")));
        }
        if (!named.isEmpty())
            said.append(" with “").append(String.join(" ", named)).append('”');
        if (!nearWhat.isEmpty()) {
            said.append(
                    near.isPresent() ? ", nearest to " + nearWhat + " first" : "; " + nearWhat + " was not measured");
        }
        return said.toString().strip();
    }
}
