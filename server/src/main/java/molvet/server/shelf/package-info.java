/**
 * Keepers and the swatches in them: filed, moved, lost, found, put in order, walked through.
 *
 * <p>Keeps every place once and every move in the swatch’s history. What is painted on a swatch is left to charts and readings.
 */
@StandsOn("collection")
@org.jspecify.annotations.NullMarked
package molvet.server.shelf;

import molvet.core.StandsOn;
