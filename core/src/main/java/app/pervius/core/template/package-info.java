/** Folder templates: the tree a firm, contract or work package begins with, and what a change of it means for what was made from it. */
@NullMarked
package app.pervius.core.template;

import org.jspecify.annotations.NullMarked;
