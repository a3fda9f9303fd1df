package app.pervius.server.demo;

import java.util.Objects;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Kestrel Weir Renewal: its firms, people, folders, routes and rules. What happens in it is told by {@link KestrelWeirHistory}.
 */
@Component
@Profile("demo")
class KestrelWeir {

    private final KestrelWeirProject project;
    private final KestrelWeirPeople people;
    private final KestrelWeirNumbers numbers;
    private final KestrelWeirReviews reviews;
    private final KestrelWeirHistory history;
    private final DemoDays days;
    private final TransactionTemplate transaction;
    private final Environment environment;

    KestrelWeir(KestrelWeirProject project, KestrelWeirPeople people, KestrelWeirNumbers numbers, KestrelWeirReviews reviews,
            KestrelWeirHistory history, DemoDays days, TransactionTemplate transaction, Environment environment) {
        this.project = project;
        this.people = people;
        this.numbers = numbers;
        this.reviews = reviews;
        this.history = history;
        this.days = days;
        this.transaction = transaction;
        this.environment = environment;
    }

    @EventListener(ApplicationReadyEvent.class)
    @Order(100)
    void open() {
        if (!people.find()) {
            make();
        }
        String address = Objects.requireNonNull(environment.getProperty("pervius.address"));
        System.out.println("The Kestrel Weir demo is ready at " + address);
        System.out.println("Sign in as anybody by one click on " + address + "/sign-in");
    }

    private void make() {
        days.at(124);
        long id = Objects.requireNonNull(transaction.execute(status -> project.setUp()));
        numbers.tell(new KestrelWeirNumbers.Cast(id, KestrelWeirNumbers.controller(people.id(KestrelWeirPeople.CONTROLLER),
                KestrelWeirPeople.CONTROLLER, people.firm("KWB"), id), people.firms(), project.place("Work in progress"),
                project.hydraulicDesign()));
        history.tell(new StoryActs.Cast(people.persons(), project.places()), environment.getProperty("pervius.demo.whole", Boolean.class,
                true));
        transaction.executeWithoutResult(status -> reviews.away(id, people.id("Kwabena Adofori"), people.id("Henrike Solvangen")));
    }
}
