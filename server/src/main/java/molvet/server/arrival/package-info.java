/**
 * How paint comes in: drafts and logged arrivals, givers and thanks, what a parcel cost, dot cards, pours, pan labels.
 */
@org.jspecify.annotations.NullMarked
package molvet.server.arrival;
