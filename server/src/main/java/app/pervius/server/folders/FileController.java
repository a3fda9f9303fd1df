package app.pervius.server.folders;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Act;
import app.pervius.server.acts.ActKind;
import app.pervius.server.acts.Acting;
import app.pervius.server.content.ContentStore;
import app.pervius.server.content.MediaTypes;
import app.pervius.server.content.TiffPages;
import app.pervius.server.refused.Refused;
import app.pervius.server.scanning.Scans;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
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
import org.springframework.web.context.request.WebRequest;

/** The bytes of files; pages of those that browsers do not show by themselves, as pictures. */
@RestController
class FileController {

    /** @param pages 1 to 5,000 */
    record PicturePages(int pages) {
    }

    private interface Reading<T> {
        T of(Path file) throws IOException, TiffPages.Unreadable;
    }

    private final Files files;
    private final Folders folders;
    private final ContentStore store;
    private final MediaTypes types;
    private final TiffPages tiff;
    private final Scans scans;

    FileController(Files files, Folders folders, ContentStore store, MediaTypes types, TiffPages tiff, Scans scans) {
        this.scans = scans;
        this.files = files;
        this.folders = folders;
        this.store = store;
        this.types = types;
        this.tiff = tiff;
    }

    /** Served so that it cannot run: sandboxed, not sniffed, as an attachment unless it is of a kind that is shown. */
    @Act(kind = ActKind.FILES, says = "opened a file")
    @GetMapping(path = "/api/files/{id}/content", produces = "*/*")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/octet-stream",
            schema = @Schema(type = "string", format = "binary")))
    ResponseEntity<Resource> content(@PathVariable long id, @RequestParam(defaultValue = "false") boolean download, Actor actor) {
        Files.FileView file = seen(id, actor);
        boolean inline = types.shown(file.mediaType()) && !download;
        if (!inline) {
            Acting.to("taken away");
        }
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

    /** How many pages a TIFF has. */
    @GetMapping("/api/files/{id}/pages")
    PicturePages pages(@PathVariable long id, Actor actor) {
        return new PicturePages(read(tiff(id, actor), tiff::count));
    }

    /** A page of a TIFF, from 1 on, as a PNG. */
    @Act(kind = ActKind.FILES, says = "opened a file")
    @GetMapping(path = "/api/files/{id}/pages/{page}", produces = "image/png")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "image/png", schema = @Schema(type = "string", format = "binary")))
    @Nullable ResponseEntity<byte[]> page(@PathVariable long id, @PathVariable int page, WebRequest request, Actor actor) {
        Files.FileView file = tiff(id, actor);
        String tag = "\"" + file.hash() + "-" + page + "\"";
        if (request.checkNotModified(tag)) {
            return null;
        }
        return ResponseEntity.ok().contentType(MediaType.IMAGE_PNG).eTag(tag).cacheControl(CacheControl.noCache().cachePrivate())
                .body(read(file, path -> tiff.png(path, page)));
    }

    /** A file one may not see is answered as one that is not there. */
    private Files.FileView seen(long id, Actor actor) {
        Files.FileView file = files.file(id);
        Folders.FolderView folder = folders.find(file.folder()).filter(its -> folders.maySee(actor, its))
                .orElseThrow(() -> Refused.notFound("file"));
        Acting.to(folder.project(), file.name() + " in " + folder.path());
        scans.mustBeOpen(file.hash(), file.name());
        return file;
    }

    private Files.FileView tiff(long id, Actor actor) {
        Files.FileView file = seen(id, actor);
        if (!file.mediaType().equals("image/tiff")) {
            throw Refused.conflict("has-no-pages", "Only a TIFF is shown page by page.");
        }
        return file;
    }

    private <T> T read(Files.FileView file, Reading<T> reading) {
        try {
            return reading.of(store.path(file.hash()));
        } catch (TiffPages.Unreadable e) {
            throw Refused.conflict("cannot-be-shown", e.sentence());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(file.name() + " could not be read", e);
        }
    }
}
