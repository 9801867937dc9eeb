/**
 * Mixing: what paints make together, which mixture stands in for a paint, and mixtures that were kept or painted.
 *
 * <p>Decides which paints may be mixed, and keeps what painted mixtures turned out to be. What they look like is the core’s to say.
 */
@StandsOn({"chart", "reading", "palette"})
package molvet.server.mixing;

import molvet.core.StandsOn;
