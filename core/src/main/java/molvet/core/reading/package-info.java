/**
 * Reading the paper: from a picture in linear light to what each swatch shows, and what that says on our scales.
 *
 * <p>{@link molvet.core.reading.SheetReader} reads a printed page: where it lies ({@link molvet.core.reading.PageMap}), how it is
 * lit ({@link molvet.core.reading.PaperLight}), cell by cell colour, grain and covering
 * ({@link molvet.core.reading.CellReading}); {@link molvet.core.reading.Suspicion} says what may have gone wrong on it.
 * {@link molvet.core.reading.SwatchReading} is for spots picked by hand. Decoding files and finding marks is the server’s.
 */
@StandsOn("chart")
package molvet.core.reading;

import molvet.core.StandsOn;
