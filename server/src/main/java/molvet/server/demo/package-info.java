/**
 * The demo collection, made through the services of the rooms as a collector would make it, and loaded once. No room knows it.
 */
@StandsOn({"mixing", "palette", "choosing", "fading", "stock", "account", "find"})
@org.jspecify.annotations.NullMarked
package molvet.server.demo;

import molvet.core.StandsOn;
