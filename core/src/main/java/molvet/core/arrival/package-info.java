/**
 * How paint comes in: what a line of a label, an invoice or a dictation says, whether it is here already, what it truly
 * cost, what stands on a dot card, and how a tube becomes pans.
 *
 * <p>Nothing here guesses silently: whatever was read is returned with the place where it stood, and what was not used is kept as
 * a note. What becomes of a paint afterwards is left to the collection.
 */
@StandsOn("collection")
package molvet.core.arrival;

import molvet.core.StandsOn;
