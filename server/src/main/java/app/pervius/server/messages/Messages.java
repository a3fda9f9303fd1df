package app.pervius.server.messages;

import app.pervius.core.review.Who;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Pace;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

    /**
     * A passage, as far as a message speaks of it.
     *
     * @param what number, revision and title, or the file name before it has a number
     * @param run what happens in one run of a submission's passages is told together
     * @param rule the rule that sends it with its edition, or empty
     * @param paces how soon each rule that tells of it says, empty for as the project says; none where no rule does
     */
    public record About(long project, long submission, long passage, String what, String run, String rule, List<Optional<Pace>> paces) {

        public About {
            paces = List.copyOf(paces);
        }

        /** As soon as the project says. */
        public About(long project, long submission, long passage, String what, String run, String rule) {
            this(project, submission, passage, what, run, rule, List.of());
        }
    }

    private static final ScopedValue<Boolean> GATHERED_LATER = ScopedValue.newInstance();

    private final NoticeRepository notices;
    private final Dispatch dispatch;
    private final People people;
    private final Projects projects;
    private final Settled submissions;
    private final Noting noting;
    private final String address;

    Messages(NoticeRepository notices, Dispatch dispatch, People people, Projects projects, Settled submissions, Noting noting,
            @Value("${pervius.address}") String address) {
        this.notices = notices;
        this.dispatch = dispatch;
        this.people = people;
        this.projects = projects;
        this.submissions = submissions;
        this.noting = noting;
        this.address = address;
    }

    /** Runs {@code work} on a submission that gathers its notices itself once it has settled. */
    public static void gatheredLater(Runnable work) {
        ScopedValue.where(GATHERED_LATER, true).run(work);
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
     * A file that is only kept.
     *
     * @param submission it came with
     * @param paces how soon each rule that tells of it says
     */
    public record AboutFile(long project, long submission, long file, String name, String rule, List<Optional<Pace>> paces) {
        public AboutFile {
            paces = List.copyOf(paces);
        }
    }

    /**
     * Leaves a notice of a file that is only kept, to be told with other things; says whether it did. Where the recipient does not wait it
     * is for the caller to tell of it at once.
     *
     * @param person or else {@code outside}, an address outside the project
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public boolean tellLater(@Nullable Long person, @Nullable String outside, Occasion occasion, AboutFile about, String detail) {
        Notice notice = noted(person, outside, occasion, new Told(about.project(), about.submission(), about.name(), about.rule()), detail);
        notice.gatherKey = "kept";
        notice.fileId = about.file();
        notice.dueAt = noting.due(notice, about.paces()).orElse(null);
        if (notice.dueAt != null) {
            noting.keep(notice);
        }
        return notice.dueAt != null;
    }

    /** What is told of, whatever it is. */
    private record Told(long project, long submission, String what, String rule) {
    }

    private Notice noted(@Nullable Long person, @Nullable String outside, Occasion occasion, Told told, String detail) {
        Notice notice = new Notice();
        notice.projectId = told.project();
        notice.personId = person;
        notice.address = outside;
        notice.occasion = occasion;
        notice.submissionId = told.submission();
        notice.what = told.what();
        notice.detail = detail.length() > 4000 ? detail.substring(0, 3999) + "…" : detail;
        notice.rule = told.rule().length() > MOST_OF_RULES ? told.rule().substring(0, MOST_OF_RULES - 1) + "…" : told.rule();
        return notice;
    }

    private void note(@Nullable Long person, @Nullable String outside, Occasion occasion, About about, String detail) {
        Notice notice = noted(person, outside, occasion, new Told(about.project(), about.submission(), about.what(), about.rule()), detail);
        notice.gatherKey = about.run();
        notice.passageId = about.passage();
        notice.dueAt = noting.due(notice, about.paces()).orElse(null);
        noting.keep(notice);
        if (notice.dueAt == null) {
            gatherAtTheEnd(about.submission());
        }
    }

    /** Once in a transaction for each submission something was told of. */
    private void gatherAtTheEnd(long submission) {
        AtTheEnd mine = new AtTheEnd(submission);
        if (!GATHERED_LATER.isBound() && !TransactionSynchronizationManager.getSynchronizations().contains(mine)) {
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
        Map<Long, List<Notice>> byPassage = group.stream().collect(Collectors.groupingBy(Notice::passage, LinkedHashMap::new,
                Collectors.toList()));
        List<Letter.Line> lines = byPassage.values().stream().limit(MOST_LINES)
                .map(its -> new Letter.Line(its.getFirst().what, details(its), link(its.getFirst()))).toList();
        List<String> rules = group.stream().map(n -> n.rule).filter(r -> !r.isEmpty()).distinct().toList();
        String all = address + (first.occasion.asksToDecide() ? "/desk" : "/passages?submission=" + first.submissionId);
        Letter letter = Letter.write(new Letter.Heading(first.occasion, projects.settings(first.projectId).code(), reference,
                name, all, rules, byPassage.size(), first.personId == null ? "" : address + "/messages"), lines);
        // Every notice is in one message only, so its first notice makes a message unlike any other.
        String unlike = first.submissionId + "/" + (key.length() > 200 ? "" : key + "/") + first.id();
        return dispatch.message(first.projectId, first.personId, first.personId == null ? String.valueOf(first.address)
                : people.person(first.personId).email(), first.occasion, unlike, letter.subject(), letter.text());
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

    private String link(Notice notice) {
        return address + (notice.occasion.asksToDecide() ? "/read/" : "/passages/") + notice.passage();
    }
}
