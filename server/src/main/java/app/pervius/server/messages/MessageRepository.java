package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface MessageRepository extends JpaRepository<Message, Long> {

    /** It has gone; of a secret one nothing is kept that would let somebody in. */
    @Modifying
    @Query("update Message m set m.underWay = false, m.sentAt = :at, m.text = case when m.secret = true then '' else m.text end "
            + "where m.id = :id")
    void sent(long id, Instant at);

    Optional<Message> findFirstByOccasionOrderByIdDesc(Occasion occasion);

    /** When the newest that has gone went. */
    @Query("select m.sentAt from Message m where m.sentAt is not null order by m.id desc limit 1")
    Optional<Instant> lastSentAt();

    /** Nobody tries to send it any more. */
    @Modifying
    @Query("update Message m set m.underWay = false, m.givenUpAt = :at, m.lastWords = :words where m.id = :id")
    void givenUp(long id, Instant at, String words);

    /** It is on its way anew. */
    @Modifying
    @Query("update Message m set m.underWay = true, m.givenUpAt = null, m.lastWords = null where m.id = :id")
    void onItsWay(long id);

    /**
     * Newest first.
     *
     * @param person absent for everybody's
     * @param state SENT, WAITING (also to go once more) or GIVEN_UP; absent for all
     */
    @Query("""
            select m from Message m where m.projectId = :project and m.id < :before and (:person is null or m.personId = :person)
            and (:state is null or :state = case when m.underWay = true then 'WAITING' when m.givenUpAt is not null then 'GIVEN_UP'
                else 'SENT' end)
            order by m.projectId desc, m.id desc""")
    List<Message> list(long project, @Nullable Long person, @Nullable String state, long before, Limit limit);

    /** An address to which the last message of a project was given up. */
    interface GivenUpAddress {
        long getPerson();

        String getAddress();

        @Nullable String getWords();

        Instant getAt();
    }

    @Query("select m.personId as person, m.recipient as address, m.lastWords as words, m.givenUpAt as at from Message m "
            + "where m.projectId = :project and m.givenUpAt > :since and m.personId is not null and not exists (select 1 from "
            + "Message later where later.personId = m.personId and later.recipient = m.recipient and later.id <> m.id "
            + "and (later.sentAt > m.givenUpAt or later.givenUpAt > m.givenUpAt)) order by m.personId")
    List<GivenUpAddress> lastGivenUp(long project, Instant since);

    @Query("from Message m where m.projectId = :project and m.givenUpAt > :since order by m.projectId, m.givenUpAt")
    List<Message> givenUp(long project, Instant since, Limit limit);
}
