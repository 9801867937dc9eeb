/**
 * The shelf: keepers that hold swatches, place codes as people write them, and how a place is made free.
 *
 * <p>A place holds one swatch. Depends on {@code collection} and what is below it.
 */
package molvet.core.shelf;
