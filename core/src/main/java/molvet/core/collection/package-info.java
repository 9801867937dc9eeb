/**
 * The collection: paints with their accession numbers and holdings, the three voices with their verdicts, likenesses,
 * doubtful labels, and the language in which paints are found.
 *
 * <p>Depends on {@code maker}, {@code pigment}, {@code colour} and {@code measure}.
 */
package molvet.core.collection;
