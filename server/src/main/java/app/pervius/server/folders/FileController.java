package app.pervius.server.folders;

import app.pervius.server.access.Actor;
import app.pervius.server.content.ContentStore;
import app.pervius.server.content.MediaTypes;
import app.pervius.server.refused.Refused;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.nio.charset.StandardCharsets;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The bytes of files. */
@RestController
class FileController {

    private final Files files;
    private final Folders folders;
    private final ContentStore store;
    private final MediaTypes types;

    FileController(Files files, Folders folders, ContentStore store, MediaTypes types) {
        this.files = files;
        this.folders = folders;
        this.store = store;
        this.types = types;
    }

    /** Served so that it cannot run: sandboxed, not sniffed, as an attachment unless it is of a kind that is shown. */
    @GetMapping(path = "/api/files/{id}/content", produces = "*/*")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/octet-stream",
            schema = @Schema(type = "string", format = "binary")))
    ResponseEntity<Resource> content(@PathVariable long id, @RequestParam(defaultValue = "false") boolean download, Actor actor) {
        Files.FileView file = files.file(id);
        // A file one may not see is answered as one that is not there.
        folders.find(file.folder()).filter(folder -> folders.maySee(actor, folder)).orElseThrow(() -> Refused.notFound("file"));
        boolean inline = types.shown(file.mediaType()) && !download;
        ContentDisposition disposition = (inline ? ContentDisposition.inline() : ContentDisposition.attachment())
                .filename(file.name(), StandardCharsets.UTF_8).build();
        return ResponseEntity.ok()
                .contentType(types.served(file.mediaType()))
                .header("Content-Disposition", disposition.toString())
                .header("Content-Security-Policy", "sandbox; default-src 'none'; frame-ancestors 'none'")
                .eTag("\"" + file.hash() + "\"")
                // Kept by the browser, but asked for each time whether it may still be seen.
                .cacheControl(CacheControl.noCache().cachePrivate())
                .body(new FileSystemResource(store.path(file.hash())));
    }
}
