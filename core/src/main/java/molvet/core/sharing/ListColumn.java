package molvet.core.sharing;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import molvet.core.collection.EyeTrait;
import molvet.core.measure.Words;
import molvet.core.pigment.Trait;

/**
 * What a column of somebody’s own list holds, told by its heading in English, German, French, Italian, Spanish or Dutch. Of a
 * heading of several words the kind that stands first here decides: a “brand name” is a brand, a “colour index name” a pigment.
 */
public enum ListColumn {
    IGNORED(""),
    /** What Molvet itself made of the paint; worked out anew, never taken. */
    WORKED_OUT("verdict standing mass tint l* a* b*"),
    ACCESSION("accession molvet"),
    PIGMENTS(
            "pigment pigments pigmente pigmentcode pigmentcodes pigmenti pigmento pigmentos pigmenten recipe ci cin index colour-index"),
    LIKING(
            "rating liking like love favourite favorite bewertung wertung liebling note/5 stars sterne étoiles stelle estrellas sterren valoración waardering gefällt"),
    LIGHTFASTNESS("lightfastness lightfast lichtechtheit lf astm solidité permanence lichtechtheid solidez resistenza"),
    TRANSPARENCY(
            "transparency transparent transparenz opacity deckkraft opacité transparence trasparenza transparencia transparantie"),
    STAINING("staining stain färbend tachant colorant tintura macchiante tinción kleurend"),
    GRANULATION("granulation granulating granulierend granulierung granulante granulazione granulación granulatie"),
    GIFT_OF(
            "gift giver given geschenk geschenkt schenker cadeau donné offert regalo regalado donatore geschonken schenkend gekregen"),
    BOUGHT_ON(
            "bought purchased acquired date day when gekauft datum kaufdatum am acheté achat acquis acquisto comprato data fecha comprado compra gekocht aankoop"),
    WISH(
            "wish wishlist wanted wunsch wunschliste wunschzettel souhait envie desiderio desideri deseo deseos wens wenslijst"),
    PALETTE("palette palettes palet paleta tavolozza paleta mischpalette tin farbkasten"),
    PLACE(
            "swatch swatches swatched place where location card page binder ring journal sketchbook ort fundort ordner seite karte muster lieu emplacement classeur page nuancier luogo posizione pagina campione lugar ubicación carpeta plaats map kaart"),
    KEPT_WHERE("kept storage drawer lager schublade aufbewahrung tiroir rangement cassetto cajón lade opslag"),
    LEFT("left remaining rest übrig füllstand reste restant resto rimasto queda restante over"),
    STATE("state status zustand état etat stato estado staat"),
    QUANTITY("quantity qty count pieces anzahl menge stück stk quantité qté quantità pezzi cantidad aantal stuks"),
    CURRENCY("currency währung devise valuta moneda munt"),
    PRICE(
            "price paid cost preis bezahlt kosten prix payé coût prezzo pagato costo precio pagado prijs betaald kostprijs"),
    VOLUME(
            "volume size ml content inhalt größe grösse volumen contenance taille contenuto formato contenido tamaño inhoud maat"),
    SERIES("series serie série preisgruppe gruppe pricegroup prijsgroep"),
    FORM(
            "form format type kind tube pan tube/pan pan/tube darreichung art godet tubo pastilla napf napje vorm forma tipo soort"),
    FROM(
            "from shop store seller source vendor von laden geschäft händler bezugsquelle magasin boutique vendeur negozio venditore tienda vendedor winkel verkoper"),
    MAKER(
            "maker brand manufacturer company make hersteller marke fabrikat fabricant marque maison marca produttore fabricante merk fabrikant firma"),
    LINE("line range grade linie sortiment reihe gamme ligne linea gamma línea lijn"),
    OTHER_NAME(
            "english german french italian spanish dutch englisch deutsch deutscher französisch italienisch spanisch anglais allemand français inglese tedesco francese inglés alemán francés engels duits frans second other alias translation übersetzung zweitname traduction"),
    NUMBER(
            "number no nr num code catalogue catalog ref reference item sku artikel artikelnummer bestellnummer nummer numero numéro référence codice código"),
    NAME(
            "name colour color paint paints farbe farbname farbton bezeichnung nom couleur teinte nome colore nombre kleur naam kleurnaam title shade"),
    NOTE(
            "note notes remark remarks comment comments bemerkung bemerkungen notiz notizen anmerkung remarque remarques commentaire nota commento observaciones comentario opmerking opmerkingen"),
    HOLDING_NOTE(""),
    EYE_LIGHTFASTNESS(""),
    EYE_TRANSPARENCY(""),
    EYE_STAINING(""),
    EYE_GRANULATION("");

