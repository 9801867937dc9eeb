/**
 * Stock: how much of a tube or pan is left and from what that is known, how long it lasts, what takes the place of what runs low, what
 * is no longer made, and what to buy.
 *
 * <p>Decides what an estimate is worth, which paint replaces another and in what it differs, and when there is too little to say.
 * Volumes are ml, weights g, times days. What a difference of colour is, is the room of colour’s to say.
 */
@StandsOn("choosing")
package molvet.core.stock;

import molvet.core.StandsOn;
