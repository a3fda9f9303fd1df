package app.pervius.server.messages;

import app.pervius.core.tell.Occasion;
import app.pervius.server.outbound.Outbound;
import java.time.InstantSource;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes messages and puts them on their way, in the transaction of what they tell of. */
@Component
class Dispatch {

    private final MessageRepository messages;
    private final Outbound outbound;
    private final InstantSource clock;

    Dispatch(MessageRepository messages, Outbound outbound, InstantSource clock) {
        this.messages = messages;
        this.outbound = outbound;
        this.clock = clock;
    }

    Message message(@Nullable Long project, @Nullable Long person, String recipient, Occasion occasion, String key,
            String subject, String text) {
        Message message = new Message();
        message.projectId = project;
        message.messageKey = key;
        message.personId = person;
        message.recipient = recipient;
        message.occasion = occasion;
        message.subject = subject.replaceAll("\\p{Cntrl}+", " ");
        message.text = text;
        message.madeAt = clock.instant();
        return message;
    }

    Message put(Message message) {
        message.underWay = true;
        messages.save(message);
        outbound.put(Postman.KEY, String.valueOf(message.id()), message.id(), message.projectId);
        return message;
    }
}
