/**
 * Project, folders and their information states, fields and code lists, people and firms: the words everything else is said in. Knows
 * nothing of the stations.
 */
@NullMarked
package app.pervius.core.project;

import org.jspecify.annotations.NullMarked;
