/**
 * Makers: their lines, their colours, their own symbols and what those mean on our scales.
 *
 * <p>A claim is kept as the maker writes it; the maker's scale maps it. Depends on {@code pigment} and
 * {@code measure}.
 */
package molvet.core.maker;
