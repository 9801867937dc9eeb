/**
 * Arrivals as drafts and as logged, givers and thanks, bills, dot cards, pours and pan labels.
 *
 * <p>Names of givers who asked not to be named are sealed here and leave in no other way. What is catalogued becomes the
 * collection’s.
 */
@StandsOn("collection")
@org.jspecify.annotations.NullMarked
package molvet.server.arrival;

import molvet.core.StandsOn;
