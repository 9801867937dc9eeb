package molvet.server.choosing;

import java.util.Map;
import java.util.Optional;
import molvet.core.choosing.ReportCard;
import molvet.core.choosing.Sample;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Trait;
import molvet.server.collection.PackedVoices;
import molvet.server.collection.VoiceStore.VoiceRow;
import org.springframework.stereotype.Component;

/** From rows of paints to what the core compares. */
@Component
public class Samples {
    /** Empty for a paint that was not measured. */
    public Optional<Sample> of(VoiceRow r) {
        return r.run().map(run -> {
            Map<Trait, PackedVoices.Heard> heard = r.heard();
            return new Sample(
                    r.id(),
                    r.name(),
                    r.pigments(),
                    run,
                    verdict(heard, Trait.GRANULATION),
                    verdict(heard, Trait.LIGHTFASTNESS),
                    verdict(heard, Trait.TRANSPARENCY),
                    verdict(heard, Trait.STAINING),
                    r.overBlack());
        });
    }

    private static Optional<Grade> verdict(Map<Trait, PackedVoices.Heard> heard, Trait trait) {
        return heard.get(trait).verdict();
    }

    static ReportCard.Entry entry(VoiceRow r) {
        Map<Trait, Grade> label = new java.util.EnumMap<>(Trait.class);
        Map<Trait, Grade> paper = new java.util.EnumMap<>(Trait.class);
        Map<Trait, PackedVoices.Heard> heard = r.heard();
        heard.forEach((t, h) -> {
            h.label().ifPresent(g -> label.put(t, g));
            h.paper().ifPresent(g -> paper.put(t, g));
        });
        return new ReportCard.Entry(
                r.id(),
                r.pigments(),
                label,
                paper,
                verdict(heard, Trait.LIGHTFASTNESS).map(Lightfastness.class::cast),
                r.run());
    }
}
