package app.pervius.server.store;

/** Durability with H2, whose commit alone is not on the disk: the file is forced for all who wait, and only while nobody writes. */
final class H2Durable implements Durable {

    private final WritesInFlight writes;
    private final DiskFlush flush;

    H2Durable(WritesInFlight writes, DiskFlush flush) {
        this.writes = writes;
        this.flush = flush;
    }

    @Override
    public void begin() {
        writes.begin();
    }

    @Override
    public void end() {
        writes.end();
    }

    @Override
    public boolean withinOne() {
        return writes.onThisThread();
    }

    @Override
    public void await() {
        flush.await();
    }
}
