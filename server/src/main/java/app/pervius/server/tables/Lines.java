package app.pervius.server.tables;

import app.pervius.server.http.Page;
import java.util.Iterator;
import java.util.NoSuchElementException;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The lines of a long table, asked page by page while it is written: all of it, however long, and never all at once. */
public final class Lines<T> implements Iterable<T> {

    private final Function<@Nullable String, Page<T>> ask;

    /** @param ask the page behind a mark, the first one where there is no mark; each in a transaction of its own */
    public Lines(Function<@Nullable String, Page<T>> ask) {
        this.ask = ask;
    }

    @Override
    public Iterator<T> iterator() {
        return new Iterator<>() {
            private Page<T> page = ask.apply(null);
            private int at;

            @Override
            public boolean hasNext() {
                while (at >= page.items().size() && page.next() != null) {
                    page = ask.apply(page.next());
                    at = 0;
                }
                return at < page.items().size();
            }

            @Override
            public T next() {
                if (!hasNext()) {
                    throw new NoSuchElementException();
                }
                return page.items().get(at++);
            }
        };
    }
}
