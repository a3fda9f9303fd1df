package app.pervius.server.messages;

import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Manner;
import app.pervius.server.people.People;
import app.pervius.server.store.OfTransaction;
import app.pervius.server.store.Portions;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who is told what. Whoever has something to tell leaves notices in its own transaction. The notices for one person about one
 * occasion become one message that goes out: at the end of that transaction, or once the submission has settled where it still moves.
 */
@Service
public class Messages {

    private static final int MOST_OF_RULES = 220;
    private static final int MOST_DETAIL = 4000;
    private static final int MOST_KEY = 200;
    /** The project, as subjects begin with it. */
    private static final Pattern PROJECT = Pattern.compile("^\\[[^\\]]*\\] ");
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
    private final Settled submissions;
    private final Noting noting;
    private final Letters letters;
    private final EntityManager entities;
    private final String address;
    private final OfTransaction<Long> told = OfTransaction.beforeCommit(this::gatherSettled);

    Messages(NoticeRepository notices, Dispatch dispatch, People people, Settled submissions, Noting noting, Letters letters,
            EntityManager entities, @Value("${pervius.address}") String address) {
        this.notices = notices;
        this.dispatch = dispatch;
        this.people = people;
        this.submissions = submissions;
        this.noting = noting;
        this.letters = letters;
        this.entities = entities;
        this.address = address;
    }

    /** Runs {@code work} on a submission that gathers its notices itself once it has settled; what it tells of others goes with it. */
    public static void gatheredLater(long submission, Runnable work) {
        ScopedValue.where(GATHERED_LATER, submission).run(work);
    }

    /** Leaves a notice for each person, once, in the transaction of what it tells of. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tell(Collection<Long> persons, Occasion occasion, About about, String detail) {
        keep(new LinkedHashSet<>(persons).stream().map(person -> note(person, null, occasion, about, detail)).toList());
    }

    /** The same for people who are known by their address only. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tellOutside(Collection<String> addresses, Occasion occasion, About about, String detail) {
        keep(new LinkedHashSet<>(addresses).stream().map(at -> note(null, at, occasion, about, detail)).toList());
    }

    /**
     * Whether somebody would be told later, with other things, if it happened now.
     *
     * @param person absent for an address outside the project
     */
    public boolean gathered(long project, @Nullable Long person, Occasion occasion, Manner manner) {
        return noting.due(project, person, occasion, manner).isPresent();
    }

    private Notice note(@Nullable Long person, @Nullable String outside, Occasion occasion, About about, String detail) {
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
        return notice;
    }

    private void keep(List<Notice> left) {
        noting.keep(left);
        left.stream().filter(notice -> notice.dueAt == null).findFirst().ifPresent(notice -> gatherAtTheEnd(
                Objects.requireNonNull(notice.submissionId)));
    }

    private void gatherAtTheEnd(long submission) {
        if (GATHERED_LATER.orElse(0L) != submission) {
            told.add(submission);
        }
    }

    private static String cut(String text, int most) {
        return text.length() > most ? text.substring(0, most - 1) + "…" : text;
    }

    /** Makes messages of what was told of a submission that does not move any more, before the transaction ends. */
    private void gatherSettled(long submission) {
        submissions.settled(submission).ifPresent(reference -> gather(submission, reference));
    }

    /** Makes messages of all notices of a submission that have none yet, and puts them on their way. */
    private void gather(long submission, String reference) {
        while (gatherOne(submission, reference) > 0) {
            // One recipient after the other, so that a large submission that many are told of is never there as a whole.
        }
    }

    /**
     * Makes messages of the notices for one recipient that have none yet, and puts them on their way; for whoever settles submissions.
     *
     * @return how many notices it were; 0 once nobody is left
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public int gatherOne(long submission, String reference) {
        return notices.atOnce(submission, Limit.of(1)).stream().findFirst().map(to -> {
            Map<String, List<Notice>> groups = new LinkedHashMap<>();
            List<Notice> its = notices.atOnce(submission, to.getPerson(), to.getAddress());
            its.forEach(notice -> groups.computeIfAbsent((notice.personId == null ? notice.address : notice.personId) + "/"
                    + notice.occasion + "/" + notice.gatherKey, k -> new ArrayList<>()).add(notice));
            Gathering.merge(groups);
            // Before they are written, which is not by way of the mapping: it would look through all of them each time.
            its.forEach(entities::detach);
            groups.forEach((key, group) -> {
                long message = dispatch.put(letters.write(key, group, reference)).id();
                Portions.each(group.stream().map(Notice::id).toList(), some -> notices.told(some, message));
            });
            // Whoever gathered at the same time may have left nothing of this one; others may be left.
            return Math.max(1, its.size());
        }).orElse(0);
    }

    /**
     * Sends a message that is about no passage, once for each key, in the transaction of what it tells of; it is in the tray, too.
     *
     * @param subject what mail says; without the project in brackets at its beginning what the tray says
     * @param place where the link at its end leads, within Pervius
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void send(long project, Collection<Long> persons, Occasion occasion, String key, String subject, String text, String place) {
        for (long person : new LinkedHashSet<>(persons)) {
            Message message = dispatch.put(dispatch.message(project, person, people.person(person).email(), occasion, key + "/" + person,
                    subject, text + address + place + "\n"));
            Notice notice = new Notice();
            notice.projectId = project;
            notice.personId = person;
            notice.occasion = occasion;
            notice.gatherKey = cut(key, MOST_KEY);
            notice.what = cut(PROJECT.matcher(subject).replaceFirst(""), MOST_SUBJECT);
            notice.place = place;
            notice.messageId = message.id();
            noting.keep(List.of(notice));
        }
    }

    /** The same to people who are known by their address only. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void sendOutside(long project, Collection<String> addresses, Occasion occasion, String key, String subject, String text,
            String place) {
        new LinkedHashSet<>(addresses).forEach(at -> dispatch.put(dispatch.message(project, null, at, occasion, key + "/" + at, subject,
                text + address + place + "\n")));
    }
}
