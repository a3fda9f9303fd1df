package app.pervius.server.demo;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.accounts.AccountBook;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.people.RoleDesk;
import app.pervius.server.people.RoleRights;
import app.pervius.server.projects.Projects;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The firms and people of the demo, by their codes and names. */
@Component
@Profile("demo")
class KestrelWeirPeople {

    static final String CONTROLLER = "Mirela Draganova";

    private final Map<String, Long> firms = new LinkedHashMap<>();

    private final Map<String, Long> persons = new LinkedHashMap<>();

    private final List<Somebody> everybody = new ArrayList<>();

    /** Somebody of the demo, and what there is to do for that person. */
    record Somebody(long id, String toDo) {
    }

    private record Part(String firm, String name, String job, String toDo) {
    }

    private static final List<Part> PARTS = List.of(
            new Part("KWB", CONTROLLER, "Document controller", "Set the rules, put right what is stopped"),
            new Part("KWB", "Henrike Solvangen", "Lead hydraulics engineer", "Review hydraulic drawings"),
            new Part("KWB", "Kwabena Adofori", "Lead civil engineer", "Review civil drawings"),
            new Part("KWB", "Tomasz Łęgowicz", "Project engineer", "Approve what has been reviewed"),
            new Part("FNK", "Yusuf Karaderin", "Hydraulic designer", "Drop drawings, see where they are"),
            new Part("FNK", "Linnéa Åkerström-Vass", "Design lead", ""),
            new Part("ALD", "Priya Venkatarangan", "Civil designer", "Drop drawings, answer what came back"),
            new Part("ALD", "Bảo Trần Vĩnh", "Draughtsman", ""),
            new Part("BRK", "Giorgi Tskalishvili", "Controls engineer", "Answer what came back"),
            new Part("DNM", "Oluwaseun Finchley-Ade", "Site engineer", "See why a file was stopped"),
            new Part("DNM", "Marisol Quintavalle", "Quality manager", ""),
            new Part("KWB", "Aoife Ní Raghnaill", "Administrator", ""));

    private final PeopleDesk desk;
    private final RoleDesk roles;
    private final AccountBook book;
    private final Accounts accounts;
    private final People people;
    private final Projects projects;

    KestrelWeirPeople(PeopleDesk desk, RoleDesk roles, AccountBook book, Accounts accounts, People people, Projects projects) {
        this.desk = desk;
        this.roles = roles;
        this.book = book;
        this.accounts = accounts;
        this.people = people;
        this.projects = projects;
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

    /** Everybody comes into the project, each with an account. */
    void come(long project) {
        for (Part part : PARTS) {
            long id = desk.addPerson(project, new People.NewPerson(firm(part.firm()), part.name(), email(part), part.job()));
            desk.joins(id, book.make(part.name(), email(part), part.job().equals("Administrator")));
            isThere(id, part);
        }
    }

    /** Finds everybody in a demo that was made before; says whether there is one. */
    boolean find() {
        if (book.nobodyYet()) {
            return false;
        }
        Map<String, Long> ids = new HashMap<>();
        projects.all(desk.projectsOf(book.byEmail(email(PARTS.getFirst())).orElseThrow().id())).stream()
                .filter(project -> project.code().equals(KestrelWeirProject.CODE)).findFirst()
                .ifPresent(project -> people.membersOf(project.id()).forEach(member -> ids.put(member.name(), member.id())));
        PARTS.forEach(part -> isThere(Objects.requireNonNull(ids.get(part.name()), part.name()), part));
        return true;
    }

    private void isThere(long id, Part part) {
        persons.put(part.name(), id);
        everybody.add(new Somebody(id, part.toDo()));
    }

    private static String email(Part part) {
        return Normalizer.normalize(part.name(), Normalizer.Form.NFD).replaceAll("\\p{M}", "").replace("Ł", "L").replace("ł", "l")
                .toLowerCase(Locale.ROOT).replaceAll("[^a-z]+", ".") + "@" + part.firm().toLowerCase(Locale.ROOT) + ".example";
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
