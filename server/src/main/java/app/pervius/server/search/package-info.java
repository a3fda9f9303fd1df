/** Finding anything of a project by words: each feature finds what it keeps. */
@NullMarked
package app.pervius.server.search;

import org.jspecify.annotations.NullMarked;
