/**
 * Money, volumes and human text: how quantities are read from what people type, and how bad input is refused.
 *
 * <p>Money is a decimal with its currency, to the cent; volumes are millilitres. Every refusal says where,
 * what is wrong and what to do. This room knows no other.
 */
package molvet.core.measure;
