package app.pervius.server.comments;

import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.Messages;
import app.pervius.server.passages.Passages;
import app.pervius.server.people.People;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Tells whoever is asked something, and whoever asked of the answer. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
class CommentTelling {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEEE d MMMM", Locale.ENGLISH);

    private final Messages messages;
    private final People people;

    CommentTelling(Messages messages, People people) {
        this.messages = messages;
        this.people = people;
    }

    void asked(SheetComment row, Passages.PassageView passage) {
        if (row.askedId != null && row.askedId != row.authorId) {
            messages.tell(List.of(row.askedId), Occasion.ASKED, about(row, passage, "asked"), people.person(row.authorId).name() + ": "
                    + row.text + (row.due == null ? "" : "\nPlease answer by " + DAY.format(row.due) + "."));
        }
    }

    /**
     * Whoever is to answer has not, and it is late; whoever asked is told, too.
     *
     * @param words what who is asked reads of it now; empty where that is nothing any more
     */
    void late(SheetComment row, Passages.PassageView passage, Optional<String> words) {
        if (row.askedId == null || row.due == null) {
            return;
        }
        String was = "was to be answered by " + DAY.format(row.due);
        long asked = row.askedId;
        words.ifPresent(text -> messages.tell(List.of(asked), Occasion.ASKED, about(row, passage, "late"), "This " + was + ". "
                + people.person(row.authorId).name() + ": " + text));
        if (asked != row.authorId) {
            messages.tell(List.of(row.authorId), Occasion.ESCALATED, about(row, passage, "late").because("you have asked"),
                    "What you asked " + people.person(asked).name() + " " + was + (words.isPresent() ? ": "
                            : ", and may not be read there any more. Ask somebody else: ") + row.text);
        }
    }

    /** Tells whoever wrote a comment of an answer to it. */
    void answered(SheetComment row, Passages.PassageView passage, long by, SheetAnswer.Kind kind, String text) {
        if (row.authorId != by) {
            String said = switch (kind) {
                case DONE -> "Done" + (text.isEmpty() ? "." : ": ");
                case NOT_DONE -> "Not done: ";
                case SAID, CLOSED, REOPENED -> "";
            };
            messages.tell(List.of(row.authorId), Occasion.ANSWERED, about(row, passage, "answered"),
                    people.person(by).name() + ": " + said + text);
        }
    }

    private static Messages.About about(SheetComment row, Passages.PassageView passage, String what) {
        return new Messages.About(row.projectId, passage.from().submission(), passage.id(), passage.inWords(),
                "comment " + row.id() + " " + what + " " + row.version, "");
    }
}
