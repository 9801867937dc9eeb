/**
 * The door: collectors, sign-in, and what holds for every call of every room: ownership, problem documents, limits,
 * retries that make nothing twice, and undo.
 */
@org.jspecify.annotations.NullMarked
package molvet.server.account;
