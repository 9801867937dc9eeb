/** The reading room of the server; its rules are in the core. */
@org.jspecify.annotations.NullMarked
package molvet.server.reading;
