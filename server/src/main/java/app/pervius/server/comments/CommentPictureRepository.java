package app.pervius.server.comments;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface CommentPictureRepository extends JpaRepository<CommentPicture, Long> {
    List<CommentPicture> findByCommentIdInOrderById(Collection<Long> comments);

    long countByPersonIdAndCommentIdIsNull(long person);

    void deleteByPersonIdAndCommentIdIsNullAndGivenAtBefore(long person, Instant moment);
}
