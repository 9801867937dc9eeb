/**
 * In and out: a list of one’s own brought in from a spreadsheet.
 *
 * <p>Decides which column holds what, what each cell says, and what each row becomes in a collection that is there: new, had, or in
 * doubt and why. Keeps nothing; what a label says is the room of pigments’ to read, where a place is, the shelf’s.
 */
@StandsOn("choosing")
package molvet.core.sharing;

import molvet.core.StandsOn;
