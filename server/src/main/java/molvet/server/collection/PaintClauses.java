package molvet.server.collection;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import molvet.core.collection.Accession;
import molvet.core.collection.CameTerms;
import molvet.core.collection.ColourTerms;
import molvet.core.collection.HoldingTerms;
import molvet.core.collection.NameTerms;
import molvet.core.collection.RecipeTerms;
import molvet.core.collection.Standing;
import molvet.core.collection.TraitTerms;
import molvet.core.collection.Warmth;
import molvet.core.colour.Difference;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import org.springframework.stereotype.Component;

/** The terms that look at paints, their pigments, holdings, observations and wishes, as SQL. */
@Component
class PaintClauses {
    private static final String WITH_PIGMENT =
            "p.id in (select g.paint_id from paint_pigment g where g.collector_id = :me and g.code %s)";

    private final NeighbourStore neighbours;
    private final PigmentReference reference;
    private final SoughtDays days;

    /** What is left of it, or is being poured, counts; what is gone does not. */
    private static final String HELD =
            "p.id in (select h.paint_id from holding h where h.collector_id = :me and h.state in ('HERE', 'LENT')"
                    + " and ";

    /** Nothing was paid for a gift without a price, nor for a pan poured from one's own tube. */
    private static final String PAID =
            "p.id in (select h.paint_id from holding h where h.collector_id = :me and h.price > 0 and h.pour_id is null"
                    + " and ";

    PaintClauses(NeighbourStore neighbours, PigmentReference reference, SoughtDays days) {
        this.neighbours = neighbours;
        this.days = days;
        this.reference = reference;
    }

    Clauses all() {
        Clauses all = new Clauses();
        names(all);
        recipes(all);
        traits(all);
        holdings(all);
        colours(all);
        return all;
    }

    private static void names(Clauses all) {
        all.on(
                        NameTerms.Word.class,
                        (t, in) ->
                                "p.id in (select w.paint_id from paint_word w where w.collector_id = :me and w.word like "
                                        + in.put(WordStore.beginning(t.text())) + ")")
                .on(NameTerms.Phrase.class, (t, in) -> "p.name like " + in.holding(t.text()))
                .on(
                        NameTerms.Numbered.class,
                        (t, in) -> "p.accession = " + in.put(t.accession().number())
                                + " or p.id in (select n.paint_id from merged_number n where n.collector_id = :me and n.accession = "
                                + in.put(t.accession().number()) + ")");
    }

    private void recipes(Clauses all) {
        all.on(RecipeTerms.SINGLE, "p.pigments = 1")
                .on(RecipeTerms.MIXTURE, "p.pigments > 1")
                .on(RecipeTerms.NO_PIGMENTS, "p.pigments = 0")
                .on(
                        RecipeTerms.Counted.class,
                        (t, in) -> "p.pigments " + (t.orMore() ? ">= " : "= ") + in.put(t.pigments()))
                .on(
                        RecipeTerms.UNKNOWN,
                        in -> String.format(
                                WITH_PIGMENT,
                                "not in ("
                                        + in.put(codes(reference.all().stream().map(Pigment::code))) + ")"))
                .on(
                        RecipeTerms.WithPigment.class,
                        (t, in) -> String.format(
                                WITH_PIGMENT, "= " + in.put(t.code().toString())))
                .on(RecipeTerms.OnlyPigments.class, (t, in) -> only(codes(t.codes().stream()), in))
                .on(
                        RecipeTerms.SamePigments.class,
                        (t, in) -> {
                            List<String> codes = neighbours.codes(in.me(), t.as());
                            return codes.isEmpty()
                                    ? "1 = 0"
                                    : only(codes, in) + " and p.accession <> " + in.put(t.as().number());
                        },
                        (me, t) -> neighbours.seen(me, t.as()).isEmpty()
                                ? Optional.of("There is no " + t.as() + " in your collection.")
                                : neighbours.codes(me, t.as()).isEmpty()
                                        ? Optional.of("No pigments are known of " + t.as() + ": give its label first.")
                                        : Optional.empty())
                .on(
                        RecipeTerms.FreeOf.class,
                        (t, in) -> "p.pigments > 0 and not "
                                + among(in, p -> t.element().isIn(p)))
                .on(
                        RecipeTerms.Holds.class,
                        (t, in) -> among(in, p -> t.element().isIn(p)))
                .on(RecipeTerms.WithHueOfPigment.class, (t, in) -> {
                    String with = String.format(
                            WITH_PIGMENT, "regexp " + in.put("^[PN]" + t.hue().familyLetters() + "[0-9]"));
                    return t.held() ? with : "p.pigments > 0 and not " + with;
                })
                .on(
                        RecipeTerms.Called.class,
                        (t, in) -> String.format(WITH_PIGMENT, "in (" + in.put(codes(t.codes().stream())) + ")")
                                + " or p.name like " + in.holding(t.name()))
                .on(RecipeTerms.CAUTIONED, in -> among(in, p -> !p.cautions().isEmpty()))
                .on(RecipeTerms.OUT_OF_PRODUCTION, in -> among(in, Pigment::outOfProduction));
    }

