/**
 * Charts planned, ordered, painted, corrected and printed, and the stock of paper.
 *
 * <p>Keeps what was asked of a chart and what stands in its cells; the ruling follows from that. Reading the paper back is left to
 * the room of reading.
 */
@StandsOn({"shelf", "arrival"})
@org.jspecify.annotations.NullMarked
package molvet.server.chart;

import molvet.core.StandsOn;
