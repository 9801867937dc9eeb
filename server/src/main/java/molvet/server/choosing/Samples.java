package molvet.server.choosing;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.choosing.ReportCard;
import molvet.core.choosing.Sample;
import molvet.core.choosing.ValueRun;
import molvet.core.colour.Lab;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Lightfastness;
import molvet.core.pigment.Trait;
import molvet.server.collection.PackedVoices;
import molvet.server.collection.VoiceStore.VoiceRow;
import molvet.server.colour.LabValue;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** From rows of paints to what the core compares. */
@Component
class Samples {
    private static final TypeReference<List<LabValue>> CURVE = new TypeReference<>() {};

    private final JsonMapper json;

    Samples(JsonMapper json) {
        this.json = json;
    }

    /** Empty for a paint that was not measured. */
    Optional<Sample> of(VoiceRow r) {
        return r.massTone().map(m -> {
            Map<Trait, PackedVoices.Heard> heard = r.heard();
            return new Sample(
                    r.id(),
                    r.name(),
                    r.pigments(),
                    run(r, m),
                    verdict(heard, Trait.GRANULATION),
                    verdict(heard, Trait.LIGHTFASTNESS),
                    verdict(heard, Trait.TRANSPARENCY),
                    verdict(heard, Trait.STAINING),
                    r.overBlack());
        });
    }

    private ValueRun run(VoiceRow r, Lab massTone) {
        List<Lab> all = new ArrayList<>(List.of(massTone));
        if (r.curve() != null) {
            json.readValue(r.curve(), CURVE).forEach(c -> all.add(c.lab()));
        }
        r.tint().ifPresent(all::add);
        return ValueRun.of(all);
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
                r.massTone(),
                r.tint());
    }
}
