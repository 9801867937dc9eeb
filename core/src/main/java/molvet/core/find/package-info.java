/**
 * The find language: what a text asks of a collection.
 *
 * <p>Joins terms by and, or, not and brackets, says of what is broken where it breaks, and prints a find so that it reads back as
 * the same. What the terms are is for the rooms to say; this room knows none but the word of a name.
 */
@StandsOn("collection")
package molvet.core.find;

import molvet.core.StandsOn;
