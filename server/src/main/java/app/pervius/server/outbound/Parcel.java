package app.pervius.server.outbound;

/**
 * One thing that goes out.
 *
 * @param key the same however often it is handed over, so that the other side can tell a second time from a second thing
 * @param subject the row of the channel's feature that says what it is
 * @param tries how often it was tried in vain
 */
public record Parcel(long id, String key, long subject, int tries) {
}
