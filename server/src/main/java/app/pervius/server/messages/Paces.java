package app.pervius.server.messages;

import app.pervius.core.tell.Audience;
import app.pervius.core.tell.Occasion;
import app.pervius.core.tell.Pace;
import app.pervius.server.due.Due;
import app.pervius.server.people.People;
import app.pervius.server.projects.Projects;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Remembered;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How soon somebody is told: by the person's own wish where the project allows it, else by the rule, else as the project says. */
@Service
@Transactional
class Paces {

    /** People may choose to wait for a day unless their project says otherwise. */
    private static final int DAY = 24 * 60;

    /**
     * What a project says.
     *
     * @param slowest how long people may choose to wait, in minutes; 0 for not at all
     * @param held whether nothing goes out for now
     * @param replyTo the address answers go to; empty for wherever mail comes from
     * @param version 0 until somebody has said something
     */
    record OfProject(Pace usual, int slowest, boolean held, String replyTo, int version) {
    }

    /** What a person wishes; the zone is the project's where absent. */
    record Wish(Pace pace, @Nullable ZoneId zone, int version) {
    }

    private record Known(OfProject project, Map<Long, Wish> wishes) {
    }

    private final ProjectMessagesRepository ofProjects;
    private final WishRepository wishes;
    private final NoticeRepository notices;
    private final Due due;
    private final Projects projects;
    private final People people;
    private final InstantSource clock;
    private final Remembered<Long, Known> remembered = new Remembered<>();
    private final Remembered<String, Set<Long>> held = new Remembered<>();

    Paces(ProjectMessagesRepository ofProjects, WishRepository wishes, NoticeRepository notices, Due due, Projects projects, People people,
            InstantSource clock) {
        this.ofProjects = ofProjects;
        this.wishes = wishes;
        this.notices = notices;
        this.due = due;
        this.projects = projects;
        this.people = people;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    OfProject ofProject(long project) {
        return known(project).project();
    }

    @Transactional(readOnly = true)
    Optional<Wish> wish(long project, long person) {
        return Optional.ofNullable(known(project).wishes().get(person));
    }

    /**
     * When somebody is told of what happens now; empty for at once.
     *
     * @param person absent for an address outside the project
     * @param ofRules how soon each rule that tells of it says, empty where it leaves that to the project; the soonest counts
     */
    @Transactional(readOnly = true)
    Optional<Instant> due(long project, @Nullable Long person, Occasion occasion, List<Optional<Pace>> ofRules) {
        if (!occasion.mayWait()) {
            return Optional.empty();
        }
        Known known = known(project);
        Optional<Wish> wish = Optional.ofNullable(person).map(known.wishes()::get)
                .filter(w -> w.pace().longest() <= known.project().slowest());
        Pace usual = known.project().usual();
        Pace pace = wish.map(Wish::pace).or(() -> ofRules.stream().map(p -> p.orElse(usual)).reduce(Pace::sooner)).orElse(usual);
        if (pace.atOnce()) {
            return Optional.empty();
        }
        Projects.Settings settings = projects.settings(project);
        return Optional.of(pace.due(clock.instant(), wish.map(Wish::zone).orElse(settings.zone()), settings.calendar()));
    }

    /** The projects of which nothing goes out for now. */
    @Transactional(readOnly = true)
    Set<Long> held() {
        return held.get("held", () -> ofProjects.findByHeldTrue().stream().map(p -> p.projectId).collect(Collectors.toSet()));
    }

    private Known known(long project) {
        return remembered.get(project, () -> new Known(ofProjects.findById(project).map(row -> new OfProject(row.pace(), row.slowest,
                row.held, row.replyTo, row.version + 1)).orElse(new OfProject(Pace.AT_ONCE, DAY, false, "", 0)),
                wishes.findByProjectId(project).stream().collect(Collectors.toMap(w -> w.personId, w -> new Wish(w.pace(),
                        w.zone == null ? null : ZoneId.of(w.zone), w.version + 1)))));
    }

    void say(long project, OfProject wanted) {
        int slowest = wanted.slowest();
        if (slowest < 0 || slowest > DAY) {
            throw Refused.invalid("slowest", "People may choose to wait for up to a day.");
        }
        String replyTo = wanted.replyTo().strip();
        if (!replyTo.isEmpty() && !Audience.Outside.isAddress(replyTo)) {
            throw Refused.invalid("replyTo", "“" + replyTo + "” is no e-mail address.");
        }
        ProjectMessages row = ofProject(project, wanted.version());
        Pace usual = wanted.usual();
        row.minutes = usual.minutes();
        row.atHour = usual.hour().orElse(null);
        row.workingDays = usual.workingDays();
        row.replyTo = replyTo;
        row.slowest = slowest;
        held.changed();
        row.held = wanted.held();
        ofProjects.saveAndFlush(row);
    }

    private ProjectMessages ofProject(long project, int version) {
        if (ofProject(project).version() != version) {
            throw Refused.conflict("changed-meanwhile", "Somebody else has changed how messages go in the meantime. Nothing of yours was "
                    + "saved; look at it as it is now.");
        }
        remembered.changed();
        return ofProjects.findById(project).orElseGet(() -> {
            ProjectMessages first = new ProjectMessages();
            first.projectId = project;
            first.slowest = DAY;
            return first;
        });
    }

    /**
     * A person's own wish; none is as the rules and the project say. What has gathered under the one before goes at once.
     *
     * @param zone an IANA time zone; absent for the project's
     */
    void wish(long project, long person, @Nullable Pace pace, @Nullable String zone, int version) {
        if (!people.isMember(project, person)) {
            throw Refused.notFound("person");
        }
        if (wish(project, person).map(Wish::version).orElse(0) != version) {
            throw Refused.conflict("changed-meanwhile", "You have changed this elsewhere in the meantime; look at it as it is now.");
        }
        int slowest = ofProject(project).slowest();
        if (pace != null && pace.longest() > slowest) {
            throw Refused.invalid("pace", slowest == 0 ? "In this project everybody is told at once."
                    : "In this project nobody waits longer than " + slowest + " minutes.");
        }
        if (zone != null && !zoneOf(zone)) {
            throw Refused.invalid("zone", "“" + zone + "” is not a time zone.");
        }
        remembered.changed();
        notices.goNow(project, person, clock.instant());
        due.by(Digests.KEY, clock.instant());
        if (pace == null) {
            wishes.findById(person).ifPresent(wishes::delete);
            return;
        }
        MessageWish row = wishes.findById(person).orElseGet(MessageWish::new);
        row.personId = person;
        row.projectId = project;
        row.minutes = pace.minutes();
        row.atHour = pace.hour().orElse(null);
        row.workingDays = pace.workingDays();
        row.zone = zone;
        wishes.saveAndFlush(row);
    }

    private static boolean zoneOf(String zone) {
        try {
            return ZoneId.of(zone).getId().contains("/") || zone.equals("UTC");
        } catch (DateTimeException e) {
            return false;
        }
    }
}
