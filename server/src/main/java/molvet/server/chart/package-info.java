/** The chart room of the server: planned sheets, their printing and painting; its rules are in the core. */
@org.jspecify.annotations.NullMarked
package molvet.server.chart;
