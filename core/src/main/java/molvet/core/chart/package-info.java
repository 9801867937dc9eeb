/**
 * Sheets of swatches: which paints, in which order and school, ruled how, on what paper.
 *
 * <p>Decides the ruling of every form in mm, how cards are cut from a sheet, in which order a sheet is painted with the fewest
 * changes of water, and how long that takes. Lengths are mm from the top left of the page. Drawing it is the server’s.
 */
@StandsOn({"shelf", "arrival"})
package molvet.core.chart;

import molvet.core.StandsOn;
