package app.pervius.server.search;

import app.pervius.server.access.Actor;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.util.Comparator;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Finding anything of a project. */
@RestController
@Transactional(readOnly = true)
class FindController {

    private final List<Finder> finders;

    FindController(List<Finder> finders) {
        this.finders = finders.stream().sorted(Comparator.comparing(Finder::kind)).toList();
    }

    /**
     * What was found of a kind.
     *
     * @param count how many there are, at most 1,000; {@code uncounted}: and more beyond them
     */
    record FoundOfKind(Finder.Kind kind, int count, boolean uncounted, List<Finder.Hit> hits) {
    }

    /**
     * By words, or beginnings of words, of whatever it is called or was ever called; of each kind up to so many, and how many there are.
     */
    @GetMapping("/api/projects/{project}/finds")
    public List<FoundOfKind> find(@PathVariable long project, @RequestParam @Size(max = 200) String text,
            @RequestParam(defaultValue = "8") @Min(1) @Max(200) int most, Actor actor) {
        actor.in(project);
        if (text.isBlank()) {
            return List.of();
        }
        return finders.stream().map(finder -> {
            Finder.Found found = finder.find(project, text, most, actor);
            return new FoundOfKind(finder.kind(), Math.min(found.count(), Finder.COUNTED), found.count() > Finder.COUNTED, found.hits());
        }).filter(of -> of.count() > 0).toList();
    }
}
