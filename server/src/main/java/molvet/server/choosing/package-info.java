/**
 * Comparing, the hue plane, report cards, care, and the shop: what is asked of many paints at once. Keeps wishes noted in a
 * shop; everything else follows from what is there. The judgements are the core’s.
 */
@StandsOn({"reading", "mixing"})
@org.jspecify.annotations.NullMarked
package molvet.server.choosing;

import molvet.core.StandsOn;
