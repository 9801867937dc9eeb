package molvet.core.maker;

import java.util.LinkedHashMap;
import java.util.Map;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Trait;

/** Scales of lightfastness that are published, as a maker’s scale to begin from. */
public enum PublishedScale {
    /**
     * Classes of ASTM D4303, “Standard test methods for lightfastness of colorants used in artists’ materials”, by the change of
     * colour after a stated exposure: I up to 4, II up to 8, III up to 16, IV up to 24, V more (CIE 1976 L*a*b* units; from
     * memory).
     */
    ASTM_D4303("ASTM D4303", new String[][] {
        {"I", "EXCELLENT"}, {"II", "VERY_GOOD"}, {"III", "FAIR"}, {"IV", "POOR"}, {"V", "FUGITIVE"}
    }),
    /**
     * The blue wool references of ISO 105-B01, 1 to 8, each needing about twice the light of the one before to fade as far (from
     * memory); how they go with the classes of ASTM is common practice: 7 and 8 with I, 6 with II, 4 and 5 with III, 2 and 3 with IV.
     */
    BLUE_WOOL("Blue wool, ISO 105-B01", new String[][] {
        {"8", "EXCELLENT"},
        {"7", "EXCELLENT"},
        {"6", "VERY_GOOD"},
        {"5", "FAIR"},
        {"4", "FAIR"},
        {"3", "POOR"},
        {"2", "POOR"},
        {"1", "FUGITIVE"}
    });

    private final String words;
    private final Map<String, Grade> symbols = new LinkedHashMap<>();

    PublishedScale(String words, String[][] steps) {
        this.words = words;
        for (String[] s : steps) symbols.put(s[0], Lightfastness.valueOf(s[1]));
    }

    public String words() {
        return words;
    }

    public MakerScale scale() {
        return new MakerScale(Trait.LIGHTFASTNESS, symbols);
    }
}
