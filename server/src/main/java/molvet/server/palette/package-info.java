/**
 * Palettes: boxes, the draft and the versions of what lies in which well, paintings, lid cards and labels, and pans that fell out.
 *
 * <p>A draft is changed act by act; what is kept as a version never changes again. What an order is worth, what fits and which pan is
 * which is worked out in the core.
 */
@StandsOn({"chart", "reading"})
@org.jspecify.annotations.NullMarked
package molvet.server.palette;

import molvet.core.StandsOn;
