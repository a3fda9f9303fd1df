package app.pervius.server.people;

import app.pervius.server.store.KeepsNames;
import app.pervius.server.store.Portions;
import app.pervius.server.store.Renaming;
import org.springframework.stereotype.Component;

/** Calls people otherwise in the projects they are in. */
@Component
class PeopleNames implements KeepsNames {

    private final PersonRepository people;
    private final PeopleNews news;

    PeopleNames(PersonRepository people, PeopleNews news) {
        this.people = people;
        this.news = news;
    }

    @Override
    public int rename(Renaming renaming) {
        int renamed = 0;
        for (Person person : Portions.of(renaming.persons(), people::findAllById)) {
            news.changed(person.projectId);
            person.name = renaming.name();
            // No two people of a project have the same.
            person.address = person.id() + "." + renaming.address();
            person.addressKey = person.address;
            person.job = "";
            people.saveAndFlush(person);
            renamed++;
        }
        return renamed;
    }
}
