/**
 * The shelf: keepers that hold swatches, place codes as people write them, and how a place is made free.
 *
 * <p>Decides which place a code means and what has to move for another card. A place holds one swatch. What is painted on it is
 * left to charts and readings.
 */
@StandsOn("collection")
package molvet.core.shelf;

import molvet.core.StandsOn;
