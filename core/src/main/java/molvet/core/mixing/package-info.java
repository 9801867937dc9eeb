/**
 * Mixing: what paints make together, whether a mixture stands in for a paint, and what painted mixtures teach.
 *
 * <p>Decides how a film is found from a swatch, what a mixture of films looks like and how far that may be off, and when a mixture
 * is called the same. How light goes through a film is the room of colour’s to say.
 */
@StandsOn({"reading", "palette"})
package molvet.core.mixing;

import molvet.core.StandsOn;
