package app.pervius.server.reviews.chasing;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Accounts;
import app.pervius.server.access.Actor;
import app.pervius.server.due.Look;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.Deputies;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.reviews.Review;
import java.time.Duration;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Tells who stands in for somebody what waits already when the absence begins; what comes later is told as it comes. */
@Component
public class StandingIn implements Look {

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);
    private static final int MOST_LINES = 100;

    private final Deputies deputies;
    private final WaitingSteps steps;
    private final Accounts accounts;
    private final People people;
    private final Projects projects;
    private final Messages messages;
    private final TransactionTemplate transaction;

    StandingIn(Deputies deputies, WaitingSteps steps, Accounts accounts, People people, Projects projects, Messages messages,
            TransactionTemplate transaction) {
        this.deputies = deputies;
        this.steps = steps;
        this.accounts = accounts;
        this.people = people;
        this.projects = projects;
        this.messages = messages;
        this.transaction = transaction;
    }

    @Override
    public String key() {
        return "deputies";
    }

    @Override
    public Duration every() {
        return Duration.ofSeconds(20);
    }

    @Override
    public void look() {
        deputies.begunUntold().forEach(away -> transaction.executeWithoutResult(status -> tell(away)));
    }

    private void tell(Deputies.Away away) {
        long project = people.projectOf(away.person());
        if (people.isMember(project, away.person()) && deputies.isOn(away, projects.settings(project).zone()) && deputies.told(away.id())) {
            tell(project, away);
        }
    }

    private void tell(long project, Deputies.Away away) {
        Projects.Settings settings = projects.settings(project);
        Actor deputy = accounts.ofPerson(away.deputy()).orElse(null);
        if (deputy == null) {
            return;
        }
        List<Review> waiting = steps.of(project, away.person(), deputy);
        if (waiting.isEmpty()) {
            return;
        }
        String name = people.person(away.person()).name();
        String lines = waiting.stream().limit(MOST_LINES).map(r -> steps.line(r, settings)).collect(Collectors.joining("\n"));
        messages.send(project, List.of(away.deputy()), Occasion.TO_DECIDE, "stands in " + away.id() + " " + project,
                "[" + settings.code() + "] you stand in for " + name + ": " + waiting.size()
                + (waiting.size() == 1 ? " step waits" : " steps wait") + " for a decision",
                "Dear " + people.person(away.deputy()).name() + ",\n\n" + name + " is away until " + DAY.format(away.to())
                + (away.note().isEmpty() ? "" : " (" + away.note() + ")")
                        + ", and you stand in. This waits already:\n\n" + lines
                        + (waiting.size() > MOST_LINES ? "\n  and " + (waiting.size() - MOST_LINES) + " more." : "")
                        + "\n\nIt stands on your Desk: ", "/desk");
    }
}
