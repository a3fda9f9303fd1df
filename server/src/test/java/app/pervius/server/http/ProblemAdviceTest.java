package app.pervius.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.nio.file.FileSystemException;
import java.sql.SQLTimeoutException;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.dao.QueryTimeoutException;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.method.annotation.ExceptionHandlerMethodResolver;

/** What a machine runs out of is told apart: a full disk is no lack of handles, threads or memory. */
class ProblemAdviceTest {

    private final ProblemAdvice advice = new ProblemAdvice();

    private static String told(ResponseEntity<ProblemDetail> answer) {
        return answer.getStatusCode().value() + " " + Objects.requireNonNull(answer.getBody()).getType().toString()
                .replace("urn:pervius:problem:", "");
    }

    @Test
    void memoryThreadsHandlesAndRoomAreToldApart() throws IOException {
        assertThat(told(advice.outOfMemory(new OutOfMemoryError("Java heap space")))).isEqualTo("503 no-memory");
        assertThat(told(advice.outOfMemory(new OutOfMemoryError("unable to create native thread")))).isEqualTo("503 no-threads");
        assertThat(told(advice.notWritten(new FileSystemException("/srv/content/x", null, "Too many open files")))).isEqualTo(
                "503 no-handles");
        assertThat(told(advice.fault(new IllegalStateException(new IOException("Too many open files"))))).isEqualTo("503 no-handles");
        assertThat(told(advice.notWritten(new FileSystemException("/srv/content/x", null, "No space left on device")))).isEqualTo(
                "507 no-room");
        assertThat(told(advice.fault(new IllegalStateException("a mistake of ours")))).isEqualTo("500 fault");
    }

    @Test
    void whatOthersHoldForTooLongIsNoFault() {
        assertThat(told(advice.heldUp(new QueryTimeoutException("insert", new SQLTimeoutException("Timeout trying to lock table")))))
                .isEqualTo("503 held-up");
        assertThat(Objects.requireNonNull(new ExceptionHandlerMethodResolver(ProblemAdvice.class).resolveMethodByThrowable(
                new CannotAcquireLockException("a row"))).getName()).isEqualTo("heldUp");
    }

    @Test
    void whoeverIsTurnedAwayIsToldToComeBack() {
        ResponseEntity<ProblemDetail> answer = advice.outOfMemory(new OutOfMemoryError());
        assertThat(answer.getHeaders().getFirst("Retry-After")).isEqualTo("5");
        assertThat(Objects.requireNonNull(answer.getBody()).getDetail()).contains("Nothing of it was kept");
    }

    /** Errors come wrapped from where calls are handed on. */
    @Test
    void whatIsThrownBelowACallIsAnsweredByIt() {
        ExceptionHandlerMethodResolver answers = new ExceptionHandlerMethodResolver(ProblemAdvice.class);
        assertThat(Objects.requireNonNull(answers.resolveMethodByThrowable(new ServletException("Handler dispatch failed",
                new OutOfMemoryError()))).getName()).isEqualTo("outOfMemory");
    }
}
