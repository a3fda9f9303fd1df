package app.pervius.server.comments;

import app.pervius.core.comment.Side;
import app.pervius.core.review.Drawn;
import app.pervius.server.reviews.OnSheets;
import java.util.List;
import org.springframework.stereotype.Component;

@Component
class ReleasedOnSheets implements OnSheets {

    private final SheetCommentRepository comments;

    ReleasedOnSheets(SheetCommentRepository comments) {
        this.comments = comments;
    }

    @Override
    public int released(long passage) {
        return (int) comments.findByPassageIdInAndSideAndTakenBackFalse(List.of(passage), Side.REVIEWING).stream()
                .filter(c -> !(c.asDrawn() instanceof Drawn.Dropped)).count();
    }
}
