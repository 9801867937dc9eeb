/**
 * What every room has in common: which rooms it stands on, and what it adds to the find language.
 *
 * <p>Decides nothing of the job. The rooms say what their terms are and how they are read and printed; the room of find puts
 * them together.
 */
@StandsOn({"measure", "colour"})
package molvet.core.platform;

import molvet.core.StandsOn;
