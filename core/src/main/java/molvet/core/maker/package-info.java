/**
 * Makers: their lines, their colours, their own symbols and what those mean on our scales; charts read from tables.
 *
 * <p>Decides how a claim is mapped and what a new chart changes. A claim is kept as the maker writes it. Whether to believe it is
 * for the collection to say.
 */
@StandsOn("pigment")
package molvet.core.maker;

import molvet.core.StandsOn;
