/**
 * Colour science: CIE L*a*b* and XYZ under D50, sRGB, chromatic adaptation, colour difference with its limits, and how a
 * wash thins.
 *
 * <p>Colour is CIE L*a*b* for D50 and the 2° observer unless a name says otherwise. XYZ is relative, with Y = 1 for the perfect
 * diffuser. Each formula names its source. What a difference means for two paints is for the rooms to say.
 */
@StandsOn("measure")
package molvet.core.colour;

import molvet.core.StandsOn;
