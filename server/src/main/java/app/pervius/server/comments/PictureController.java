package app.pervius.server.comments;

import app.pervius.server.access.Actor;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Pictures pasted into comments. */
@RestController
class PictureController {

    record PictureKept(long id) {
    }

    private final Pictures pictures;

    PictureController(Pictures pictures) {
        this.pictures = pictures;
    }

    /** Keeps a PNG or JPEG of at most 10 MB for a comment that is going to be said. */
    @PostMapping(path = "/api/passages/{passage}/comment-pictures", consumes = "application/octet-stream")
    @ResponseStatus(HttpStatus.CREATED)
    PictureKept keep(@PathVariable long passage, HttpServletRequest request, Actor actor) throws IOException {
        return new PictureKept(pictures.keep(passage, request.getInputStream(), actor));
    }

    @GetMapping(path = "/api/comment-pictures/{id}", produces = "*/*")
    @ApiResponse(responseCode = "200", content = @Content(mediaType = "application/octet-stream",
            schema = @Schema(type = "string", format = "binary")))
    ResponseEntity<Resource> picture(@PathVariable long id, Actor actor) {
        Pictures.Found found = pictures.find(id, actor);
        return ResponseEntity.ok().contentType(MediaType.parseMediaType(found.mediaType()))
                .header("Content-Disposition", "inline").header("Content-Security-Policy", "sandbox; default-src 'none'")
                .eTag("\"" + found.hash() + "\"").cacheControl(CacheControl.noCache().cachePrivate())
                .body(new FileSystemResource(found.file()));
    }
}
