package app.pervius.server.store;

/** Durability with a database whose commit returns only once it is on the disk: there is nothing to wait for. */
final class CommitIsDurable implements Durable {

    private final ThreadLocal<Integer> depth = ThreadLocal.withInitial(() -> 0);

    @Override
    public void begin() {
        depth.set(depth.get() + 1);
    }

    @Override
    public void end() {
        if (depth.get() == 0) {
            throw new IllegalStateException("no transaction has begun on this thread");
        }
        depth.set(depth.get() - 1);
    }

    @Override
    public boolean withinOne() {
        return depth.get() > 0;
    }

    @Override
    public void await() {
        if (withinOne()) {
            throw new IllegalStateException("a transaction cannot wait for its own end");
        }
    }
}
