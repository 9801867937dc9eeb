/** Makers, lines, colours and editions, as kept and as asked for. */
@org.jspecify.annotations.NullMarked
package molvet.server.maker;
