package app.pervius.server.documents;

import app.pervius.core.review.Who;
import app.pervius.core.tell.Occasion;
import app.pervius.server.messages.ToldOf;
import app.pervius.server.people.People;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Who was told of the revisions of a document, and who holds which. */
@Component
class DocumentTold {
    /** The most messages, and the most lines of a journal. */
    static final int MOST_JOURNAL = 300;

    /** Who was told of which issued revision last, and whether that is still current. */
    record HolderView(String person, String firm, String revision, Instant at, boolean current) {
    }

    /** A message about a revision: to whom, when it was noted, and when it went out, if it has. */
    record DocumentMessage(String revision, String person, Occasion occasion, Instant at, @Nullable Instant sent) {
    }

    private final ToldOf toldOf;
    private final People people;

    DocumentTold(ToldOf toldOf, People people) {
        this.toldOf = toldOf;
        this.people = people;
    }

    List<DocumentMessage> messages(List<Revision> all) {
        Map<Long, Revision> byPassage = all.stream().collect(Collectors.toMap(r -> r.passageId, Function.identity()));
        List<ToldOf.AboutPassage> told = toldOf.about(byPassage.keySet(), MOST_JOURNAL);
        Map<Long, People.PersonView> persons = people.persons(told.stream().map(ToldOf.AboutPassage::person).filter(Objects::nonNull)
                .toList());
        return told.stream().map(m -> new DocumentMessage(Objects.requireNonNull(byPassage.get(m.passage())).code, m.person() == null
                ? String.valueOf(m.address())
                : Objects.requireNonNull(persons.get(m.person())).name(),
                m.occasion(), m.at(), m.sent())).toList();
    }

    List<HolderView> holders(List<Revision> all) {
        Map<Long, Revision> byPassage = all.stream().collect(Collectors.toMap(r -> r.passageId, Function.identity()));
        Map<Object, ToldOf.Told> last = new LinkedHashMap<>();
        toldOf.told(byPassage.keySet(), List.of(Occasion.ISSUED))
                .forEach(told -> last.put(told.person() == null ? String.valueOf(told.address()) : told.person(), told));
        Map<Long, People.PersonView> persons = people.persons(last.values().stream().map(ToldOf.Told::person).filter(Objects::nonNull)
                .toList());
        return last.values().stream().map(told -> {
            Revision revision = Objects.requireNonNull(byPassage.get(told.passage()));
            People.PersonView person = told.person() == null ? null : persons.get(told.person());
            return new HolderView(person == null ? String.valueOf(told.address()) : person.name(), person == null ? "" : person.firmCode(),
                    revision.code, told.at(), revision.currentIn != null);
        }).sorted(Comparator.comparing(HolderView::current).thenComparing(HolderView::person)).toList();
    }
}
