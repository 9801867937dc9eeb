/**
 * Makers, their lines, colours and editions, leaflets, and charts from and to tables.
 *
 * <p>Keeps what a maker says as it is written. Whose paints are of which maker is told by the collection.
 */
@StandsOn("pigment")
@org.jspecify.annotations.NullMarked
package molvet.server.maker;

import molvet.core.StandsOn;
