package app.pervius.server.setup.sets;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The set somebody chose, and what of it is otherwise in the project.
 *
 * @param key of a set that comes with Pervius; the first of them where neither this nor a file is given
 * @param file a set as a file
 * @param codes by the keys of fields, instead of those the set has
 * @param pattern how documents are numbered, instead of how the set does
 * @param names how names of files are read, instead of by what numbers need; of a set that reads none nothing comes of it
 */
public record SetEntry(@Nullable @Size(max = 60) String key, @Nullable @Size(max = 500_000) String file,
        @NotNull @Size(max = 20) Map<String, @NotNull @Size(max = 5000) List<StartingSetController.@Valid @NotNull CodeOfSet>> codes,
        @Nullable @Size(max = 500) String pattern, @Nullable @Size(max = 500) String names) {
}
