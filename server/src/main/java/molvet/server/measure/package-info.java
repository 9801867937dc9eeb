/** Drawing to paper: one painter in millimetres, to PDF, SVG and PNG alike, with its own letters. */
@org.jspecify.annotations.NullMarked
package molvet.server.measure;
