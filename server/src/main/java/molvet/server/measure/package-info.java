/**
 * Paper in millimetres as something that is drawn on once, for PDF, SVG and PNG alike. What is drawn is left to the rooms.
 */
@StandsOn({})
@org.jspecify.annotations.NullMarked
package molvet.server.measure;

import molvet.core.StandsOn;
