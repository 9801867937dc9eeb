package molvet.server.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.reading.Spot;
import molvet.core.reading.SwatchReading;
import molvet.server.collection.PaintViews.SpotView;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Colours at spots pointed at in a picture that is kept, all brought to one white. */
@Service
public class SpotsInPicture {
    private static final String NO_PAPER = "No bare paper was picked";

    private final ReadingStore store;

    SpotsInPicture(ReadingStore store) {
        this.store = store;
    }

    /** @param error standard error of the colour, from its four quarters, as a distance in L*a*b* */
    public record Spotted(Lab colour, double error, List<String> notes) {}

    /** One picture, decoded once. */
    public static final class Seen {
        private final Picture picture;
        private final Optional<Spot> paper;
        private final double radius;

        private Seen(Picture picture, Optional<Spot> paper, double radius) {
            this.picture = picture;
            this.paper = paper;
            this.radius = radius;
        }

        /** @throws Refusal if it lies outside the picture */
        public Spotted at(SpotView at) {
            Spot whole = spot(at.x(), at.y(), radius);
            SwatchReading read = SwatchReading.of(whole, whole, paper, Optional.empty(), List.of());
            double off = radius / 2;
            List<Lab> quarters = Stream.of(
                            spot(at.x() - off, at.y() - off, off),
                            spot(at.x() + off, at.y() - off, off),
                            spot(at.x() - off, at.y() + off, off),
                            spot(at.x() + off, at.y() + off, off))
                    .map(Spot::colour)
                    .toList();
            double squares = quarters.stream()
                    .mapToDouble(q -> Math.pow(q.l() - whole.colour().l(), 2)
                            + Math.pow(q.a() - whole.colour().a(), 2)
                            + Math.pow(q.b() - whole.colour().b(), 2))
                    .sum();
            List<String> notes = new ArrayList<>(read.notes());
            notes.removeIf(n -> n.startsWith(NO_PAPER));
            return new Spotted(read.massTone(), Math.sqrt(squares / (4 * 3)), List.copyOf(notes));
        }

        private Spot spot(double x, double y, double r) {
            return Spot.of(picture.patch(Math.max(0, Math.min(1, x)), Math.max(0, Math.min(1, y)), r));
        }
    }

    /** @param paper bare paper; null: the white stays as the picture has it. {@code radius} as a share of the short side */
    public Seen seen(Collector me, long picture, @Nullable SpotView paper, double radius) {
        byte[] file = store.original(me, picture)
                .orElseThrow(() -> new NotFound("There is no such picture."))
                .bytes();
        Picture decoded = Picture.of(file);
        Seen raw = new Seen(decoded, Optional.empty(), radius);
        return new Seen(decoded, Optional.ofNullable(paper).map(p -> raw.spot(check(p).x(), p.y(), radius)), radius);
    }

    /** @throws Refusal if a spot lies outside */
    public static SpotView check(SpotView spot) {
        if (!(spot.x() >= 0 && spot.x() <= 1 && spot.y() >= 0 && spot.y() <= 1)) {
            throw Refusal.of("spot", "A spot lies outside the picture.", "Give shares of width and height, 0 to 1.");
        }
        return spot;
    }
}
