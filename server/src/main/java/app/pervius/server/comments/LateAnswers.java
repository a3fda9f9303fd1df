package app.pervius.server.comments;

import app.pervius.core.comment.Stage;
import app.pervius.server.due.Look;
import app.pervius.server.passages.Passages;
import app.pervius.server.projects.Projects;
import java.time.Duration;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Objects;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Tells those who were to answer a comment by a day that is over, once. */
@Component
class LateAnswers implements Look {

    private static final Logger LOG = LoggerFactory.getLogger(LateAnswers.class);

    private final SheetCommentRepository comments;
    private final CommentReading reading;
    private final CommentTelling telling;
    private final Passages passages;
    private final Projects projects;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    LateAnswers(SheetCommentRepository comments, CommentReading reading, CommentTelling telling, Passages passages,
            Projects projects, InstantSource clock, TransactionTemplate transaction) {
        this.comments = comments;
        this.reading = reading;
        this.telling = telling;
        this.passages = passages;
        this.projects = projects;
        this.clock = clock;
        this.transaction = transaction;
    }

    @Override
    public String key() {
        return "late-answers";
    }

    @Override
    public Duration every() {
        return Duration.ofMinutes(10);
    }

    @Override
    public void look() {
        // It is tomorrow already in some projects.
        LocalDate latest = LocalDate.ofInstant(clock.instant(), ZoneOffset.MAX);
        comments.findByStageAndTakenBackFalseAndChasedFalseAndDueBefore(Stage.OPEN, latest).stream()
                .filter(row -> row.due != null && row.due.isBefore(projects.today(row.projectId))).map(SheetComment::id)
                .forEach(this::late);
    }

    private void late(long id) {
        try {
            transaction.executeWithoutResult(status -> comments.findById(id).filter(c -> c.stage == Stage.OPEN && !c.chased)
                    .ifPresent(row -> {
                        row.chased = true;
                        Passages.PassageView passage = passages.passage(row.passageId);
                        telling.late(row, passage, reading.words(row, passage, Objects.requireNonNull(row.askedId)));
                    }));
        } catch (RuntimeException e) {
            LOG.warn("nobody could be told that comment {} is late; it is tried again", id, e);
        }
    }
}
