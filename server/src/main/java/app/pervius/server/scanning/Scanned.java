package app.pervius.server.scanning;

import java.util.List;

/** The scanner has answered: these passages wait for it no more; in the transaction that keeps the answer. */
public record Scanned(List<Long> passages) {
}
