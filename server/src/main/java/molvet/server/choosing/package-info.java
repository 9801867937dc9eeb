/** Comparing, the hue plane, reports, and the question asked in a shop. */
@org.jspecify.annotations.NullMarked
package molvet.server.choosing;
