package app.pervius.server.store;

import java.sql.SQLException;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.zip.DataFormatException;
import org.h2.api.ErrorCode;
import org.h2.mvstore.DataUtils;
import org.h2.mvstore.MVStoreException;
import org.jspecify.annotations.Nullable;

/** A database whose file is damaged: what H2 threw, in a sentence for whoever started Pervius. */
public final class DamagedData {

    private static final Set<Integer> OF_THE_STORE = Set.of(DataUtils.ERROR_FILE_CORRUPT, DataUtils.ERROR_CHUNK_NOT_FOUND,
            DataUtils.ERROR_READING_FAILED, DataUtils.ERROR_BLOCK_NOT_FOUND, DataUtils.ERROR_SERIALIZATION, DataUtils.ERROR_INTERNAL,
            DataUtils.ERROR_UNSUPPORTED_FORMAT);
    private static final Set<Integer> OF_THE_DATABASE = Set.of(ErrorCode.FILE_CORRUPTED_1, ErrorCode.FILE_VERSION_ERROR_1);

    /** So near to what fell over H2's store has to be. */
    private static final int NEAR = 8;

    private DamagedData() {
    }

    /** What H2 said of it, if something was thrown because the file is damaged. */
    public static Optional<String> in(@Nullable Throwable thrown) {
        boolean damaged = false;
        String said = "";
        for (Throwable t = thrown; t != null; t = t.getCause()) {
            if (t instanceof MVStoreException store && OF_THE_STORE.contains(store.getErrorCode())
                    || t instanceof SQLException sql && OF_THE_DATABASE.contains(sql.getErrorCode())) {
                damaged = true;
                said = String.valueOf(t.getMessage());
            } else if (stumbled(t) || readingTheCatalogue(t) || t instanceof SQLException && readingTheStore(t)) {
                damaged = true;
                said = "What its file holds makes no sense (" + t.getClass().getSimpleName() + ")";
            }
        }
        return damaged ? Optional.of(said.lines().findFirst().orElse("").replaceFirst("\\s*\\[[0-9./-]+]$", "")) : Optional.empty();
    }

    /** H2 keeps what tables there are as statements, which it runs as it opens a file: none of them is wrong unless the file is. */
    private static boolean readingTheCatalogue(Throwable thrown) {
        return Arrays.stream(thrown.getStackTrace()).anyMatch(at -> at.getClassName().equals("org.h2.engine.MetaRecord"));
    }

    /** Where its store reads what it says of itself, H2 complains of that as of a value in a statement. */
    private static boolean readingTheStore(Throwable thrown) {
        return Arrays.stream(thrown.getStackTrace()).limit(NEAR).anyMatch(at -> at.getClassName().equals("org.h2.mvstore.DataUtils")
                || at.getClassName().equals("org.h2.mvstore.Chunk"));
    }

    /** H2 does not foresee all that damage makes of a file: it falls over it while it reads. */
    private static boolean stumbled(Throwable thrown) {
        return (thrown instanceof AssertionError || thrown instanceof IndexOutOfBoundsException || thrown instanceof NullPointerException
                || thrown instanceof ClassCastException || thrown instanceof IllegalArgumentException
                || thrown instanceof NegativeArraySizeException || thrown instanceof StackOverflowError
                || thrown instanceof DataFormatException)
                && Arrays.stream(thrown.getStackTrace()).limit(NEAR).anyMatch(at -> at.getClassName().startsWith("org.h2.mvstore."));
    }
}
