package app.pervius.server.messages;

import java.time.Instant;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface MessageRepository extends JpaRepository<Message, Long> {

    /** It has gone; of a secret one nothing is kept that would let somebody in. */
    @Modifying
    @Query("update Message m set m.sentAt = :at, m.text = case when m.secret = true then '' else m.text end where m.id = :id")
    void sent(long id, Instant at);
}