    private String among(Clauses.Values in, Predicate<Pigment> those) {
        List<String> codes = codes(reference.all().stream().filter(those).map(Pigment::code));
        return codes.isEmpty() ? "1 = 0" : String.format(WITH_PIGMENT, "in (" + in.put(codes) + ")");
    }

    private static List<String> codes(Stream<PigmentCode> codes) {
        return codes.map(PigmentCode::toString).toList();
    }

    /** Voices are kept as five signs a trait, see {@link PackedVoices}: label, pigments, paper, verdict, whether they disagree. */
    private static void traits(Clauses all) {
        all.on(TraitTerms.Says.class, (t, in) -> {
                    int sign = switch (t.voice()) {
                        case LABEL -> 1;
                        case PIGMENTS -> 2;
                        case PAPER -> 3;
                        case VERDICT -> 4;
                    };
                    return "substring(p.voices, " + (5 * t.trait().ordinal() + sign) + ", 1) between "
                            + in.put(String.valueOf(t.from())) + " and " + in.put(String.valueOf(t.to()));
                })
                .on(
                        TraitTerms.Doubtful.class,
                        (t, in) -> "substring(p.voices, " + (5 * t.trait().ordinal() + 5) + ", 1) = '!'")
                .on(TraitTerms.DISAGREE, "p.disagrees")
                .on(TraitTerms.NO_CLAIM, "coalesce(p.claim_lightfastness, '') = ''")
                .on(TraitTerms.Claims.class, (t, in) -> "p.claim_lightfastness = " + in.put(t.symbol()))
                .on(
                        TraitTerms.Seen.class,
                        (t, in) ->
                                "p.id in (select o.paint_id from observation o where o.collector_id = :me and o.trait = "
                                        + in.put(t.trait().name()) + " and o.value = " + in.put(t.step())
                                        + " and not exists (select 1 from observation later where later.paint_id = o.paint_id"
                                        + " and later.trait = o.trait and later.id > o.id))");
    }

