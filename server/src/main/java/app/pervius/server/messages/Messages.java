package app.pervius.server.messages;

import app.pervius.core.review.Who;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Manner;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Who is told what. Whoever has something to tell leaves notices in its own transaction. The notices for one person about one
 * occasion become one message that goes out: at the end of that transaction, or once the submission has settled where it still moves.
 */
@Service
public class Messages {

    /** The most lines a message lists; beyond them it says how many more there are. */
    private static final int MOST_LINES = 100;
    private static final int MOST_OF_RULES = 220;
    private static final int MOST_DETAIL = 4000;
    private static final int MOST_SUBJECT = 400;

    /**
     * What is told of: a passage, or a file that is only kept.
     *
     * @param passage or else {@code file}
     * @param what number, revision and title, or the file name before it has a number
     * @param run what happens in one run of a submission's passages is told together
     * @param rule the rule that sends it with its edition, or empty
     */
    public record About(long project, long submission, @Nullable Long passage, @Nullable Long file, String what, String run, String rule,
            Manner manner) {

        /** Told without a rule, or as the project says. */
        public About(long project, long submission, long passage, String what, String run, String rule) {
            this(project, submission, passage, null, what, run, rule, Manner.PLAIN);
        }

        public static About kept(long project, long submission, long file, String name) {
            return new About(project, submission, null, file, name, "kept", "", Manner.PLAIN);
        }

        /** The same, told by rules in this manner. */
        public About by(String rules, Manner their) {
            return new About(project, submission, passage, file, what, run, rules, their);
        }

        /** The same, told for a reason. */
        public About because(String why) {
            return by(rule, Manner.because(why));
        }
    }

    private static final ScopedValue<Long> GATHERED_LATER = ScopedValue.newInstance();

    private final NoticeRepository notices;
    private final Dispatch dispatch;
    private final People people;
    private final Projects projects;
    private final Settled submissions;
    private final Noting noting;
    private final Openly openly;
    private final PassagesNow passages;
    private final String address;

    Messages(NoticeRepository notices, Dispatch dispatch, People people, Projects projects, Settled submissions, Noting noting,
            Openly openly, PassagesNow passages, @Value("${pervius.address}") String address) {
        this.notices = notices;
        this.dispatch = dispatch;
        this.people = people;
        this.projects = projects;
        this.submissions = submissions;
        this.noting = noting;
        this.openly = openly;
        this.passages = passages;
        this.address = address;
    }

    /** Runs {@code work} on a submission that gathers its notices itself once it has settled; what it tells of others goes with it. */
    public static void gatheredLater(long submission, Runnable work) {
        ScopedValue.where(GATHERED_LATER, submission).run(work);
    }

    /** Leaves a notice for each person, once, in the transaction of what it tells of. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tell(Collection<Long> persons, Occasion occasion, About about, String detail) {
        new LinkedHashSet<>(persons).forEach(person -> note(person, null, occasion, about, detail));
    }

    /** The same for people who are known by their address only. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tellOutside(Collection<String> addresses, Occasion occasion, About about, String detail) {
        new LinkedHashSet<>(addresses).forEach(address -> note(null, address, occasion, about, detail));
    }

    /**
     * Whether somebody would be told later, with other things, if it happened now.
     *
     * @param person absent for an address outside the project
     */
    public boolean gathered(long project, @Nullable Long person, Occasion occasion, Manner manner) {
        return noting.due(project, person, occasion, manner).isPresent();
    }

    private void note(@Nullable Long person, @Nullable String outside, Occasion occasion, About about, String detail) {
        Notice notice = new Notice();
        notice.projectId = about.project();
        notice.personId = person;
        notice.address = outside;
        notice.occasion = occasion;
        notice.submissionId = about.submission();
        notice.passageId = about.passage();
        notice.fileId = about.file();
        notice.gatherKey = about.run();
        notice.what = about.what();
        notice.detail = cut(detail, MOST_DETAIL);
        notice.rule = cut(about.rule(), MOST_OF_RULES);
        notice.subject = cut(about.manner().subject(), MOST_SUBJECT);
        notice.important = about.manner().important();
        notice.shown = about.manner().shown();
        notice.because = cut(about.manner().because().isEmpty() ? occasion.because() : about.manner().inWords(), MOST_SUBJECT);
        notice.dueAt = noting.due(about.project(), person, occasion, about.manner()).orElse(null);
        noting.keep(notice);
        if (notice.dueAt == null) {
            gatherAtTheEnd(about.submission());
        }
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }

