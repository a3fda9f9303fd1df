package app.pervius.server.messages;

import app.pervius.core.tell.Digest;
import app.pervius.core.tell.Letter;
import app.pervius.core.tell.Occasion;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.store.CrashPoint;
import app.pervius.server.store.Portions;
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
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Makes one message of all that has gathered for somebody. */
@Component
class DigestWriting {

    private final NoticeRepository notices;
    private final Noting noting;
    private final Dispatch dispatch;
    private final PassagesNow passages;
    private final People people;
    private final Projects projects;
    private final Openly openly;
    private final String address;

    DigestWriting(NoticeRepository notices, Noting noting, Dispatch dispatch, PassagesNow passages, People people, Projects projects,
            Openly openly, @Value("${pervius.address}") String address) {
        this.notices = notices;
        this.noting = noting;
        this.dispatch = dispatch;
        this.passages = passages;
        this.people = people;
        this.projects = projects;
        this.openly = openly;
        this.address = address;
    }

    /** Makes a message for each of them, in one transaction. */
    void write(List<NoticeRepository.Recipient> recipients) {
        // Many are told of the same.
        Map<Long, PassagesNow.Now> passagesNow = new HashMap<>();
        Map<Long, PassagesNow.Now> filesNow = new HashMap<>();
        Map<Long, Long> messages = new LinkedHashMap<>();
        recipients.forEach(to -> write(to, passagesNow, filesNow, messages));
        noting.told(messages);
        CrashPoint.DIGEST_MADE.reached();
    }

    /** All that waits for the recipient goes with what is due: it comes sooner than said, never later, and as one message. */
    private void write(NoticeRepository.Recipient to, Map<Long, PassagesNow.Now> passagesNow, Map<Long, PassagesNow.Now> filesNow,
            Map<Long, Long> messages) {
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
        List<Long> untold = waiting.stream().filter(n -> !told.contains(n)).map(Notice::id).toList();
        Portions.each(untold, notices::deleteAllByIdInBatch);
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
        told.forEach(n -> messages.put(n.id(), message.id()));
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
                : (first.occasion.isDoneReading() ? "/read/" : "/passages/") + first.passageId), rules, Notice.reasons(its));
    }

    /** What is said of one thing; who else was told where recipients see each other. */
    private String said(List<Notice> its) {
        String said = Letters.details(its);
        String others = openly.others(its);
        return others.isEmpty() ? said : said + (said.isBlank() ? "" : "\n") + others;
    }
}
