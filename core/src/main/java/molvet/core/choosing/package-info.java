/**
 * Comparing and choosing: several paints side by side at equal value, which stand in for each other, what a group of paints
 * lacks, how a line or set does against its claims, and the question asked in a shop. Decides which differences matter and says
 * why; never orders anything done.
 */
package molvet.core.choosing;
