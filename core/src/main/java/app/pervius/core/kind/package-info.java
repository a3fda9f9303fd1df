/**
 * Kinds of one thing, such as conditions, each described once: what it is called, of which parts it is made, and how it reads as a phrase.
 * Calls, rule files, their schema, storage and the editor are all made from the descriptions.
 */
@NullMarked
package app.pervius.core.kind;

import org.jspecify.annotations.NullMarked;
