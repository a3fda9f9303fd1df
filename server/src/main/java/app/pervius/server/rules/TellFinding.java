package app.pervius.server.rules;

import app.pervius.core.pattern.Compiled;
import app.pervius.core.pattern.Pattern;
import app.pervius.core.pattern.PatternFault;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import app.pervius.core.project.RoleId;
import app.pervius.core.rules.Handling;
import app.pervius.core.rules.Rule;
import app.pervius.core.rules.WatchingRule;
import app.pervius.core.tell.Audience;
import app.pervius.core.tell.TellPlan;
import app.pervius.core.tell.Telling;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whether what a rule tells reaches somebody. */
@Component
class TellFinding implements RuleFinding {

    private final People people;
    private final Projects projects;

    TellFinding(People people, Projects projects) {
        this.people = people;
        this.projects = projects;
    }

    @Override
    public List<Finding> find(long project, Rule rule, Handling handling) {
        TellPlan tell = rule instanceof WatchingRule watching ? watching.tell() : handling.tell();
        List<Finding> found = new ArrayList<>();
        if (rule instanceof WatchingRule beside && beside.copies().isEmpty() && tell.everybody().isEmpty()) {
            found.add(new Finding(true, "tell", "It tells nobody and copies nothing.",
                    "Say who is told, and when; or what is copied where."));
        }
        tell.everybody().forEach(audience -> audience(project, audience, found));
        tell.tellings().forEach(t -> {
            if (t.whom().isEmpty() && !t.inCopy().isEmpty()) {
                found.add(new Finding(true, "tell", "Somebody gets a copy of what is told to nobody.", "Say who is told."));
            }
            text(project, "text", t.text(), t, found);
            text(project, "subject", t.subject(), t, found);
        });
        return found;
    }

    private void text(long project, String part, String pattern, Telling telling, List<Finding> found) {
        if (!pattern.isBlank() && Pattern.compile(pattern, Telling.mergeFields(projects.settings(project)
                .fields())) instanceof Compiled.Faulty(List<PatternFault> faults)) {
            faults.forEach(f -> found.add(new Finding(true, "tell", "The " + part + " on what is " + telling.occasion()
                    .label() + ", at character " + (f.position() + 1) + ": " + f.message() + ".",
                    "Put it right; a backslash before a bracket takes it as it is.")));
        }
    }

    private void audience(long project, Audience audience, List<Finding> found) {
        switch (audience) {
            case Audience.Author(), Audience.Uploader(), Audience.ByMatrix(), Audience.Lead(), Audience.Deciding(),
                    Audience.EarlierHolders(),
                    Audience.Followers() -> { }
            case Audience.Holders(RoleId role) -> {
                if (people.roles(project).stream().noneMatch(r -> r.id() == role.value())) {
                    found.add(new Finding(true, "tell", "A role that is to be told does not exist in this project.", "Choose another."));
                } else if (people.holders(role).isEmpty()) {
                    found.add(new Finding(false, "tell", "Nobody holds “" + people.roleName(role) + "”, so that message goes to nobody.",
                            "Give the role to somebody, or tell others."));
                }
            }
            case Audience.OfFirm(FirmId firm) -> {
                if (people.membersOf(project).stream().noneMatch(p -> p.active() && p.firmId() == firm.value())) {
                    found.add(new Finding(false, "tell", "Nobody of that firm is in the project, so that message goes to nobody.",
                            "Add somebody, or tell others."));
                }
            }
            case Audience.Named(PersonId person) -> {
                if (people.membersOf(project).stream().noneMatch(p -> p.active() && p.id() == person.value())) {
                    found.add(new Finding(true, "tell", "A person who is to be told is not in this project.", "Tell somebody else."));
                }
            }
            case Audience.Outside(String address) -> {
                if (!Audience.Outside.isAddress(address)) {
                    found.add(new Finding(true, "tell", "“" + address + "” is no e-mail address.", "Put it right."));
                }
            }
        }
    }
}
