/**
 * Fading: strips that hang in the light with one half covered.
 *
 * <p>Keeps where they hang and what each reading found, and gives the paper its voice on lightfastness. What a reading means is
 * decided in the core; a sheet is printed, found and measured by the rooms below.
 */
@StandsOn("palette")
@org.jspecify.annotations.NullMarked
package molvet.server.fading;

import molvet.core.StandsOn;
