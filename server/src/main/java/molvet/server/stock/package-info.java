/**
 * Stock: estimates of what is left, what runs low and what replaces it, what was given away, and the list to buy from. Keeps estimates,
 * weights of tubes, partings and what stands on the list; the judgements are the core’s.
 */
@StandsOn("choosing")
@org.jspecify.annotations.NullMarked
package molvet.server.stock;

import molvet.core.StandsOn;
