package app.pervius.server.numbers;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.tables.TableReader;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What people do to numbers: taking, giving up, voiding, taking over. */
@RestController
@RequestMapping("/api/projects/{project}")
class NumberController {
    record TakeEntry(@NotNull Map<@Size(max = 60) String, @NotNull @Size(max = 200) String> values, @NotBlank @Size(max = 400) String title,
            @NotNull @Size(max = 200) String ownReference, @Min(1) @Max(200) int count, @Nullable Long firm) {
        Taking.Wanted wanted(String scheme) {
            return new Taking.Wanted(scheme, values, title.strip(), ownReference, count, firm);
        }
    }

    record NumberAndReason(@NotBlank @Size(max = 200) String number, @NotBlank @Size(max = 1000) String reason) {
    }

    record NextEntry(@NotNull @Size(max = 400) String combination, @Min(0) @Max(999_999_999) long next,
            @NotBlank @Size(max = 1000) String reason) {
    }

    /** What a number would be; shown, not promised. */
    record NumberPreview(String number) {
    }

    private final Taking taking;
    private final LedgerDesk desk;
    private final TakingOver takingOver;
    private final TableReader tables;

    NumberController(Taking taking, LedgerDesk desk, TakingOver takingOver, TableReader tables) {
        this.taking = taking;
        this.desk = desk;
        this.takingOver = takingOver;
        this.tables = tables;
    }

    @PostMapping("/schemes/{scheme}/numbers")
    @ResponseStatus(HttpStatus.CREATED)
    List<Taking.Taken> take(@PathVariable long project, @PathVariable String scheme, @Valid @RequestBody TakeEntry entry, Actor actor) {
        return taking.take(project, entry.wanted(scheme), actor);
    }

    @PostMapping("/schemes/{scheme}/numbers/preview")
    NumberPreview preview(@PathVariable long project, @PathVariable String scheme, @Valid @RequestBody TakeEntry entry, Actor actor) {
        return new NumberPreview(taking.preview(project, entry.wanted(scheme), actor));
    }

    @PostMapping("/numbers/given-up")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void giveUp(@PathVariable long project, @Valid @RequestBody NumberAndReason entry, Actor actor) {
        actor.in(project);
        desk.giveUp(project, entry.number(), entry.reason(), actor);
    }

    @PostMapping("/numbers/voided")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void voidNumber(@PathVariable long project, @Valid @RequestBody NumberAndReason entry, Actor actor) {
        desk.voidNumber(project, entry.number(), entry.reason(), actor);
    }

    @Act(kind = ActKind.SETTINGS, says = "set the next number of the scheme {scheme}")
    @PutMapping("/schemes/{scheme}/next")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setNext(@PathVariable long project, @PathVariable String scheme, @Valid @RequestBody NextEntry entry, Actor actor) {
        desk.setNext(project, scheme, entry.combination(), entry.next(), entry.reason(), actor);
    }

    /** Takes over a list of numbers, CSV or XLSX; with {@code look} it only says what is wrong with it. */
    @Act(kind = ActKind.SETTINGS, says = "took numbers over into the scheme {scheme}")
    @PostMapping(path = "/schemes/{scheme}/taken-over", consumes = "application/octet-stream")
    TakingOver.TakenOver takeOver(@PathVariable long project, @PathVariable String scheme, @RequestParam boolean look,
            HttpServletRequest request, Actor actor)
            throws IOException {
        actor.mustControl(project);
        return takingOver.takeOver(project, scheme, tables.read(request.getInputStream()), look, actor);
    }
}
