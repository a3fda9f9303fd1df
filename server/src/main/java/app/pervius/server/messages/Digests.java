package app.pervius.server.messages;

import app.pervius.server.due.Look;
import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Has what gathered for somebody made into one message once the first of it is due. */
@Component
class Digests implements Look {

    static final String KEY = "digests";
    private static final Logger LOG = LoggerFactory.getLogger(Digests.class);
    private static final Duration EVERY = Duration.ofMinutes(1);
    private static final int MOST_AT_ONCE = 500;
    /** So many people's messages are made in one transaction, and go over one connection. */
    private static final int TOGETHER = 50;

    private final NoticeRepository notices;
    private final DigestWriting writing;
    private final InstantSource clock;
    private final TransactionTemplate transaction;

    Digests(NoticeRepository notices, DigestWriting writing, InstantSource clock, TransactionTemplate transaction) {
        this.notices = notices;
        this.writing = writing;
        this.clock = clock;
        this.transaction = transaction;
    }

    @Override
    public String key() {
        return KEY;
    }

    @Override
    public Duration every() {
        return EVERY;
    }

    @Override
    public void look() {
        boolean more = true;
        while (more) {
            List<NoticeRepository.Recipient> due = notices.due(clock.instant(), Limit.of(MOST_AT_ONCE));
            int told = 0;
            for (int from = 0; from < due.size(); from += TOGETHER) {
                told += gathered(due.subList(from, Math.min(due.size(), from + TOGETHER)));
            }
            more = told == MOST_AT_ONCE;
        }
    }

    /** Makes the messages of several at once, or else of each by itself: what cannot be written is left for the next look, alone. */
    private int gathered(List<NoticeRepository.Recipient> recipients) {
        try {
            transaction.executeWithoutResult(status -> writing.write(recipients));
            return recipients.size();
        } catch (RuntimeException e) {
            LOG.debug("what has gathered for {} is told one by one", recipients.size(), e);
            return (int) recipients.stream().filter(this::gathered).count();
        }
    }

    private boolean gathered(NoticeRepository.Recipient recipient) {
        try {
            transaction.executeWithoutResult(status -> writing.write(List.of(recipient)));
            return true;
        } catch (RuntimeException e) {
            LOG.warn("what has gathered for {} could not be told; it is tried again", recipient.getPerson() == null
                    ? "somebody outside" : "person " + recipient.getPerson(), e);
            return false;
        }
    }
}
