/**
 * Colours as they come and go over the wire, and the difference of pairs. The science is the core’s.
 */
@StandsOn({})
@org.jspecify.annotations.NullMarked
package molvet.server.colour;

import molvet.core.StandsOn;
