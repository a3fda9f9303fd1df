package app.pervius.server.copies;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.content.ContentStore;
import app.pervius.server.copies.converters.Converter;
import app.pervius.server.copies.converters.Converters;
import app.pervius.server.copies.converters.Program;
import app.pervius.server.passages.PassageFacts;
import app.pervius.server.passages.Passages;
import app.pervius.server.refused.Refused;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The bytes of readable copies, and what makes them. */
@RestController
class CopyController {

    private final Passages passages;
    private final Copies copies;
    private final Converters converters;
    private final ContentStore store;

    CopyController(Passages passages, Copies copies, Converters converters, ContentStore store) {
        this.passages = passages;
        this.copies = copies;
        this.converters = converters;
        this.store = store;
    }

    /**
     * Something that makes PDFs.
     *
     * @param called with its version; absent where it is not on this machine
     * @param formats the endings of what it takes
     * @param toInstall what has to be done where it is not there
     */
    record ConverterView(String name, @Nullable String called, List<String> formats, @Nullable String toInstall) {
    }

    /**
     * All that makes PDFs here.
     *
     * @param withoutNetwork whether programs that are run cannot reach the network
     * @param waiting how many copies are asked for and not made yet
     */
    record ConvertersView(List<ConverterView> converters, boolean withoutNetwork, int waiting) {
    }

    @GetMapping("/api/converters")
    ConvertersView converters(Actor actor) {
        actor.mustAdminister();
        return new ConvertersView(converters.all().stream().map(c -> new ConverterView(c.name(), c.called().orElse(null), c.endings(),
                c.called().isPresent() ? null : c.toInstall())).toList(), Program.withoutNetwork(), copies.waiting());
    }

    /**
     * The copy a passage waits for.
     *
     * @param before how many others are to be made first; absent where it waits for none
     */
    record CopyWaitView(@Nullable Integer before) {
    }

    @GetMapping("/api/passages/{id}/copy-wait")
    CopyWaitView copyWait(@PathVariable long id, Actor actor) {
        Passages.PassageView passage = passages.passage(id);
        if (!actor.maySee(passage.project(), passage.from().authorFirm())) {
            throw Refused.notFound("passage");
        }
        return new CopyWaitView(copies.before(id).orElse(null));
    }

    /** The readable copy of a file of a passage, in the place of the file among the passage's files, from 0 on. */
    @Act(kind = ActKind.FILES, says = "opened a readable copy")
    @GetMapping(path = "/api/passages/{id}/copies/{file}", produces = "*/*")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/pdf",
            schema = @Schema(type = "string", format = "binary")))
    ResponseEntity<Resource> copy(@PathVariable long id, @PathVariable int file, @RequestParam(defaultValue = "false") boolean download,
            Actor actor) {
        Passages.PassageView passage = passages.passage(id);
        if (!actor.maySee(passage.project(), passage.from().authorFirm()) || file < 0 || file >= passage.files().size()) {
            throw Refused.notFound("readable copy");
        }
        PassageFacts.File its = passage.files().get(file);
        PassageFacts.ReadableCopy copy = its.copy();
        if (copy == null) {
            throw Refused.notFound("readable copy");
        }
        Acting.to(passage.project(), its.name() + (download ? "; taken away" : ""));
        ContentDisposition disposition = (download ? ContentDisposition.attachment() : ContentDisposition.inline())
                .filename(its.name() + ".pdf", StandardCharsets.UTF_8).build();
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_PDF).header("Content-Disposition", disposition.toString())
                .header("Content-Security-Policy", "sandbox; default-src 'none'; frame-ancestors 'none'")
                .eTag("\"" + copy.hash() + "\"").cacheControl(CacheControl.noCache().cachePrivate())
                .body(new FileSystemResource(store.path(copy.hash())));
    }
}
