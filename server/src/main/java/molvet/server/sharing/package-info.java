/**
 * In and out: a list of one’s own brought in from a spreadsheet, and the collection as such a list.
 *
 * <p>Takes what the core says each row becomes, in one act. What a row says is the core’s to decide.
 */
@StandsOn({"choosing", "mixing"})
@org.jspecify.annotations.NullMarked
package molvet.server.sharing;

import molvet.core.StandsOn;
