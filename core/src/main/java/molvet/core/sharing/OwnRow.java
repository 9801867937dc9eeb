package molvet.core.sharing;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Volume;
import molvet.core.pigment.Recipe;
import molvet.core.pigment.Trait;
import molvet.core.shelf.PlaceCode;
import org.joda.money.Money;

/**
 * One row of somebody’s own list, as far as it was understood.
 *
 * @param row from 1, as the spreadsheet counts
 * @param accession the number Molvet gave it where the list was exported from there, else empty
 * @param form empty of what is wished for only
 * @param left in per cent
 * @param quantity how many holdings of this kind, 0 of what is wished for only
 * @param places of its swatches
 * @param claims a maker’s words, as written; {@code seen} what one’s own eye says, as steps
 * @param palettes in which it lies, by their names
 * @param note one’s own, and below it what stands in the row and has no other place
 */
public record OwnRow(
        int row,
        String accession,
        String name,
        String otherNames,
        String maker,
        String line,
        String labelText,
        Recipe recipe,
        OptionalInt series,
        Optional<HoldingForm> form,
        Optional<Volume> volume,
        int left,
        HoldingState state,
        int quantity,
        Optional<Money> price,
        Optional<LocalDate> cameOn,
        String from,
        String keptWhere,
        List<PlaceCode> places,
        Map<Trait, String> claims,
        Map<EyeTrait, String> seen,
        boolean wished,
        List<String> palettes,
        String note,
        String holdingNote) {}
