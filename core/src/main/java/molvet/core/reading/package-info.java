/**
 * Reading the paper: colour, grain and covering of a swatch from a picture of it, and what they say on our scales.
 *
 * <p>Works on patches of L*a*b* values; decoding files is the server's. Depends on {@code colour}, {@code pigment} and
 * what is below.
 */
package molvet.core.reading;
