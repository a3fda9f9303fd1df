package app.pervius.server.numbers;

import app.pervius.server.access.Actor;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Numbering files that lie in a folder already. */
@RestController
class NumberExistingController {

    private final NumberExisting existing;

    NumberExistingController(NumberExisting existing) {
        this.existing = existing;
    }

    /** Which files: none means all of the folder. */
    record NumberingEntry(@NotBlank @Size(max = 60) String scheme, @NotNull @Size(max = 5000) List<@NotNull Long> files,
            @NotNull Map<@Size(max = 60) String, @NotNull @Size(max = 200) String> values) {
        NumberExisting.WantedFiles wanted(long folder) {
            return new NumberExisting.WantedFiles(folder, scheme, files, values);
        }
    }

    @PostMapping("/api/folders/{id}/numbering/preview")
    List<NumberExisting.FileNumbered> preview(@PathVariable long id, @Valid @RequestBody NumberingEntry entry, Actor actor) {
        return existing.preview(entry.wanted(id), actor);
    }

    @PostMapping("/api/folders/{id}/numbering")
    List<NumberExisting.FileNumbered> number(@PathVariable long id, @Valid @RequestBody NumberingEntry entry, Actor actor) {
        return existing.number(entry.wanted(id), actor);
    }
}
