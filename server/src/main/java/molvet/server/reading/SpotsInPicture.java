package molvet.server.reading;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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

    /**
     * What stands at each of the spots; the picture is decoded once.
     *
     * @param paper bare paper; null: the white stays as the picture has it. {@code radius} as a share of the short side
     * @throws Refusal if a spot lies outside the picture
     */
    public Map<SpotView, Spotted> at(
            Collector me, long picture, @Nullable SpotView paper, double radius, List<SpotView> spots) {
        Stream.concat(Stream.ofNullable(paper), spots.stream()).forEach(SpotsInPicture::check);
        byte[] file = store.original(me, picture)
                .orElseThrow(() -> new NotFound("There is no such picture."))
                .bytes();
        return Picture.of(file).seen(pixels -> {
            Optional<Spot> bare = Optional.ofNullable(paper).map(p -> spot(pixels, p.x(), p.y(), radius));
            Map<SpotView, Spotted> seen = new HashMap<>();
            for (SpotView at : spots) seen.computeIfAbsent(at, a -> spotted(pixels, a, radius, bare));
            return seen;
        });
    }

    private static Spotted spotted(Picture.Decoded pixels, SpotView at, double radius, Optional<Spot> paper) {
        Spot whole = spot(pixels, at.x(), at.y(), radius);
        SwatchReading read = SwatchReading.of(whole, whole, paper, Optional.empty(), List.of());
        double off = radius / 2;
        List<Lab> quarters = Stream.of(
                        spot(pixels, at.x() - off, at.y() - off, off),
                        spot(pixels, at.x() + off, at.y() - off, off),
                        spot(pixels, at.x() - off, at.y() + off, off),
                        spot(pixels, at.x() + off, at.y() + off, off))
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

    private static Spot spot(Picture.Decoded pixels, double x, double y, double r) {
        return Spot.of(pixels.patch(Math.max(0, Math.min(1, x)), Math.max(0, Math.min(1, y)), r));
    }

    private static void check(SpotView spot) {
        if (!(spot.x() >= 0 && spot.x() <= 1 && spot.y() >= 0 && spot.y() <= 1)) {
            throw Refusal.of("spot", "A spot lies outside the picture.", "Give shares of width and height, 0 to 1.");
        }
    }
}
