package app.pervius.server.passages;

import app.pervius.core.passage.End;
import org.jspecify.annotations.Nullable;

/** A passage has come to its end, told inside the transaction in which it does. */
public record PassageEnded(long passage, End how, @Nullable Integer decision, @Nullable String statusCode) {
}
