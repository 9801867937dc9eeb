/**
 * Palettes: boxes and their wells, which pans fit into them, which paint lies beside which, what a palette lacks and has twice, what
 * changed from one version to the next, what is used, and which dropped pan is which.
 *
 * <p>Decides how rough an order is and how near to the best one, whether a box takes a set of pans or provably does not, and when
 * a match of a dropped pan is sure. Lengths are mm. What a difference of colour is, is the room of colour’s to say.
 */
@StandsOn({"chart", "reading"})
package molvet.core.palette;

import molvet.core.StandsOn;
