package app.pervius.server.live;

import app.pervius.server.access.Actor;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The stream of changes, one per browser. */
@RestController
class LiveController {

    private final Live live;
    private final Handles handles;

    LiveController(Live live, Handles handles) {
        this.live = live;
        this.handles = handles;
    }

    @Hidden
    @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter listen(Actor actor, HttpServletRequest request) {
        handles.oneMore();
        return live.listen(actor, request.getSession().getId());
    }
}
