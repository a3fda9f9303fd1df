package app.pervius.server.comments;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface SheetAnswerRepository extends JpaRepository<SheetAnswer, Long> {
    List<SheetAnswer> findByCommentIdInOrderById(Collection<Long> comments);

    boolean existsByCommentIdAndKindIn(long comment, Collection<SheetAnswer.Kind> kinds);
}
