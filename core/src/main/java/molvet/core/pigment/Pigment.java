package molvet.core.pigment;

import java.util.List;
import java.util.Optional;

/**
 * A pigment of the reference, with the traits it usually shows in watercolour.
 *
 * @param constitution Colour Index constitution number without the suffix the reference uses to tell apart pigments
 *     that share one; empty where none is assigned
 * @param names names in words by which labels call it, lower case
 * @param cautions elements that call for care, such as {@code cobalt}
 * @param outOfProduction whether it is no longer made for paint
 * @param note where makers differ, or what else to know; may be empty
 */
public record Pigment(
        PigmentCode code,
        Optional<String> constitution,
        String chemicalName,
        String family,
        Hue hue,
        Lightfastness lightfastness,
        Transparency transparency,
        Staining staining,
        Granulation granulation,
        Strength strength,
        List<String> cautions,
        boolean outOfProduction,
        List<String> names,
        String note) {

    /** What the reference says of one trait. */
    public Grade usually(Trait trait) {
        return switch (trait) {
            case LIGHTFASTNESS -> lightfastness;
            case TRANSPARENCY -> transparency;
            case STAINING -> staining;
            case GRANULATION -> granulation;
        };
    }
}
