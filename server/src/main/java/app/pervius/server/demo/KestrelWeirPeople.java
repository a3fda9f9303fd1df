package app.pervius.server.demo;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.people.RoleRights;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The firms and people of the demo, by their codes and names. */
@Component
@Profile("demo")
class KestrelWeirPeople {
    private final Map<String, Long> firms = new LinkedHashMap<>();

    private final Map<String, Long> persons = new LinkedHashMap<>();

    private final List<Somebody> everybody = new ArrayList<>();

    /** Somebody of the demo, and what there is to do for that person. */
    record Somebody(long id, String toDo) {
    }

    private final PeopleDesk desk;
    private final RoleDesk roles;
    private final AccountBook book;
    private final Accounts accounts;

    KestrelWeirPeople(PeopleDesk desk, RoleDesk roles, AccountBook book, Accounts accounts) {
        this.desk = desk;
        this.roles = roles;
        this.book = book;
        this.accounts = accounts;
    }


    List<Somebody> everybody() {
        return List.copyOf(everybody);
    }

    long role(long project, String name, String holder) {
        long role = roles.addRole(project, name, name.equals("Site team") ? RoleRights.AUTHOR : RoleRights.REVIEWER);
        roles.setHolders(project, role, List.of(id(holder)), 0);
        return role;
    }

    void firm(long project, String code, String name) {
        firms.put(code, desk.addFirm(project, code, name));
    }

    void person(long project, String firm, String name, String job, String toDo) {
        String email = java.text.Normalizer.normalize(name, java.text.Normalizer.Form.NFD).replaceAll("\\p{M}", "").replace("Ł", "L")
                .replace("ł", "l")
                .toLowerCase(java.util.Locale.ROOT).replaceAll("[^a-z]+", ".") + "@" + firm.toLowerCase(java.util.Locale.ROOT) + ".example";
        long id = desk.addPerson(project, new People.NewPerson(Objects.requireNonNull(firms.get(firm)), name, email, job));
        desk.joins(id, book.make(name, email, job.equals("Administrator")));
        persons.put(name, id);
        everybody.add(new Somebody(id, toDo));
    }

    long id(String person) {
        return Objects.requireNonNull(persons.get(person), person);
    }

    /** The firm of a code. */
    long firm(String code) {
        return Objects.requireNonNull(firms.get(code), code);
    }

    Map<String, Long> firms() {
        return Map.copyOf(firms);
    }

    Map<String, Long> persons() {
        return Map.copyOf(persons);
    }

    Actor actor(String person) {
        return accounts.ofPerson(id(person)).orElseThrow();
    }

    void hold(long project, long role, String... holders) {
        roles.setHolders(project, role, Stream.of(holders).map(this::id).toList(), 0);
    }
}
