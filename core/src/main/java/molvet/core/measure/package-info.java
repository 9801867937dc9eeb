/**
 * Money, volumes, lengths and human text: how quantities are read from what people type, and how bad input is refused.
 *
 * <p>Money is a decimal with its currency, to the cent; volumes are millilitres, lengths millimetres. Every refusal says where,
 * what is wrong and what to do. Decides nothing of paint; this room knows no other.
 */
@StandsOn({})
package molvet.core.measure;

import molvet.core.StandsOn;
