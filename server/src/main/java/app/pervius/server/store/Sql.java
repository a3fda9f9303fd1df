package app.pervius.server.store;

import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Values for the marks of a statement written by hand, of which some may be absent. */
public final class Sql {

    private Sql() {
    }

    public static List<@Nullable Object> values(@Nullable Object... inOrder) {
        return Arrays.asList(inOrder);
    }
}
