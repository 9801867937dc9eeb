/**
 * Fading tests: two measurements of one place, before and after light.
 *
 * <p>Answers for scripts what a change comes to; keeps nothing.
 */
@StandsOn("reading")
@org.jspecify.annotations.NullMarked
package molvet.server.fading;

import molvet.core.StandsOn;
