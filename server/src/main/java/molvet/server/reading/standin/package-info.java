/** Small simulated stand-ins for devices: they ship with the product and go in by the same door as real files. */
@org.jspecify.annotations.NullMarked
package molvet.server.reading.standin;