    /** Once in a transaction for each submission something was told of. */
    private void gatherAtTheEnd(long submission) {
        AtTheEnd mine = new AtTheEnd(submission);
        if (GATHERED_LATER.orElse(0L) != submission && !TransactionSynchronizationManager.getSynchronizations().contains(mine)) {
            TransactionSynchronizationManager.registerSynchronization(mine);
        }
    }

    /** Makes messages of what was told of a submission, before the transaction ends. */
    private final class AtTheEnd implements TransactionSynchronization {
        private final long submission;

        AtTheEnd(long submission) {
            this.submission = submission;
        }

        @Override
        public void beforeCommit(boolean readOnly) {
            submissions.settled(submission).ifPresent(reference -> gather(submission, reference));
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof AtTheEnd its && its.submission == submission;
        }

        @Override
        public int hashCode() {
            return Long.hashCode(submission);
        }
    }

    /** Makes messages of all notices of a submission that have none yet, and puts them on their way; for whoever settles submissions. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void gather(long submission, String reference) {
        Map<String, List<Notice>> groups = new LinkedHashMap<>();
        for (Notice notice : notices.findBySubmissionIdAndMessageIdIsNullAndDueAtIsNullOrderById(submission)) {
            groups.computeIfAbsent((notice.personId == null ? notice.address : notice.personId) + "/" + notice.occasion + "/"
                    + notice.gatherKey, k -> new ArrayList<>()).add(notice);
        }
        Gathering.merge(groups);
        groups.forEach((key, group) -> {
            Message message = dispatch.put(write(key, group, reference));
            group.forEach(notice -> notice.messageId = message.id());
        });
    }

    /**
     * Sends a message that is about no passage, once for each key, in the transaction of what it tells of.
     *
     * @param place where the link at its end leads, within Pervius
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void send(long project, Collection<Long> persons, Occasion occasion, String key, String subject, String text, String place) {
        new LinkedHashSet<>(persons).forEach(id -> dispatch.put(dispatch.message(project, id, people.person(id).email(), occasion,
                key + "/" + id, subject,
                text + address + place + "\n")));
    }

    /** The same to people who are known by their address only. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void sendOutside(long project, Collection<String> addresses, Occasion occasion, String key, String subject, String text,
            String place) {
        new LinkedHashSet<>(addresses).forEach(at -> dispatch.put(dispatch.message(project, null, at, occasion, key + "/" + at, subject,
                text + address + place + "\n")));
    }

    private Message write(String key, List<Notice> group, String reference) {
        Notice first = group.getFirst();
        String name = first.personId == null ? String.valueOf(first.address) : people.person(first.personId).name();
        Map<Object, List<Notice>> byThing = group.stream().collect(Collectors.groupingBy(Notice::thing, LinkedHashMap::new,
                Collectors.toList()));
        Map<Long, PassagesNow.Now> kept = passages.files(group.stream().map(n -> n.fileId).filter(Objects::nonNull).distinct().toList());
        List<Letter.Line> lines = byThing.values().stream().limit(MOST_LINES).map(its -> line(its, kept)).toList();
        List<String> rules = group.stream().map(n -> n.rule).filter(r -> !r.isEmpty()).distinct().toList();
        String all = first.fileId != null && kept.containsKey(first.fileId) ? address + "/folders/" + kept.get(first.fileId).folder()
                : address + (first.occasion.asksToDecide() ? "/desk" : "/passages?submission=" + first.submissionId);
        Letter letter = Letter.write(new Letter.Heading(first.occasion, projects.settings(first.projectId).code(), reference,
                name, all, rules, byThing.size(), Notice.reasons(group), first.personId == null ? "" : address + "/messages"), lines,
                Notice.subject(group.stream().filter(n -> n.occasion == first.occasion).toList(), byThing.size()));
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
            return new Letter.Line(first.what, said, address + (first.occasion.asksToDecide() ? "/read/" : "/passages/") + first.passageId);
        }
        PassagesNow.Now at = kept.get(first.fileId);
        return at == null ? new Letter.Line(first.what, said, address + "/folders")
                : new Letter.Line(first.what, "In " + at.path() + (said.isBlank() ? "" : "\n" + said), address + "/folders/" + at.folder());
    }
}
