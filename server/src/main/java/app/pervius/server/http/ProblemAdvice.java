package app.pervius.server.http;

import app.pervius.server.refused.Refused;
import java.io.IOException;
import java.net.URI;
import java.nio.file.FileSystemException;
import java.util.Comparator;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.dao.QueryTimeoutException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.validation.FieldError;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Turns every failure into Refused Details; a person never sees a stack trace. */
@RestControllerAdvice
class ProblemAdvice extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(Refused refused) {
        HttpStatus status = status(refused.why());
        ProblemDetail detail = detail(status, refused.type(), refused.sentence());
        refused.more().forEach(detail::setProperty);
        return ResponseEntity.status(status).body(detail);
    }

    private static HttpStatus status(Refused.Why why) {
        return switch (why) {
            case INVALID -> HttpStatus.BAD_REQUEST;
            case NOT_SIGNED_IN -> HttpStatus.UNAUTHORIZED;
            case FORBIDDEN -> HttpStatus.FORBIDDEN;
            case NOT_FOUND -> HttpStatus.NOT_FOUND;
            case CONFLICT -> HttpStatus.CONFLICT;
            case TOO_LARGE -> HttpStatus.CONTENT_TOO_LARGE;
            case TOO_MANY -> HttpStatus.TOO_MANY_REQUESTS;
        };
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> changedMeanwhile(OptimisticLockingFailureException lost) {
        return ResponseEntity.status(HttpStatus.CONFLICT).body(detail(HttpStatus.CONFLICT, "changed-meanwhile",
                "Somebody else has changed this in the meantime. Look at it as it is now and try again."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> alreadyThere(DataIntegrityViolationException violation) {
        LOG.info("refused by the database: {}", violation.getMostSpecificCause().getMessage());
        return ResponseEntity.status(HttpStatus.CONFLICT).body(detail(HttpStatus.CONFLICT, "already-there",
                "This stands against something that is there already, or it refers to something that is gone."));
    }

    /** What this needs was held by others for too long. */
    @ExceptionHandler({QueryTimeoutException.class, PessimisticLockingFailureException.class})
    ResponseEntity<ProblemDetail> heldUp(DataAccessException heldUp) {
        LOG.warn("a call was not answered: {}", String.valueOf(heldUp.getMostSpecificCause().getMessage()));
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).header(HttpHeaders.RETRY_AFTER, "5")
                .body(detail(HttpStatus.SERVICE_UNAVAILABLE, "held-up", "Others are changing the same at the moment, and it took too long "
                        + "to wait for them. Nothing of this was kept. Try again in a few seconds."));
    }

    /** Writing failed: what was to be kept is not. A caller that has gone away gets no answer. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> notWritten(IOException failure) throws IOException {
        if (noHandles(failure)) {
            LOG.error("a call was not answered: too many files are open");
            return tooBusy("no-handles", "file handles");
        }
        if (!(failure instanceof FileSystemException) && !full(failure)) {
            throw failure;
        }
        LOG.error("a file could not be written", failure);
        return noRoom(failure);
    }

    /** What was sent cannot be read: it is not what the call takes, or it was cut off. */
    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(HttpMessageNotReadableException unreadable, HttpHeaders headers,
            HttpStatusCode status, WebRequest request) {
        for (Throwable cause = unreadable; cause != null; cause = cause.getCause()) {
            if (cause instanceof BodyRefused refused) {
                return ResponseEntity.status(refused.status()).header(HttpHeaders.CONNECTION, "close")
                        .body(detail(refused.status(), refused.type(), String.valueOf(refused.getMessage())));
            }
        }
        for (Throwable cause = unreadable; cause != null; cause = cause.getCause()) {
            if (cause instanceof Misfit misfit) {
                ResponseEntity<ProblemDetail> answer = refused(Refused.invalid(misfit.field(), String.valueOf(misfit.getMessage())));
                return ResponseEntity.status(answer.getStatusCode()).body(answer.getBody());
            }
        }
        return ResponseEntity.badRequest().body(detail(HttpStatus.BAD_REQUEST, "unreadable",
                "What was sent cannot be read as what this call takes."));
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> cutOff(BodyRefused refused) {
        return ResponseEntity.status(refused.status()).header(HttpHeaders.CONNECTION, "close")
                .body(detail(refused.status(), refused.type(), String.valueOf(refused.getMessage())));
    }

    private static ResponseEntity<ProblemDetail> noRoom(IOException failure) {
        return ResponseEntity.status(HttpStatus.INSUFFICIENT_STORAGE).body(detail(HttpStatus.INSUFFICIENT_STORAGE, "no-room", full(failure)
                ? "The disk of the server is full. Nothing of this was kept; the administrator has to make room. Then try again."
                : "The server cannot write to its data directory. Nothing of this was kept; the administrator has to see to it. Then "
                        + "try again."));
    }

    private static boolean full(Throwable failure) {
        return String.valueOf(failure.getMessage()).contains("No space left");
    }

    /** There is no memory for this call, or no thread; others may still be answered. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> outOfMemory(OutOfMemoryError none) {
        boolean threads = String.valueOf(none.getMessage()).contains("thread");
        LOG.error("a call was not answered: {}", threads ? "no thread could be begun" : "out of memory");
        return tooBusy(threads ? "no-threads" : "no-memory", threads ? "threads" : "memory");
    }

    private static ResponseEntity<ProblemDetail> tooBusy(String type, String lacks) {
        return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).header(HttpHeaders.RETRY_AFTER, "5")
                .body(detail(HttpStatus.SERVICE_UNAVAILABLE, type, "The server has no " + lacks + " left for this at the moment. "
                        + "Nothing of it was kept. Try again in a few seconds; if it stays so, the administrator has to see to it."));
    }

    private static boolean noHandles(Throwable failure) {
        return String.valueOf(failure.getMessage()).contains("Too many open files");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> fault(RuntimeException fault) {
        if (noHandles(NestedExceptionUtils.getMostSpecificCause(fault))) {
            LOG.error("a call was not answered: too many files are open");
            return tooBusy("no-handles", "file handles");
        }
        if (NestedExceptionUtils.getMostSpecificCause(fault) instanceof IOException failure && full(failure)) {
            LOG.error("the database could not be written", fault);
            return noRoom(failure);
        }
        LOG.error("a call failed", fault);
        return ResponseEntity.internalServerError().body(detail(HttpStatus.INTERNAL_SERVER_ERROR, "fault",
                "Pervius could not do this because of a fault of its own. Nothing was changed; the fault is in the server's log, under "
                        + RequestIds.now() + "."));
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(MethodArgumentNotValidException invalid, HttpHeaders headers,
            HttpStatusCode status, WebRequest request) {
        String sentence = invalid.getBindingResult().getFieldErrors().stream()
                .map(e -> e.getField() + " " + e.getDefaultMessage()).sorted().collect(Collectors.joining("; "));
        ProblemDetail detail = detail(HttpStatus.BAD_REQUEST, "invalid", sentence + ".");
        invalid.getBindingResult().getFieldErrors().stream().min(Comparator.comparing(FieldError::getField))
                .ifPresent(e -> detail.setProperty("field", e.getField()));
        return ResponseEntity.badRequest().body(detail);
    }

    private static ProblemDetail detail(HttpStatus status, String type, String sentence) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence);
        detail.setType(URI.create("urn:pervius:problem:" + type));
        detail.setProperty("request", RequestIds.now());
        return detail;
    }
}
