/**
 * What holds for every call of every room: rows written in acts that can be undone, ownership, problem documents, limits,
 * retries that make nothing twice, and how calls reach the rooms.
 *
 * <p>A room brings a bean of {@link molvet.server.platform.Room}; undo, export, finding and counts follow from it. Decides nothing
 * of the job.
 */
@StandsOn({"measure", "colour"})
@org.jspecify.annotations.NullMarked
package molvet.server.platform;

import molvet.core.StandsOn;
