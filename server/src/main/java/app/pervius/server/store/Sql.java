package app.pervius.server.store;

import java.sql.PreparedStatement;
import java.sql.SQLException;
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

    /** Puts values for the marks into one row of a batch. */
    public static void set(PreparedStatement row, @Nullable Object... inOrder) throws SQLException {
        for (int i = 0; i < inOrder.length; i++) {
            row.setObject(i + 1, inOrder[i]);
        }
    }
}
