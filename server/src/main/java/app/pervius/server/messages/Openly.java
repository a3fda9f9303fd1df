package app.pervius.server.messages;

import app.pervius.core.tell.Manner;
import app.pervius.server.people.People;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Messages whose recipients see each other: each still gets his own, handed over by itself, and every one names in its heading all for whom
 * it is and all who have it in copy.
 */
@Component
class Openly {

    /** The most a heading names, in characters; beyond them it names the recipient alone. */
    private static final int LONGEST = 8000;

    private final NoticeRepository notices;
    private final People people;

    Openly(NoticeRepository notices, People people) {
        this.notices = notices;
        this.people = people;
    }

    /** Says in a message's heading who else is told of the same, where they may see each other. */
    void head(Message message, List<Notice> group) {
        List<Notice> openly = group.stream().filter(n -> n.shown != Manner.Shown.ALONE).toList();
        if (openly.isEmpty()) {
            return;
        }
        // One message may say other things beside, which are told to its recipient alone.
        Set<Object> things = openly.stream().map(Notice::thing).collect(Collectors.toSet());
        List<Notice> seen = notices.findBySubmissionIdAndOccasionInAndShownNotOrderById(
                Objects.requireNonNull(group.getFirst().submissionId),
                openly.stream().map(n -> n.occasion).collect(Collectors.toSet()), Manner.Shown.ALONE).stream()
                .filter(n -> things.contains(n.thing())).toList();
        Set<String> to = addresses(seen, Manner.Shown.OPENLY).collect(Collectors.toCollection(LinkedHashSet::new));
        Set<String> copies = addresses(seen, Manner.Shown.IN_COPY).filter(a -> !to.contains(a))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        if (!copies.contains(message.recipient)) {
            to.add(message.recipient);
        }
        if (String.join("\n", to).length() <= LONGEST && String.join("\n", copies).length() <= LONGEST) {
            message.openlyTo = String.join("\n", to);
            message.inCopy = String.join("\n", copies);
        }
    }

    private Stream<String> addresses(List<Notice> seen, Manner.Shown shown) {
        return seen.stream().filter(n -> n.shown == shown).map(n -> n.personId == null ? String.valueOf(n.address)
                : people.person(n.personId).email());
    }

    /** Who else was told of the same, where they may see each other: “Also to A, B; in copy: C”; empty where nobody was. */
    String others(List<Notice> its) {
        if (its.stream().allMatch(n -> n.shown == Manner.Shown.ALONE)) {
            return "";
        }
        Notice own = its.getFirst();
        List<Notice> seen = notices.findBySubmissionIdAndOccasionInAndShownNotOrderById(
                Objects.requireNonNull(own.submissionId), Set.of(own.occasion),
                Manner.Shown.ALONE)
                .stream().filter(n -> n.thing().equals(own.thing()) && !(Objects.equals(n.personId, own.personId)
                        && Objects.equals(n.address, own.address))).toList();
        String to = names(seen, Manner.Shown.OPENLY);
        String copies = names(seen, Manner.Shown.IN_COPY);
        return Stream.of(to.isEmpty() ? "" : "also to " + to, copies.isEmpty() ? "" : "in copy " + copies).filter(t -> !t.isEmpty())
                .collect(Collectors.joining("; "));
    }

    private String names(List<Notice> seen, Manner.Shown shown) {
        return seen.stream().filter(n -> n.shown == shown).map(n -> n.personId == null ? String.valueOf(n.address)
                : people.person(n.personId).name()).distinct().collect(Collectors.joining(", "));
    }
}
