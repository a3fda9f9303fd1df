package app.pervius.server.store.seals;

/** What a table holds: so many rows, and a number that no other rows have. */
record TableDigest(long rows, String digest) {
}
