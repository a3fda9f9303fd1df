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
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
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
    /** So many people's messages are made in one transaction, and go over one connection. */
    private static final int TOGETHER = 50;

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
            transaction.executeWithoutResult(status -> gather(recipients));
            return recipients.size();
        } catch (RuntimeException e) {
            LOG.debug("what has gathered for {} is told one by one", recipients.size(), e);
            return (int) recipients.stream().filter(this::gathered).count();
        }
    }

    private boolean gathered(NoticeRepository.Recipient recipient) {
        try {
            transaction.executeWithoutResult(status -> gather(List.of(recipient)));
            return true;
        } catch (RuntimeException e) {
            LOG.warn("what has gathered for {} could not be told; it is tried again", recipient.getPerson() == null ? recipient.getAddress()
                    : recipient.getPerson(), e);
            return false;
        }
    }

    private void gather(List<NoticeRepository.Recipient> recipients) {
        // Many are told of the same.
        Map<Long, PassagesNow.Now> passagesNow = new HashMap<>();
        Map<Long, PassagesNow.Now> filesNow = new HashMap<>();
        recipients.forEach(to -> gather(to, passagesNow, filesNow));
    }

    /** All that waits for the recipient goes with what is due: it comes sooner than said, never later, and as one message. */
    private void gather(NoticeRepository.Recipient to, Map<Long, PassagesNow.Now> passagesNow, Map<Long, PassagesNow.Now> filesNow) {
        List<Notice> waiting = to.getPerson() == null ? notices.waitingFor(to.getProject(), String.valueOf(to.getAddress()))
                : notices.waitingFor(to.getProject(), to.getPerson());
        Optional<People.PersonView> person = Optional.ofNullable(to.getPerson()).map(people::person);
        Map<Object, List<Notice>> byThing = waiting.stream().collect(Collectors.groupingBy(Notice::thing, LinkedHashMap::new,
                Collectors.toList()));
        know(passagesNow, waiting.stream().map(n -> n.passageId).filter(Objects::nonNull).toList(), passages::now);
        know(filesNow, waiting.stream().map(n -> n.fileId).filter(Objects::nonNull).toList(), passages::files);
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
        notices.told(told.stream().map(Notice::id).toList(), message.id());
        CrashPoint.DIGEST_MADE.reached();
    }

    private static void know(Map<Long, PassagesNow.Now> known, List<Long> of, Function<Collection<Long>, Map<Long, PassagesNow.Now>> ask) {
        List<Long> unknown = of.stream().distinct().filter(id -> !known.containsKey(id)).toList();
        if (!unknown.isEmpty()) {
            known.putAll(ask.apply(unknown));
        }
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
