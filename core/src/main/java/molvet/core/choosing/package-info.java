/**
 * Comparing and choosing: several paints side by side at equal value, which stand in for each other, what a group of paints
 * lacks, how a line or set does against its claims, and the question asked in a shop.
 *
 * <p>Decides which differences matter and says why; never orders anything done. What a difference of colour is, is left to the
 * room of colour, what a voice is worth to the collection.
 */
@StandsOn({"reading", "mixing"})
package molvet.core.choosing;

import molvet.core.StandsOn;
