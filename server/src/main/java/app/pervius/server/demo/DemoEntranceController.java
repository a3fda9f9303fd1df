package app.pervius.server.demo;

import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.access.Sessions;
import app.pervius.server.people.People;
import app.pervius.server.refused.Refused;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.context.annotation.Profile;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** In the demo, and only there, anybody can be any demo person by one click. */
@RestController
@RequestMapping("/api/entrance/demo")
@Profile("demo")
class DemoEntranceController {

    private final KestrelWeirPeople demo;
    private final People people;
    private final Sessions sessions;
    private final Accounts accounts;

    DemoEntranceController(KestrelWeirPeople demo, People people, Sessions sessions, Accounts accounts) {
        this.demo = demo;
        this.people = people;
        this.sessions = sessions;
        this.accounts = accounts;
    }

    /** Somebody one can be, and what there is to do for that person. */
    record DemoPerson(long id, String name, String job, String firm, String toDo) {
    }

    record Choice(long person) {
    }

    @GetMapping
    List<DemoPerson> people() {
        return demo.everybody().stream().map(p -> {
            People.PersonView view = people.person(p.id());
            return new DemoPerson(view.id(), view.name(), view.job(), view.firmName(), p.toDo());
        }).toList();
    }

    @PostMapping
    Actor be(@RequestBody Choice choice, HttpServletRequest request, HttpServletResponse response) {
        if (demo.everybody().stream().noneMatch(p -> p.id() == choice.person())) {
            throw Refused.notFound("demo person");
        }
        Actor actor = accounts.ofPerson(choice.person()).orElseThrow(() -> Refused.notFound("demo person"));
        return sessions.begin(actor.account(), true, request, response);
    }
}
