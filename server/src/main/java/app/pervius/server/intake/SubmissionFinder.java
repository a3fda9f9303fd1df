package app.pervius.server.intake;

import app.pervius.server.access.Actor;
import app.pervius.server.people.People;
import app.pervius.server.search.Finder;
import app.pervius.server.store.Portions;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** Finds submissions by their reference, or by what is in their purpose. */
@Component
class SubmissionFinder implements Finder {

    private final SubmissionRepository submissions;
    private final People people;

    SubmissionFinder(SubmissionRepository submissions, People people) {
        this.submissions = submissions;
        this.people = people;
    }

    @Override
    public Kind kind() {
        return Kind.SUBMISSION;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        List<Long> all = submissions.found(project, actor.seenFirms(project), text.strip().toLowerCase(Locale.ROOT), Limit.of(COUNTED + 1));
        return Found.of(all, most, ids -> Portions.of(ids, submissions::findAllById).stream()
                .sorted(Comparator.comparing(Submission::id).reversed())
                .map(s -> {
            People.PersonView author = people.person(s.authorId);
            return new Hit(null, null, s.reference, author.name() + ", " + author.firmCode()
                    + (s.purpose.isEmpty() ? "" : ": " + s.purpose), "/passages?submission=" + s.id());
        }).toList());
    }
}
