/**
 * Pigments: what a Colour Index name means, how it is read from a label however badly written, and when to doubt it.
 *
 * <p>Holds the four traits with their scales, the reference of pigments, recipes, and the general guidance on cautions. The
 * reference is from memory and general knowledge; it never decides alone. What a maker claims and what paper shows is left to
 * the rooms above.
 */
@StandsOn("platform")
package molvet.core.pigment;

import molvet.core.StandsOn;
