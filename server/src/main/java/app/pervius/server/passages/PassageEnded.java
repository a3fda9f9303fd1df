package app.pervius.server.passages;

import org.jspecify.annotations.Nullable;

/** A passage has come to its end, told inside the transaction in which it does. */
public record PassageEnded(long passage, Passages.End how, @Nullable Integer decision, @Nullable String statusCode) {
}
