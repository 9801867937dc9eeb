package molvet.core.arrival;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.pigment.Trait;

/** What labels claim in plain words: transparent, non-staining, excellent lightfastness. */
final class SpokenClaims {
    private static final String HOW_MUCH =
            "(?:(?:non|not|slightly|weakly|low|little|medium|moderately|high|highly|strongly|very)[\\s-]+)?";
    private static final Map<Trait, Pattern> WORDS = Map.of(
            Trait.LIGHTFASTNESS,
            Pattern.compile(
                    "(?iu)(excellent|very good|fair|poor|fugitive)(?:\\s+light\\s?fast(?:ness)?|(?<=fugitive))\\b"),
            Trait.TRANSPARENCY,
            Pattern.compile("(?iu)((?:semi[\\s-]?)?(?:transparent|opaque)|translucent)\\b"),
            Trait.STAINING,
            Pattern.compile("(?iu)(" + HOW_MUCH + "staining)\\b"),
            Trait.GRANULATION,
            Pattern.compile("(?iu)(" + HOW_MUCH + "granulating)\\b"));
    private static final Pattern BETWEEN = Pattern.compile("(?iu)\\s*(?:[,&+]|and\\s|but\\s)?\\s*");

    private SpokenClaims() {}

    /** @return what a piece of text claims, as written and in its order, if it is claims from end to end; else nothing */
    static Map<Trait, String> in(String text) {
        Map<Trait, String> claims = new LinkedHashMap<>();
        int at = 0;
        while (at < text.length()) {
            int end = at;
            for (Map.Entry<Trait, Pattern> w : WORDS.entrySet()) {
                Matcher m = w.getValue().matcher(text).region(at, text.length());
                if (!m.lookingAt()) continue;
                claims.putIfAbsent(w.getKey(), m.group(1));
                end = m.end();
                break;
            }
            if (end == at) return Map.of();
            Matcher between = BETWEEN.matcher(text).region(end, text.length());
            at = between.lookingAt() ? between.end() : end;
        }
        return claims;
    }
}
