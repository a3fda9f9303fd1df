/** What happens by the clock: features say what they look after and how often (db-scheduler sees to it). */
@NullMarked
package app.pervius.server.due;

import org.jspecify.annotations.NullMarked;