    private void holdings(Clauses all) {
        all.on(
                        HoldingTerms.InStanding.class,
                        (t, in) -> "p.standing = " + in.put(t.standing().name())
                                // One more of what is owned may be wished for.
                                + (t.standing() == Standing.WISHED
                                        ? " or p.id in (select y.paint_id from wish y where y.collector_id = :me)"
                                        : ""))
                .on(HoldingTerms.RUNNING_LOW, "p.runs_low")
                .on(
                        HoldingTerms.NO_PRICE,
                        "p.standing = 'OWNED' and p.id not in (select h.paint_id from holding h where h.collector_id = :me"
                                + " and h.price > 0)")
                .on(HoldingTerms.NO_SIZE, HELD + "h.form not in ('DOT', 'SAMPLE') and h.volume is null)")
                .on(
                        HoldingTerms.InForm.class,
                        (t, in) -> HELD + "h.form = " + in.put(t.form().name()) + ")")
                .on(HoldingTerms.IN_A_PAN, HELD + "h.form in ('HALF_PAN', 'FULL_PAN', 'MINI_PAN'))")
                .on(
                        HoldingTerms.TWO_OF,
                        HELD + "h.form not in ('DOT', 'SAMPLE') group by h.paint_id having count(*) > 1)")
                .on(
                        HoldingTerms.Price.class,
                        (t, in) -> PAID + "h.price " + (t.under() ? "<" : ">") + " " + in.put(t.price())
                                + in(t.currency(), in) + ")")
                .on(
                        HoldingTerms.Between.class,
                        (t, in) -> (t.ml() ? HELD + "h.volume" : PAID + "h.price") + " between " + in.put(t.from())
                                + " and " + in.put(t.to()) + in(t.currency(), in) + ")")
                .on(HoldingTerms.Noted.class, (t, in) -> {
                    String text = in.holding(t.text());
                    return "p.note like " + text + " or p.label_text like " + text
                            + " or p.id in (select h.paint_id from holding h where h.collector_id = :me and h.note like "
                            + text + ")";
                })
                .on(
                        HoldingTerms.NotUsedFor.class,
                        (t, in) -> "p.standing in ('OWNED', 'SAMPLED') and coalesce(p.used_on < utc_date() - interval "
                                + in.put(t.months()) + " month, true)")
                .on(
                        HoldingTerms.OfVolume.class,
                        (t, in) -> "p.volumes like "
                                + in.put("%," + t.ml().stripTrailingZeros().toPlainString() + ",%"))
                .on(
                        HoldingTerms.Sized.class,
                        (t, in) -> HELD + "h.volume " + (t.over() ? ">" : "<") + (t.itself() ? "= " : " ")
                                + in.put(t.ml()) + ")")
                .on(
                        HoldingTerms.LeftAtMost.class,
                        (t, in) -> HELD + "h.form not in ('DOT', 'SAMPLE') and h.left_percent <= " + in.put(t.percent())
                                + ")")
                .on(
                        HoldingTerms.UNOPENED,
                        HELD + "h.form not in ('DOT', 'SAMPLE') and h.left_percent = 100 and h.pour_id is null)")
                .on(HoldingTerms.OPENED, HELD + "h.form not in ('DOT', 'SAMPLE') and h.left_percent < 100)")
                .on(
                        HoldingTerms.Went.class,
                        (t, in) -> "p.id in (select h.paint_id from holding h where h.collector_id = :me and h.state = "
                                + in.put(t.state().name()) + ")")
                .on(HoldingTerms.Used.class, (t, in) -> days.in("p.used_on", t.when(), in))
                .on(
                        HoldingTerms.NOT_USED_THIS_YEAR,
                        "p.standing in ('OWNED', 'SAMPLED') and coalesce(p.used_on < makedate(year(utc_date()), 1), true)")
                .on(
                        CameTerms.Came.class,
                        (t, in) ->
                                "p.id in (select h.paint_id from holding h where h.collector_id = :me and h.pour_id is null and "
                                        + days.in("h.came_on", t.when(), in) + ")")
                .on(
                        HoldingTerms.InSeries.class,
                        (t, in) -> "p.series between " + in.put(t.from()) + " and " + in.put(t.to()))
                .on(
                        HoldingTerms.PerMl.class,
                        (t, in) -> PAID + "h.volume > 0 and h.price / h.volume " + (t.under() ? "<" : ">") + " "
                                + in.put(t.price()) + in(t.currency(), in) + ")")
                .on(
                        HoldingTerms.WishedFor.class,
                        (t, in) ->
                                "p.id in (select y.paint_id from wish y where y.collector_id = :me and y.reason like "
                                        + in.holding(t.reason()) + ")")
                .on(
                        HoldingTerms.NotUsedSince.class,
                        (t, in) -> "p.standing in ('OWNED', 'SAMPLED') and coalesce(p.used_on < "
                                + in.put(LocalDate.of(t.year(), 1, 1)) + ", true)");
    }

