package app.pervius.server.messages.tray;

import app.pervius.server.access.Actor;
import app.pervius.server.http.Page;
import app.pervius.server.messages.tray.Shelf.Colour;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The tray and the shelves of whoever is signed in. */
@RestController
@RequestMapping("/api/tray")
class TrayController {

    private final Tray tray;
    private final Shelves shelves;

    TrayController(Tray tray, Shelves shelves) {
        this.tray = tray;
        this.shelves = shelves;
    }

    record ShelfView(long id, String name, Shelf.Colour colour, int version) {
    }

    record ShelfEntry(@NotBlank @Size(max = 60) String name, @NotNull Colour colour, int version) {
    }

    record ShelfAdded(long id) {
    }

    record ShelfOrder(@NotNull @Size(max = 100) List<@NotNull Long> ids) {
    }

    /** @param shelf to put them on; absent to let them pass */
    record Marking(@NotEmpty @Size(max = Tray.MOST) List<@NotNull Long> items, @Nullable Long shelf) {
    }

    record Items(@NotEmpty @Size(max = Tray.MOST) List<@NotNull Long> items) {
    }

    /** A passage that lies on a shelf. */
    record MarkedPassage(long passage, long shelf) {
    }

    /** What is in the tray, or on one of the shelves; newest first. */
    @GetMapping
    Page<Tray.Item> items(@RequestParam(required = false) @Nullable Long shelf, @RequestParam(required = false) @Nullable String after,
            Actor actor) {
        if (shelf != null) {
            shelves.own(shelf, actor);
        }
        return tray.items(shelf, Page.after(after, Long.MAX_VALUE), actor);
    }

    /** Puts items on a shelf, or lets them pass. */
    @PutMapping("/marks")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void mark(@Valid @RequestBody Marking marking, Actor actor) {
        if (marking.shelf() == null) {
            tray.letPass(marking.items(), actor);
        } else {
            tray.put(marking.items(), shelves.own(marking.shelf(), actor), actor);
        }
    }

    /** Has items be in the tray again. */
    @PostMapping("/marks/taken-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@Valid @RequestBody Items items, Actor actor) {
        tray.takeBack(items.items(), actor);
    }

    @GetMapping("/marks")
    List<MarkedPassage> marks(Actor actor) {
        return tray.marks(actor).entrySet().stream().map(e -> new MarkedPassage(e.getKey(), e.getValue())).toList();
    }

    @GetMapping("/shelves")
    List<ShelfView> shelves(Actor actor) {
        return shelves.of(actor).stream().map(s -> new ShelfView(s.id(), s.name, s.colour, s.version)).toList();
    }

    @PostMapping("/shelves")
    @ResponseStatus(HttpStatus.CREATED)
    ShelfAdded add(@Valid @RequestBody ShelfEntry entry, Actor actor) {
        return new ShelfAdded(shelves.add(entry.name(), entry.colour(), actor));
    }

    @PutMapping("/shelves/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void change(@PathVariable long id, @Valid @RequestBody ShelfEntry entry, Actor actor) {
        shelves.change(id, entry.name(), entry.colour(), entry.version(), actor);
    }

    @PutMapping("/shelves")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void order(@Valid @RequestBody ShelfOrder order, Actor actor) {
        shelves.order(order.ids(), actor);
    }

    /** Takes a shelf away; what lies on it is in the tray again. */
    @DeleteMapping("/shelves/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable long id, Actor actor) {
        shelves.remove(id, actor);
    }
}
