/** Kestrel Weir: the demo project, made through the same doors as real use. */
@NullMarked
package app.pervius.server.demo;

import org.jspecify.annotations.NullMarked;
