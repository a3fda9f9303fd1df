package app.pervius.server.documents;

/** A revision of this document is no longer on its way, told inside the transaction in which it ends. */
record RevisionEnded(long document) {
}
