package app.pervius.server.demo;

import app.pervius.server.folders.Folders;
import app.pervius.server.people.FirmDesk;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.setup.FirstProject;
import app.pervius.server.setup.sets.ChosenSets;
import app.pervius.server.setup.sets.MakingProject;
import app.pervius.server.setup.sets.SetEntry;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes a project of a starting set for people of the demo, who are in several projects then. */
@Component
@Profile("demo")
class FurtherProject {

    private static final String CONTROLLER = KestrelWeirPeople.CONTROLLER;

    private final FirstProject projects;
    private final ChosenSets sets;
    private final FirmDesk firms;
    private final PeopleDesk desk;
    private final People people;
    private final RoleDesk roles;
    private final Folders folders;
    private final KestrelWeirPeople everybody;
    private final TransactionTemplate transaction;

    FurtherProject(FirstProject projects, ChosenSets sets, FirmDesk firms, PeopleDesk desk, People people, RoleDesk roles,
            Folders folders, KestrelWeirPeople everybody, TransactionTemplate transaction) {
        this.projects = projects;
        this.sets = sets;
        this.firms = firms;
        this.desk = desk;
        this.people = people;
        this.roles = roles;
        this.folders = folders;
        this.everybody = everybody;
        this.transaction = transaction;
    }

    /** @param contractors people by the codes of their firms */
    StoryActs.Cast make(String code, String name, String set, String firm, Map<String, List<String>> contractors, String decides,
            String decider, String handsIn) {
        return Objects.requireNonNull(transaction.execute(status -> {
            People.PersonView controller = people.person(everybody.id(CONTROLLER));
            FirstProject.Made made = projects.make(new FirstProject.Wanted(new MakingProject.Called(code, name, "Europe/Dublin"),
                    sets.of(new SetEntry(set, null, Map.of(), null, null)), firm, controller.firmName(), CONTROLLER, controller.email()));
            desk.joins(made.controller(), everybody.actor(CONTROLLER).account());
            Map<String, Long> persons = new LinkedHashMap<>(Map.of(CONTROLLER, made.controller()));
            persons.put(decider, join(made.project(), people.person(made.controller()).firmId(), decider));
            long parent = folders.all(made.project()).stream().filter(f -> f.path().equals(FurtherProjects.WORK)).findFirst()
                    .orElseThrow().id();
            contractors.keySet().stream().sorted().forEach(its -> {
                long id = firms.add(made.project(), its, people.firm(everybody.firm(its)).name(), parent);
                Objects.requireNonNull(contractors.get(its)).forEach(who -> persons.put(who, join(made.project(), id, who)));
            });
            hold(made.project(), decides, Stream.of(Objects.requireNonNull(persons.get(decider))));
            hold(made.project(), handsIn, contractors.values().stream().flatMap(List::stream).map(persons::get)
                    .map(Objects::requireNonNull));
            Map<String, Long> places = new HashMap<>();
            folders.all(made.project()).forEach(folder -> places.put(folder.path(), folder.id()));
            return new StoryActs.Cast(persons, places);
        }));
    }

    private long join(long project, long firm, String name) {
        People.PersonView there = people.person(everybody.id(name));
        long person = desk.addPerson(project, new People.NewPerson(firm, name, there.email(), there.job()));
        desk.joins(person, everybody.actor(name).account());
        return person;
    }

    private void hold(long project, String role, Stream<Long> holders) {
        People.RoleView its = people.roles(project).stream().filter(r -> r.name().equals(role)).findFirst().orElseThrow();
        roles.setHolders(project, its.id(), holders.toList(), its.version());
    }
}
