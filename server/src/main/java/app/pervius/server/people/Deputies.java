package app.pervius.server.people;

import app.pervius.server.access.Actor;
import app.pervius.server.acts.Acting;
import app.pervius.server.live.Change;
import app.pervius.server.live.Live;
import app.pervius.server.refused.Refused;
import app.pervius.server.store.Remembered;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is away, and who acts for them meanwhile. */
@Service
@Transactional
public class Deputies {

    /** The longest anybody is away at a time, in days. */
    private static final int LONGEST = 400;

    /** A time somebody is away; both days included. */
    public record Away(long id, long person, long deputy, LocalDate from, LocalDate to, String note) {

        boolean on(LocalDate day) {
            return !day.isBefore(from) && !day.isAfter(to);
        }
    }

    private final AbsenceRepository absences;
    private final People people;
    private final Live live;
    private final InstantSource clock;
    /** All that are not over yet, by the day they were asked for on; there are few. */
    private final Remembered<LocalDate, List<Away>> notOver = new Remembered<>();

    Deputies(AbsenceRepository absences, People people, Live live, InstantSource clock) {
        this.absences = absences;
        this.people = people;
        this.live = live;
        this.clock = clock;
    }

    /** The people somebody stands in for today, by the date it is in {@code zone}. */
    @Transactional(readOnly = true)
    public Set<Long> standsInFor(long person, ZoneId zone) {
        LocalDate today = zoned(zone);
        return current().stream().filter(a -> a.deputy() == person && a.on(today)).map(Away::person).collect(Collectors.toSet());
    }

    /** Everybody who is away today, by the date it is in {@code zone}, with who stands in. */
    @Transactional(readOnly = true)
    public Map<Long, Long> today(ZoneId zone) {
        LocalDate today = zoned(zone);
        return current().stream().filter(a -> a.on(today)).collect(Collectors.toMap(Away::person, Away::deputy, (a, b) -> a));
    }

    /** Who stands in for somebody today, by the date it is in {@code zone}; nobody for one who is here. */
    @Transactional(readOnly = true)
    public Optional<Long> of(long person, ZoneId zone) {
        LocalDate today = zoned(zone);
        return current().stream().filter(a -> a.person() == person && a.on(today)).map(Away::deputy).findFirst();
    }

    /** Absences of people that are not over yet. */
    @Transactional(readOnly = true)
    public List<Away> of(Collection<Long> persons) {
        return current().stream().filter(a -> persons.contains(a.person())).toList();
    }

    /** Absences that have begun by the date it is somewhere, and of which who stands in has not been told what waits already. */
    @Transactional(readOnly = true)
    public List<Away> begunUntold() {
        LocalDate furthest = zoned(ZoneOffset.MAX);
        return absences.notOver(zoned(ZoneOffset.UTC).minusDays(1)).stream().filter(a -> !a.told && !a.fromDay.isAfter(furthest))
                .map(a -> new Away(a.id(), a.personId, a.deputyId, a.fromDay, a.toDay, a.note)).toList();
    }

    /** Who stands in has been told; false if that was so already, or the person is here after all. */
    public boolean told(long id) {
        return absences.findById(id).filter(a -> !a.told).map(a -> {
            a.told = true;
            absences.saveAndFlush(a);
            return true;
        }).orElse(false);
    }

    /** Whether somebody is away today, by the date it is in {@code zone}. */
    public boolean isOn(Away away, ZoneId zone) {
        return away.on(zoned(zone));
    }

    /** Somebody will be away. A person says so oneself; a controller says it for others. */
    public long add(long project, Away wanted, Actor actor) {
        if (!actor.is(wanted.person())) {
            actor.mustControl(project);
        }
        Set<Long> members = people.membersOf(project).stream().filter(People.PersonView::active).map(People.PersonView::id)
                .collect(Collectors.toSet());
        if (!members.contains(wanted.person()) || !members.contains(wanted.deputy())) {
            throw Refused.invalid("deputy", "Both have to be in this project.");
        }
        if (wanted.person() == wanted.deputy()) {
            throw Refused.invalid("deputy", "Nobody stands in for oneself.");
        }
        if (wanted.to().isBefore(wanted.from()) || wanted.to().isAfter(wanted.from().plusDays(LONGEST))) {
            throw Refused.invalid("to", "The last day comes after the first, and at most " + LONGEST + " days later.");
        }
        if (wanted.to().isBefore(zoned(ZoneOffset.UTC).minusDays(1))) {
            throw Refused.invalid("to", "That time is over already.");
        }
        Acting.to(project, people.person(wanted.person()).name() + ", " + wanted.from() + " to " + wanted.to() + ", "
                + people.person(wanted.deputy()).name() + " stands in");
        absences.notOverOf(List.of(wanted.person()), wanted.from()).stream().filter(a -> !a.fromDay.isAfter(wanted.to())).findFirst()
                .ifPresent(a -> {
            throw Refused.conflict("away-already", people.person(wanted.person())
                    .name() + " is away from " + a.fromDay + " to " + a.toDay + " already.");
        });
        changed();
        Absence absence = new Absence();
        absence.personId = wanted.person();
        absence.deputyId = wanted.deputy();
        absence.fromDay = wanted.from();
        absence.toDay = wanted.to();
        absence.note = wanted.note().strip();
        absence.madeBy = actor.person(project);
        absence.madeAt = clock.instant();
        return absences.saveAndFlush(absence).id();
    }

    /** The person is here after all. */
    public void remove(long project, long id, Actor actor) {
        Absence absence = absences.findById(id).orElseThrow(() -> Refused.notFound("absence"));
        if (!actor.is(absence.personId)) {
            actor.mustControl(project);
            if (people.membersOf(project).stream().noneMatch(p -> p.id() == absence.personId)) {
                throw Refused.notFound("absence");
            }
        }
        changed();
        Acting.to(project, people.person(absence.personId).name() + ", " + absence.fromDay + " to " + absence.toDay);
        absences.delete(absence);
        absences.flush();
    }

    private List<Away> current() {
        LocalDate day = zoned(ZoneOffset.UTC).minusDays(1);
        return notOver.get(day, () -> absences.notOver(day).stream()
                .map(a -> new Away(a.id(), a.personId, a.deputyId, a.fromDay, a.toDay, a.note)).toList());
    }

    private LocalDate zoned(ZoneId zone) {
        return clock.instant().atZone(zone).toLocalDate();
    }

    private void changed() {
        notOver.changed();
        live.changed(new Change(0, null, Live.Topic.PEOPLE, 0));
    }
}
