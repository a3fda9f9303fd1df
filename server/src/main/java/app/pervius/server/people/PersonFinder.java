package app.pervius.server.people;

import app.pervius.core.register.SearchWords;
import app.pervius.server.access.Actor;
import app.pervius.server.search.Finder;
import java.util.List;
import org.springframework.stereotype.Component;

/** Finds the people of a project by name, address, firm and what they do. */
@Component
class PersonFinder implements Finder {

    private final People people;

    PersonFinder(People people) {
        this.people = people;
    }

    @Override
    public Kind kind() {
        return Kind.PERSON;
    }

    @Override
    public Found find(long project, String text, int most, Actor actor) {
        List<String> wanted = SearchWords.sought(text).stream().map(SearchWords.Sought::whole).toList();
        List<People.PersonView> all = people.membersOf(project).stream().filter(p -> {
            String plain = SearchWords.plain(p.name() + " " + p.email() + " " + p.firmName() + " " + p.job());
            return wanted.stream().allMatch(plain::contains);
        }).toList();
        return Found.of(all, most, its -> its.stream().map(p -> new Hit(null, null, p.name(),
                p.firmName() + (p.job().isEmpty() ? "" : ", " + p.job()) + ", " + p.email(), "/people?person=" + p.id())).toList());
    }
}
