/**
 * The reference of pigments over the wire, and reading a label. The reference and its doubts are the core’s; how many paints
 * hold a pigment is told by the collection.
 */
@StandsOn("platform")
@org.jspecify.annotations.NullMarked
package molvet.server.pigment;

import molvet.core.StandsOn;