    private static final Set<String> ONES_OWN = Set.of(
            "my", "own", "mine", "eye", "observed", "seen", "eigene", "eigen", "mes", "ma", "mia", "mio", "mi", "mijn");
    private static final Set<String> CLAIMED = Set.of("claimed", "label");
    /** Headings that are one thing as a whole, whatever their words. */
    private static final Map<String, ListColumn> PHRASES = Map.ofEntries(
            Map.entry("bought from", FROM),
            Map.entry("bought at", FROM),
            Map.entry("bought in", FROM),
            Map.entry("gekauft bei", FROM),
            Map.entry("gekauft von", FROM),
            Map.entry("acheté chez", FROM),
            Map.entry("comprato da", FROM),
            Map.entry("comprado en", FROM),
            Map.entry("gekocht bij", FROM),
            Map.entry("kept where", KEPT_WHERE),
            Map.entry("price group", SERIES),
            Map.entry("colour index", PIGMENTS),
            Map.entry("color index", PIGMENTS),
            Map.entry("where is the swatch", PLACE),
            Map.entry("where", PLACE),
            Map.entry("left", LEFT),
            Map.entry("how much left", LEFT),
            Map.entry("came from", FROM),
            Map.entry("came on", BOUGHT_ON),
            Map.entry("label text", PIGMENTS),
            Map.entry("holding note", HOLDING_NOTE),
            Map.entry("note", NOTE));

    private final Set<String> words;

    ListColumn(String words) {
        this.words = Set.of(Arrays.stream(words.split(" "))
                .map(Words::folded)
                .filter(w -> !w.isEmpty())
                .distinct()
                .toArray(String[]::new));
    }

    private static final Map<String, ListColumn> BY_WORD = byWord();

    private static Map<String, ListColumn> byWord() {
        Map<String, ListColumn> all = new HashMap<>();
        for (ListColumn c : values()) c.words.forEach(w -> all.putIfAbsent(w, c));
        return all;
    }

    /** What a heading says of its column; empty for words that say nothing. */
    public static Optional<ListColumn> headed(String heading) {
        String folded = Words.folded(heading);
        if (folded.isEmpty() || folded.length() > 60) return Optional.empty();
        ListColumn whole = PHRASES.get(folded);
        if (whole != null) return Optional.of(whole);
        List<String> words = List.of(folded.split(" "));
        if (words.size() > 6) return Optional.empty();
        Optional<ListColumn> best = words.stream()
                .filter(w -> !CLAIMED.contains(w))
                .map(BY_WORD::get)
                .filter(c -> c != null)
                .min(java.util.Comparator.naturalOrder());
        boolean own = words.stream().anyMatch(ONES_OWN::contains);
        return best.map(c -> own ? c.asSeen().orElse(c) : c);
    }

    private Optional<ListColumn> asSeen() {
        return trait().map(t -> valueOf("EYE_" + t.name()));
    }

    /** The trait a maker’s word of which stands in it. */
    Optional<Trait> trait() {
        return Arrays.stream(Trait.values())
                .filter(t -> t.name().equals(name()))
                .findFirst();
    }

    /** The trait of which one’s own eye is quoted. */
    Optional<EyeTrait> eye() {
        if (this == LIKING) return Optional.of(EyeTrait.LIKING);
        return name().startsWith("EYE_") ? Optional.of(EyeTrait.valueOf(name().substring(4))) : Optional.empty();
    }

    /** Whether several columns may hold it. */
    boolean mayRepeat() {
        return this == IGNORED || this == WORKED_OUT || this == NOTE || this == OTHER_NAME || this == PLACE;
    }
}
