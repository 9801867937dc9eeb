/**
 * The door: collectors with their passwords, and signing in and out.
 *
 * <p>Decides who may come in and how often somebody may try. What is theirs is left to the platform, which asks of every call.
 */
@StandsOn("platform")
@org.jspecify.annotations.NullMarked
package molvet.server.account;

import molvet.core.StandsOn;
