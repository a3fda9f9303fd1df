package app.pervius.server.http;

import app.pervius.server.refused.Refused;
import java.util.List;
import java.util.function.Function;
import java.util.function.ToLongFunction;
import org.jspecify.annotations.Nullable;

/**
 * One page of a list.
 *
 * @param next the cursor of the page after this; absent on the last one
 */
public record Page<T>(List<T> items, @Nullable String next) {

    /** How many rows a page has at most. */
    public static final int SIZE = 100;

    /** Makes a page of up to {@link #SIZE} from one row more than that, the cursor being the id of its last row. */
    public static <R, T> Page<T> of(List<R> oneMore, ToLongFunction<R> id, Function<R, T> view) {
        boolean more = oneMore.size() > SIZE;
        List<R> rows = more ? oneMore.subList(0, SIZE) : oneMore;
        return new Page<>(rows.stream().map(view).toList(), more ? Long.toString(id.applyAsLong(rows.getLast())) : null);
    }

    /** The id a cursor stands for; {@code start} for the first page. */
    public static long after(@Nullable String cursor, long start) {
        if (cursor == null || cursor.isBlank()) {
            return start;
        }
        try {
            return Long.parseLong(cursor);
        } catch (NumberFormatException e) {
            throw Refused.invalid("after", "“" + cursor + "” is not a place in this list.");
        }
    }
}
