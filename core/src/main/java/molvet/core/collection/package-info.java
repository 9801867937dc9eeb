/**
 * The collection: paints with their accession numbers and holdings, the three voices with their verdicts, families and
 * orders, likenesses and doubtful labels.
 *
 * <p>Decides every verdict, with its reasons, and in which family and order a colour stands. Where its swatch is, how it was
 * measured and what it is used for is left to the rooms above.
 */
@StandsOn("maker")
package molvet.core.collection;

import molvet.core.StandsOn;
