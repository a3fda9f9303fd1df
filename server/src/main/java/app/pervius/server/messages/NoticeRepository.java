package app.pervius.server.messages;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface NoticeRepository extends JpaRepository<Notice, Long> {
    List<Notice> findBySubmissionIdAndMessageIdIsNullOrderById(long submission);
}
