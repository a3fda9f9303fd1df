package app.pervius.server.messages;

import app.pervius.core.tell.Digest;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Look;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.CrashPoint;
import java.time.Duration;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes one message of all that has gathered for somebody once the first of it is due. */
@Component
class Digests implements Look {

    static final String KEY = "digests";
    private static final Logger LOG = LoggerFactory.getLogger(Digests.class);
    private static final Duration EVERY = Duration.ofMinutes(1);
    private static final int MOST_AT_ONCE = 500;

    private final NoticeRepository notices;
    private final Dispatch dispatch;
    private final PassagesNow passages;
    private final People people;
    private final Projects projects;
    private final InstantSource clock;
    private final TransactionTemplate transaction;
    private final Openly openly;
    private final String address;

    Digests(NoticeRepository notices, Dispatch dispatch, PassagesNow passages, People people, Projects projects, InstantSource clock,
            TransactionTemplate transaction, Openly openly, @Value("${pervius.address}") String address) {
        this.notices = notices;
        this.dispatch = dispatch;
        this.passages = passages;
        this.people = people;
        this.projects = projects;
        this.clock = clock;
        this.transaction = transaction;
        this.openly = openly;
        this.address = address;
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
            // What cannot be written is left for the next look, and holds up nobody else.
            more = due.stream().filter(this::gathered).count() == MOST_AT_ONCE;
        }
    }

    private boolean gathered(NoticeRepository.Recipient recipient) {
        try {
            transaction.executeWithoutResult(status -> gather(recipient));
            return true;
        } catch (RuntimeException e) {
            LOG.warn("what has gathered for {} could not be told; it is tried again", recipient.getPerson() == null ? recipient.getAddress()
                    : recipient.getPerson(), e);
            return false;
        }
    }

    /** All that waits for the recipient goes with what is due: it comes sooner than said, never later, and as one message. */
    private void gather(NoticeRepository.Recipient to) {
        List<Notice> waiting = to.getPerson() == null ? notices.waitingFor(to.getProject(), String.valueOf(to.getAddress()))
                : notices.waitingFor(to.getProject(), to.getPerson());
        Optional<People.PersonView> person = Optional.ofNullable(to.getPerson()).map(people::person);
        Map<Object, List<Notice>> byThing = waiting.stream().collect(Collectors.groupingBy(Notice::thing, LinkedHashMap::new,
                Collectors.toList()));
        Map<Long, PassagesNow.Now> passagesNow = passages.now(waiting.stream().map(n -> n.passageId).filter(Objects::nonNull).distinct()
                .toList());
        Map<Long, PassagesNow.Now> filesNow = passages.files(waiting.stream().map(n -> n.fileId).filter(Objects::nonNull).distinct()
                .toList());
        Set<Notice> told = new LinkedHashSet<>();
        List<Digest.Item> items = new ArrayList<>();
        byThing.forEach((thing, its) -> {
            Notice one = its.getFirst();
            PassagesNow.Now at = one.passageId == null ? filesNow.get(one.fileId) : passagesNow.get(one.passageId);
            if (at != null && person.map(People.PersonView::active).orElse(true) && may(to, its, at)
                    && !(at.gone() && its.stream().allMatch(n -> n.occasion == Occasion.ARRIVED))) {
                told.addAll(its);
                items.add(item(its, at));
            }
        });
        // Nothing is left to tell of what came and went, or of what may not be seen any more.
        notices.deleteAll(waiting.stream().filter(n -> !told.contains(n)).toList());
        if (items.isEmpty()) {
            return;
        }
        items.sort(Comparator.comparing(Digest.Item::folder));
        Letter letter = Digest.write(projects.settings(to.getProject()).code(), person.map(People.PersonView::name)
                .orElse(String.valueOf(to.getAddress())), items, to.getPerson() == null ? "" : address + "/messages");
        Message message = dispatch.put(dispatch.message(to.getProject(), to.getPerson(), person.map(People.PersonView::email)
                .orElse(String.valueOf(to.getAddress())), told.iterator().next().occasion, "digest/" + told.iterator().next().id(),
                letter.subject(),
                letter.text()));
        message.important = told.stream().anyMatch(n -> n.important);
        told.forEach(notice -> notice.messageId = message.id());
        CrashPoint.DIGEST_MADE.reached();
    }

    private boolean may(NoticeRepository.Recipient to, List<Notice> its, PassagesNow.Now at) {
        return to.getPerson() == null || its.stream().anyMatch(n -> n.occasion == Occasion.ISSUED)
                || people.maySee(to.getProject(), to.getPerson(), at.firm());
    }

    private Digest.Item item(List<Notice> its, PassagesNow.Now at) {
        Notice first = its.stream().min(Comparator.comparing(n -> Gathering.rank(n.occasion))).orElseThrow();
        List<String> rules = its.stream().map(n -> n.rule).filter(r -> !r.isEmpty()).distinct().toList();
        return new Digest.Item(at.path(), address + "/folders/" + at.folder(), first.occasion, first.what + (at.gone()
                ? " (taken out since)" : ""), said(its), address + (first.passageId == null ? "/folders/" + at.folder()
                : "/passages/" + first.passageId), rules, Notice.reasons(its));
    }

    /** What is said of one thing; who else was told where recipients see each other. */
    private String said(List<Notice> its) {
        String said = Letters.details(its);
        String others = openly.others(its);
        return others.isEmpty() ? said : said + (said.isBlank() ? "" : "\n") + others;
    }
}
