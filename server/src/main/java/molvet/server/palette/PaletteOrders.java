package molvet.server.palette;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import molvet.core.collection.Family;
import molvet.core.collection.School;
import molvet.core.collection.SchoolOrder;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.palette.Along;
import molvet.core.palette.Arrangement;
import molvet.core.palette.Box;
import molvet.core.palette.Differences;
import molvet.core.palette.Wells;
import molvet.core.pigment.PigmentReference;
import molvet.core.pigment.UsualColour;
import molvet.server.collection.OrderStore;
import molvet.server.palette.PaletteStore.VersionRow;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.OneOf;
import molvet.server.platform.Thinking;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Puts what lies in a palette into an order: the smoothest, or a school’s, with what is locked left where it is. Nothing is changed;
 * an order is laid by an act of its own.
 */
@Service
public class PaletteOrders {
    private static final Duration ARRANGED = Duration.ofMillis(1700);
    private static final int MOST_SECONDS = 20;

    private final Palettes palettes;
    private final OrderStore orders;
    private final Thinking thinking;
    private final PigmentReference reference;
    private final SchoolOrder schools;

    PaletteOrders(Palettes palettes, OrderStore orders, Thinking thinking, PigmentReference reference) {
        this.palettes = palettes;
        this.orders = orders;
        this.thinking = thinking;
        this.reference = reference;
        this.schools = new SchoolOrder(reference);
    }

    /**
     * @param how SMOOTHEST, or a school
     * @param along which way a school’s order runs
     * @param locked wells that stay as they are; left out, those locked in the draft
     * @param families kept in rows as far as it goes; of the smoothest only
     * @param freeMove whether free wells may lie elsewhere; left out, only where they are one or two: else an order would be smooth by
     *     strewing them between
     * @param paints another beginning than the draft: the paint in each well
     * @param seconds it may take; two usually
     */
    public record WellOrderAsked(
            @Nullable String how,
            @OneOf(Along.class) @Nullable String along,
            @Nullable List<Integer> locked,
            @Nullable Boolean families,
            @Nullable Boolean freeMove,
            @Nullable List<@Nullable Long> paints,
            @Nullable Boolean prove,
            @Nullable Double seconds) {}

    /**
     * @param wells the paint in each
     * @param guessed paints whose colour is taken from their recipe; {@code without} those that have none at all
     * @param said how good it is, in sentences
     */
    public record Ordered(
            List<@Nullable Long> wells,
            double roughness,
            double roughnessAsGiven,
            double bound,
            boolean optimal,
            List<Long> guessed,
            List<Long> without,
            String said) {}

    /** What is known of the colours in a palette’s wells. */
    record Coloured(List<Long> paints, List<Lab> colours, List<Long> guessed, List<Long> without) {
        Differences differences() {
            return Differences.of(colours);
        }

        /** Numbers of colours by well, −1 for those that are empty or have no colour. */
        List<Integer> lying(List<@Nullable Long> wells) {
            List<Integer> lying = new ArrayList<>();
            Set<Integer> used = new HashSet<>();
            for (Long p : wells) {
                int at = -1;
                for (int i = 0; i < paints.size() && p != null; i++) {
                    if (paints.get(i).equals(p) && used.add(i)) {
                        at = i;
                        break;
                    }
                }
                lying.add(at);
            }
            return lying;
        }
    }

