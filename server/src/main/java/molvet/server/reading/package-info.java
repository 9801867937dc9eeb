/**
 * Pictures of swatches and sheets: decoded, read as jobs one after another, looked through and accepted; colour meters; and the
 * stand-ins that paint and scan for those without a scanner.
 *
 * <p>What a picture shows is worked out in the core. A reading that counts is witnessed to the collection.
 */
@StandsOn("chart")
@org.jspecify.annotations.NullMarked
package molvet.server.reading;

import molvet.core.StandsOn;
