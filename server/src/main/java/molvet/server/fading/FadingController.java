package molvet.server.fading;

import java.util.List;
import molvet.core.fading.FadingGrade;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Lightfastness;
import molvet.server.colour.LabValue;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Arithmetic of fading for scripts and spreadsheets. */
@RestController
class FadingController {
    record FadingAsked(@Nullable LabValue before, @Nullable LabValue after) {}

    /** @param astm the class of ASTM D4303 the change would be of, if the light was as much as the standard asks */
    record FadingAnswer(
            double deltaEab,
            double deltaE00,
            @OneOf(FadingGrade.AstmClass.class) String astm,
            @OneOf(Lightfastness.class) String lightfastness,
            List<String> reasons) {}

    @PostMapping("/api/fading/grade")
    FadingAnswer grade(@RequestBody FadingAsked asked) {
        FadingGrade g = FadingGrade.of(
                given("before", asked.before).lab(), given("after", asked.after).lab());
        return new FadingAnswer(
                g.deltaEab(),
                g.deltaE00(),
                g.astm().name(),
                g.astm().lightfastness().name(),
                g.reasons());
    }

    private static LabValue given(String where, @Nullable LabValue value) {
        if (value == null) throw Refusal.of(where, "The colour " + where + " is missing.", "Give l, a and b.");
        return value;
    }
}
