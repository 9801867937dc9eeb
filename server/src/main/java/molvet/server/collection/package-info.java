/**
 * Paints with their holdings and observations, the facts kept beside them, and the disputes between their voices.
 *
 * <p>Works the facts out once after every act, with what the rooms above witness: swatch, measurement, last use. Where swatches
 * are and how they are read is left to those rooms, and finding to the room of find.
 */
@StandsOn("maker")
@org.jspecify.annotations.NullMarked
package molvet.server.collection;

import molvet.core.StandsOn;
