/** The demo collection of the invented world, loaded through the same doors as anyone's. */
@org.jspecify.annotations.NullMarked
package molvet.server.demo;
