package app.pervius.server.comments;

import app.pervius.core.comment.Stage;
import app.pervius.server.people.PersonUse;
import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

@Component
class CommentPersonUse implements PersonUse {

    private final SheetCommentRepository comments;

    CommentPersonUse(SheetCommentRepository comments) {
        this.comments = comments;
    }

    @Override
    public List<Hanging> hangingOn(long project, long person) {
        return comments.findByAskedIdInAndStageAndTakenBackFalseOrderByDueAscIdAsc(List.of(person), Stage.OPEN, Limit.of(1)).stream()
                .map(c -> new Hanging("A comment waits for this person's answer. Have it answered, closed, or somebody else asked first.",
                        "/read/" + c.passageId)).toList();
    }
}
