/**
 * Fading: what light did to a colour that hung in it.
 *
 * <p>Decides how large a change is, which class of the standard it would be of, and what happened in words. What a change means
 * for a paint is only said where the light it had is known: a small change after little light proves nothing.
 */
@StandsOn("reading")
package molvet.core.fading;

import molvet.core.StandsOn;
