package app.pervius.server.messages;

import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Writes messages of what is told at once. */
@Component
class Letters {

    /** The most lines a message lists; beyond them it says how many more there are. */
    private static final int MOST_LINES = 100;

    private final Dispatch dispatch;
    private final People people;
    private final Projects projects;
    private final Openly openly;
    private final PassagesNow passages;
    private final String address;

    Letters(Dispatch dispatch, People people, Projects projects, Openly openly, PassagesNow passages,
            @Value("${pervius.address}") String address) {
        this.dispatch = dispatch;
        this.people = people;
        this.projects = projects;
        this.openly = openly;
        this.passages = passages;
        this.address = address;
    }

    /** Writes the message that is made of a group of notices, all for one recipient. */
    Message write(String key, List<Notice> group, String reference) {
        Notice first = group.getFirst();
        String name = first.personId == null ? String.valueOf(first.address) : people.person(first.personId).name();
        Map<Object, List<Notice>> byThing = group.stream().collect(Collectors.groupingBy(Notice::thing, LinkedHashMap::new,
                Collectors.toList()));
        Map<Long, PassagesNow.Now> kept = passages.files(group.stream().map(n -> n.fileId).filter(Objects::nonNull).distinct().toList());
        List<Letter.Line> lines = byThing.values().stream().limit(MOST_LINES).map(its -> line(its, kept)).toList();
        List<String> rules = group.stream().map(n -> n.rule).filter(r -> !r.isEmpty()).distinct().toList();
        String all = first.fileId != null && kept.containsKey(first.fileId) ? address + "/folders/" + kept.get(first.fileId).folder()
                : address + (first.occasion.asksToDecide() || first.occasion == Occasion.ASKED ? "/desk"
                        : "/passages?submission=" + first.submissionId);
        Letter letter = Letter.write(new Letter.Heading(first.occasion, projects.settings(first.projectId).code(), reference,
                name, all, rules, byThing.size(), Notice.reasons(group), first.personId == null ? "" : address + "/messages"), lines,
                Letter.subject(group.stream().filter(n -> n.occasion == first.occasion).map(n -> n.subject).toList(), byThing.size()));
        // Every notice is in one message only, so its first notice makes a message unlike any other.
        String unlike = first.submissionId + "/" + (key.length() > 200 ? "" : key + "/") + first.id();
        Message message = dispatch.message(first.projectId, first.personId, first.personId == null ? String.valueOf(first.address)
                : people.person(first.personId).email(), first.occasion, unlike, letter.subject(), letter.text());
        message.important = group.stream().anyMatch(n -> n.important);
        openly.head(message, group);
        return message;
    }

    /** What is said of one passage, each thing once. */
    static String details(List<Notice> notices) {
        List<String> said = new ArrayList<>();
        for (Notice notice : notices) {
            if (said.stream().noneMatch(s -> s.contains(notice.detail))) {
                said.removeIf(notice.detail::contains);
                said.add(notice.detail);
            }
        }
        return String.join("\n", said);
    }

    /** What is said of one thing; a file that is only kept is found in its folder. */
    private Letter.Line line(List<Notice> its, Map<Long, PassagesNow.Now> kept) {
        Notice first = its.getFirst();
        String said = details(its);
        if (first.passageId != null) {
            return new Letter.Line(first.what, said, address
                    + (first.occasion.isDoneReading() ? "/read/" : "/passages/") + first.passageId);
        }
        PassagesNow.Now at = kept.get(first.fileId);
        return at == null ? new Letter.Line(first.what, said, address + "/folders")
                : new Letter.Line(first.what, "In " + at.path() + (said.isBlank() ? "" : "\n" + said), address + "/folders/" + at.folder());
    }
}
