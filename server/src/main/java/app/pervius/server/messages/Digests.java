package app.pervius.server.messages;

import app.pervius.core.tell.Digest;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.server.due.Look;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.time.Duration;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
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
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes one message of all that has gathered for somebody once the first of it is due. */
@Component
class Digests implements Look {

    static final String KEY = "digests";
    private static final Logger LOG = LoggerFactory.getLogger(Digests.class);
    private static final Duration EVERY = Duration.ofMinutes(1);
    private static final int MOST_AT_ONCE = 500;

    /** For whom something is due: a person of a project, or an address outside it. */
    private record Recipient(long project, @Nullable Long person, @Nullable String address) {
    }

    /** What is told of: a passage, or a file that is only kept. */
    private record About(@Nullable Long passage, @Nullable Long file) {
    }

    private final NoticeRepository notices;
    private final Dispatch dispatch;
    private final PassagesNow passages;
    private final People people;
    private final Projects projects;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final TransactionTemplate transaction;
    private final String address;

    Digests(NoticeRepository notices, Dispatch dispatch, PassagesNow passages, People people, Projects projects, JdbcClient jdbc,
            InstantSource clock, TransactionTemplate transaction, @Value("${pervius.address}") String address) {
        this.notices = notices;
        this.dispatch = dispatch;
        this.passages = passages;
        this.people = people;
        this.projects = projects;
        this.jdbc = jdbc;
        this.clock = clock;
        this.transaction = transaction;
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
            List<Recipient> due = due();
            // What cannot be written is left for the next look, and holds up nobody else.
            more = due.stream().filter(this::gathered).count() == MOST_AT_ONCE;
        }
    }

    private boolean gathered(Recipient recipient) {
        try {
            transaction.executeWithoutResult(status -> gather(recipient));
            return true;
        } catch (RuntimeException e) {
            LOG.warn("what has gathered for {} could not be told; it is tried again", recipient, e);
            return false;
        }
    }

    private List<Recipient> due() {
        OffsetDateTime now = clock.instant().atOffset(ZoneOffset.UTC);
        return jdbc.sql("""
                select distinct project_id, person_id, address from notice where due_at <= ? and message_id is null
                fetch first ? rows only""").params(now, MOST_AT_ONCE)
                .query((row, n) -> new Recipient(row.getLong("project_id"), row.getObject("person_id", Long.class),
                        row.getString("address"))).list();
    }

    /** All that waits for the recipient goes with what is due: it comes sooner than said, never later, and as one message. */
    private void gather(Recipient to) {
        List<Notice> waiting = to.person() == null ? notices.waitingFor(to.project(), String.valueOf(to.address()))
                : notices.waitingFor(to.project(), to.person());
        Optional<People.PersonView> person = Optional.ofNullable(to.person()).map(people::person);
        Map<About, List<Notice>> byThing = waiting.stream().collect(Collectors.groupingBy(n -> new About(n.passageId, n.fileId),
                LinkedHashMap::new, Collectors.toList()));
        Map<Long, PassagesNow.Now> passagesNow = passages.now(byThing.keySet().stream().map(About::passage).filter(Objects::nonNull)
                .toList());
        Map<Long, PassagesNow.Now> filesNow = passages.files(byThing.keySet().stream().map(About::file).filter(Objects::nonNull).toList());
        Set<Notice> told = new LinkedHashSet<>();
        List<Digest.Item> items = new ArrayList<>();
        byThing.forEach((thing, its) -> {
            PassagesNow.Now at = thing.passage() == null ? filesNow.get(thing.file()) : passagesNow.get(thing.passage());
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
        Letter letter = Digest.write(projects.settings(to.project()).code(), person.map(People.PersonView::name)
                .orElse(String.valueOf(to.address())), items, to.person() == null ? "" : address + "/messages");
        Message message = dispatch.put(dispatch.message(to.project(), to.person(), person.map(People.PersonView::email)
                .orElse(String.valueOf(to.address())), told.iterator().next().occasion, "digest/" + told.iterator().next().id(),
                letter.subject(),
                letter.text()));
        told.forEach(notice -> notice.messageId = message.id());
    }

    private boolean may(Recipient to, List<Notice> its, PassagesNow.Now at) {
        return to.person() == null || its.stream().anyMatch(n -> n.occasion == Occasion.ISSUED)
                || people.maySee(to.project(), to.person(), at.firm());
    }

    private Digest.Item item(List<Notice> its, PassagesNow.Now at) {
        Notice first = its.stream().min(Comparator.comparing(n -> Gathering.rank(n.occasion))).orElseThrow();
        List<String> rules = its.stream().map(n -> n.rule).filter(r -> !r.isEmpty()).distinct().toList();
        return new Digest.Item(at.path(), address + "/folders/" + at.folder(), first.occasion, first.what + (at.gone()
                ? " (taken out since)" : ""), Messages.details(its), address + (first.passageId == null ? "/folders/" + at.folder()
                : "/passages/" + first.passageId), rules);
    }
}