    private static String in(Optional<String> currency, Clauses.Values in) {
        return currency.map(c -> " and h.currency = " + in.put(c)).orElse("");
    }

    private static String only(List<String> of, Clauses.Values in) {
        String codes = in.put(of);
        String count = in.put(of.size());
        return "p.pigments = " + count + " and p.id in (select g.paint_id from paint_pigment g where"
                + " g.collector_id = :me and g.code in (" + codes + ") group by g.paint_id"
                + " having count(distinct g.code) = " + count + ")";
    }

    private void colours(Clauses all) {
        all.on(ColourTerms.Hued.class, (t, in) -> "p.hue = " + in.put(t.family().name()))
                .on(
                        ColourTerms.InPlace.class,
                        (t, in) -> "p.wheel = " + in.put(t.place().name()))
                .on(
                        ColourTerms.Vivid.class,
                        (t, in) -> "p.mass_a * p.mass_a + p.mass_b * p.mass_b "
                                + (t.bright()
                                        ? ">= " + in.put(ColourTerms.Vivid.BRIGHT * ColourTerms.Vivid.BRIGHT)
                                        : "<= " + in.put(ColourTerms.Vivid.MUTED * ColourTerms.Vivid.MUTED)))
                .on(ColourTerms.NEUTRAL, "p.hue in ('GREY', 'BLACK', 'WHITE')")
                .on(ColourTerms.Ordered.class, (t, in) -> switch (t.by()) {
                    case WARMEST, COOLEST -> "p.warmth is not null";
                    case DARKEST, LIGHTEST, BRIGHTEST -> "p.mass_l is not null";
                    case NEWEST, OLDEST -> "1 = 1";
                    case DEAREST, CHEAPEST -> PAID + "h.volume > 0)";
                })
                .on(
                        ColourTerms.Warmer.class,
                        (t, in) -> neighbours
                                .seen(in.me(), t.than())
                                .filter(s -> s.warmth() != null)
                                .map(s -> "p.hue = " + in.put(s.hue()) + " and p.warmth " + (t.warmer() ? "<" : ">")
                                        + " " + in.put(s.warmth() + (t.warmer() ? -Warmth.TELLS : Warmth.TELLS)))
                                .orElse("1 = 0"),
                        (me, t) -> unmeasured(me, t.than(), true))
                .on(
                        ColourTerms.Darker.class,
                        (t, in) -> neighbours
                                .seen(in.me(), t.than())
                                .filter(s -> s.massL() != null)
                                .map(s -> "p.mass_l " + (t.darker() ? "<" : ">") + " "
                                        + in.put(s.massL() + (t.darker() ? -Difference.SEEN : Difference.SEEN)))
                                .orElse("1 = 0"),
                        (me, t) -> unmeasured(me, t.than(), false))
                .on(
                        ColourTerms.Near.class,
                        (t, in) -> {
                            List<Long> near = neighbours.near(in.me(), t);
                            return near.isEmpty() ? "1 = 0" : "p.id in (" + in.put(near) + ")";
                        },
                        (me, t) -> unmeasured(me, t.to(), false));
    }

    /** Why a paint cannot be compared with, if it cannot. */
    private Optional<String> unmeasured(Collector me, Accession of, boolean byWarmth) {
        Optional<NeighbourStore.Seen> seen = neighbours.seen(me, of);
        if (seen.isEmpty()) return Optional.of("There is no " + of + " in your collection.");
        if (seen.get().massL() == null) return Optional.of(of + " is not measured yet: read its swatch first.");
        return byWarmth && seen.get().warmth() == null
                ? Optional.of(of + " is a neutral, which is neither warm nor cool.")
                : Optional.empty();
    }
}
