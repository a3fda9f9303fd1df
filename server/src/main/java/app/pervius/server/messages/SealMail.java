package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Look;
import app.pervius.server.store.Json;
import app.pervius.server.store.seals.Seal;
import app.pervius.server.store.seals.SealFile;
import app.pervius.server.store.seals.SealOutlets;
import app.pervius.server.store.seals.Sealing;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Mails the newest seal to those named at the start, once a day and after each start: where nobody reaches it who reaches the database.
 */
@Component
class SealMail implements Look {

    private static final Duration A_DAY = Duration.ofDays(1);

    private final Sealing sealing;
    private final SealOutlets outlets;
    private final MessageRepository messages;
    private final Dispatch dispatch;
    private final MailServer mail;
    private final TransactionTemplate transaction;
    private final InstantSource clock;
    private final List<String> to;

    SealMail(Sealing sealing, SealOutlets outlets, MessageRepository messages, Dispatch dispatch, MailServer mail,
            TransactionTemplate transaction, InstantSource clock, @Value("${pervius.seals.mail}") String to) {
        this.sealing = sealing;
        this.outlets = outlets;
        this.messages = messages;
        this.dispatch = dispatch;
        this.mail = mail;
        this.transaction = transaction;
        this.clock = clock;
        this.to = Arrays.stream(to.split(",")).map(String::strip).filter(address -> !address.isEmpty()).toList();
    }

    @Override
    public String key() {
        return "seals by mail";
    }

    @Override
    public Duration every() {
        return Duration.ofMinutes(5);
    }

    @Override
    public void look() {
        if (to.isEmpty() || !mail.isNamed()) {
            return;
        }
        Optional<Message> last = messages.findFirstByOccasionOrderByIdDesc(Occasion.SEALED);
        sealing.last().filter(seal -> last.isEmpty() || seal.number() > number(last.get())
                && (last.get().madeAt.isBefore(clock.instant().minus(A_DAY))
                || sealing.lastStart().filter(start -> start.isAfter(last.get().madeAt)).isPresent()))
                .ifPresent(seal -> transaction.executeWithoutResult(status -> to.forEach(address -> put(address, seal))));
    }

    /** Of which seal a message is, by its key. */
    private static long number(Message message) {
        return Long.parseLong(message.messageKey.split(" ")[1]);
    }

    private void put(String address, Seal seal) {
        SealFile.Line line = outlets.line(seal);
        Instant at = seal.at();
        dispatch.put(dispatch.message(null, null, address, Occasion.SEALED, "seal " + seal.number() + " " + address,
                seal.found().isEmpty() ? "Seal " + seal.number() + " of " + at
                        : "The database was changed while Pervius did not run",
                (seal.found().isEmpty() ? "" : "Found as Pervius began: " + seal.found() + ".\n\n")
                        + "This is the seal of what Pervius held on " + at + ". Keep it: held against it, nobody changes unseen what was "
                        + "there then. Add the line below to a file, and “check --seals FILE” does so.\n\n" + Json.write(line) + "\n"));
    }
}