    /** @param paints one for each well that holds one; a paint in two wells twice */
    Coloured coloured(Collector me, List<Long> paints) {
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, paints);
        List<Long> of = new ArrayList<>();
        List<Lab> colours = new ArrayList<>();
        List<Long> guessed = new ArrayList<>();
        List<Long> without = new ArrayList<>();
        for (Long p : paints) {
            OrderStore.CardRow card = cards.get(p);
            if (card == null) continue;
            Lab colour = card.massTone()
                    .orElseGet(() -> UsualColour.of(card.pigments(), reference)
                            .map(UsualColour::massTone)
                            .orElse(null));
            if (colour == null) {
                without.add(p);
                continue;
            }
            if (card.massTone().isEmpty()) guessed.add(p);
            of.add(p);
            colours.add(colour);
        }
        return new Coloured(of, colours, guessed, without);
    }

    @Transactional(readOnly = true)
    public Ordered order(Collector me, long id, WellOrderAsked asked) {
        VersionRow draft = palettes.draft(me, id);
        Box box = palettes.box(draft);
        List<@Nullable Long> given = new ArrayList<>();
        if (asked.paints() != null && !asked.paints().isEmpty()) {
            if (asked.paints().size() != box.count()) {
                throw Refusal.of("paints", "This box has " + box.count() + " wells.", "Send one entry for each.");
            }
            given.addAll(asked.paints());
            palettes.own(me, given.stream().filter(Objects::nonNull).toList());
        } else {
            given.addAll(palettes.lying(me, id));
        }
        List<Long> paints = given.stream().filter(Objects::nonNull).toList();
        Coloured coloured = coloured(me, paints);
        Set<Integer> locked = new LinkedHashSet<>(asked.locked() == null ? palettes.locked(draft) : asked.locked());
        if (locked.stream().anyMatch(w -> w == null || w < 0 || w >= box.count())) {
            throw Refusal.of("locked", "There is no such well to lock.", "It has wells 1 to " + box.count() + ".");
        }
        String how = Fields.text(asked.how()).isBlank()
                ? "SMOOTHEST"
                : asked.how().strip().toUpperCase(Locale.ROOT);
        return how.equals("SMOOTHEST")
                ? smoothest(me, box, given, coloured, locked, asked)
                : bySchool(me, box, given, coloured, locked, asked, how);
    }

    private Ordered smoothest(
            Collector me,
            Box box,
            List<@Nullable Long> given,
            Coloured coloured,
            Set<Integer> locked,
            WellOrderAsked asked) {
        Wells wells = box.wells();
        List<Integer> lying = coloured.lying(given);
        Map<Integer, Integer> fixed = new HashMap<>();
        for (int w : locked) {
            // A paint without a colour stays where it is locked; so does an empty well.
            fixed.put(w, lying.get(w) >= 0 ? lying.get(w) : Arrangement.EMPTY);
        }
        Set<Integer> free = free(given, locked);
        boolean freeStay = !free.isEmpty() && !(asked.freeMove() == null ? free.size() <= FREE_MOVE : asked.freeMove());
        if (freeStay) free.forEach(w -> fixed.put(w, Arrangement.EMPTY));
        Differences d = coloured.differences();
        boolean families = Boolean.TRUE.equals(asked.families());
        double seconds = asked.seconds() == null ? 0 : asked.seconds();
        Duration most = seconds > 0 ? Duration.ofMillis((long) (1000 * Math.min(MOST_SECONDS, seconds))) : ARRANGED;
        Arrangement.Question question = new Arrangement.Question(
                wells,
                d,
                lying,
                fixed,
                families ? box.rowOf() : List.of(),
                families ? familiesOf(me, coloured.paints) : List.of());
        boolean prove = asked.prove() == null || asked.prove();
        Arrangement a = thinking.within(most, goOn -> Arrangement.smoothest(question, 1, prove, goOn));
        List<@Nullable Long> laid = new ArrayList<>();
        a.wells().forEach(c -> laid.add(c < 0 ? null : coloured.paints.get(c)));
        putUncoloured(given, laid, locked, coloured.without);
        return new Ordered(
                laid,
                a.roughness(),
                a.asGiven(),
                a.bound(),
                a.optimal() && !families,
                coloured.guessed,
                coloured.without,
                said(a, families, held(!locked.isEmpty(), freeStay)));
    }

    /** So many free wells are moved about for a smoother order; more stay where they are. */
    private static final int FREE_MOVE = 2;

    private static Set<Integer> free(List<@Nullable Long> given, Set<Integer> locked) {
        return IntStream.range(0, given.size())
                .filter(w -> given.get(w) == null && !locked.contains(w))
                .boxed()
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Wells that stay empty whatever the order: those locked so, and free ones where there are many. */
    Set<Integer> staysEmpty(List<@Nullable Long> given, Set<Integer> locked) {
        Set<Integer> empty = new LinkedHashSet<>();
        locked.stream().filter(w -> given.get(w) == null).forEach(empty::add);
        Set<Integer> free = free(given, locked);
        if (free.size() > FREE_MOVE) empty.addAll(free);
        return empty;
    }

    private List<Integer> familiesOf(Collector me, List<Long> paints) {
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, paints);
        return paints.stream()
                .map(p -> schools.family(cards.get(p).swatchable()).ordinal())
                .toList();
    }

    /** Paints of which no colour is known lie where they lay, if that is free, else in the first free well. */
    private static void putUncoloured(
            List<@Nullable Long> given, List<@Nullable Long> laid, Set<Integer> locked, List<Long> without) {
        List<Long> left = new ArrayList<>(without);
        for (int w = 0; w < given.size(); w++) {
            if (laid.get(w) == null && given.get(w) != null && left.contains(given.get(w))) {
                laid.set(w, given.get(w));
                left.remove(given.get(w));
            }
        }
        for (int w = 0; w < laid.size() && !left.isEmpty(); w++) {
            if (laid.get(w) == null && !locked.contains(w)) laid.set(w, left.remove(0));
        }
    }

    /** What an order was not free to move, which what is proven of it leaves aside. */
    private static String held(boolean locked, boolean freeStay) {
        if (locked)
            return freeStay ? "with its locked and free wells as they are, " : "with its locked wells as they are, ";
        return freeStay ? "with its free wells where they are, " : "";
    }

    private static String said(Arrangement a, boolean families, String held) {
        String is = String.format(Locale.ROOT, "Roughness %.0f; as it is, %.0f.", a.roughness(), a.asGiven());
        if (families) {
            return is
                    + String.format(
                            Locale.ROOT,
                            " Families are kept in rows; without that, %snone can be under %.0f.",
                            held,
                            a.bound());
        }
        return is
                + (a.optimal()
                        ? " It is proven that " + held + "no order is smoother."
                        : String.format(Locale.ROOT, " It is proven that %snone can be under %.0f.", held, a.bound()));
    }

    private Ordered bySchool(
            Collector me,
            Box box,
            List<@Nullable Long> given,
            Coloured coloured,
            Set<Integer> locked,
            WellOrderAsked asked,
            String how) {
        School school = Fields.one("how", how, School.values());
        Along along = Fields.one("along", asked.along(), Along.ROWS, Along.values());
        List<Long> free = new ArrayList<>();
        for (int w = 0; w < given.size(); w++) {
            if (given.get(w) != null && !locked.contains(w)) free.add(given.get(w));
        }
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, free);
        List<Long> distinct = free.stream().distinct().toList();
        List<Long> order = new ArrayList<>();
        schools.order(
                        school,
                        distinct.stream().map(p -> cards.get(p).swatchable()).toList())
                .order()
                .forEach(s ->
                        free.stream().filter(p -> String.valueOf(p).equals(s)).forEach(order::add));
        List<@Nullable Long> laid = new ArrayList<>();
        for (int w = 0; w < given.size(); w++) laid.add(locked.contains(w) ? given.get(w) : null);
        if (box.kind() == Box.Kind.RING) ring(box, order, cards, laid, locked);
        for (int w : along.wells(box)) {
            if (order.isEmpty()) break;
            if (laid.get(w) == null && !locked.contains(w)) laid.set(w, order.remove(0));
        }
        Wells wells = box.wells();
        Differences d = coloured.differences();
        double roughness = d.roughness(wells, coloured.lying(laid));
        double before = d.roughness(wells, coloured.lying(given));
        return new Ordered(
                laid,
                roughness,
                before,
                0,
                false,
                coloured.guessed,
                coloured.without,
                String.format(
                        Locale.ROOT,
                        "%s, %s: roughness %.0f; as it is, %.0f.",
                        Character.toUpperCase(school.words().charAt(0))
                                + school.words().substring(1),
                        box.kind() == Box.Kind.RING ? "clockwise from the top" : along.words(),
                        roughness,
                        before));
    }

    /** Earths, greys and blacks go outside a ring, as far as there is room. */
    private void ring(
            Box box,
            List<Long> order,
            Map<Long, OrderStore.CardRow> cards,
            List<@Nullable Long> laid,
            Set<Integer> locked) {
        List<Long> neutral = order.stream()
                .filter(p -> NEUTRALS.contains(schools.family(cards.get(p).swatchable())))
                .toList();
        List<Integer> outside = IntStream.range(box.ring(), box.count())
                .filter(w -> laid.get(w) == null && !locked.contains(w))
                .boxed()
                .toList();
        for (int i = 0; i < Math.min(neutral.size(), outside.size()); i++) {
            laid.set(outside.get(i), neutral.get(i));
            order.remove(neutral.get(i));
        }
    }

    private static final Set<Family> NEUTRALS =
            Set.of(Family.EARTH, Family.BROWN, Family.GREY, Family.BLACK, Family.WHITE);
}
