package app.pervius.core.prepare;

import app.pervius.core.project.FolderId;
import java.util.Optional;

/**
 * Where the PDF that is read of a file lies besides, as a file of its own.
 *
 * @param root below which folder its tree of folders is made; present where it is mirrored, and only there
 * @param goesWithIt whether it is taken out of its folder once its file has left its own for one that is not covered; else it stays
 */
public record Keeping(Place place, Optional<FolderId> root, boolean goesWithIt) {

    /** It is read with its file and lies nowhere else. */
    public static final Keeping WITH_IT = new Keeping(Place.WITH_IT, Optional.empty(), false);

    /** Where it lies. */
    public enum Place {
        /** Nowhere else: file and copy are one revision. */
        WITH_IT,
        /** In the folder its file lies in. */
        BESIDE,
        /** Below another folder, in folders made like those its file lies in. */
        MIRRORED
    }

    public Keeping {
        if (root.isPresent() != (place == Place.MIRRORED) || place == Place.WITH_IT && goesWithIt) {
            throw new IllegalArgumentException("a root where it is mirrored, and only there");
        }
    }

    /** Its folder, as far as it is known before it lies there. */
    public sealed interface Lying {

        /** There, under that name. */
        record At(String folder, String name) implements Lying {
        }

        /** Nothing is put: the file lies in the tree itself, or a later version of it has come. */
        record Already() implements Lying {
        }

        /** It cannot be put where the rule says, in a sentence. */
        record Nowhere(String why) implements Lying {
        }
    }
}
