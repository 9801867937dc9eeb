/**
 * Finding, what waits, finds that are kept, and the whole collection in open formats: what looks at all rooms.
 *
 * <p>Each room brings its terms with their SQL, its counts and its part of the export; this room puts them together and knows none
 * of them.
 */
@StandsOn({"shelf", "sharing"})
@org.jspecify.annotations.NullMarked
package molvet.server.find;

import molvet.core.StandsOn;
