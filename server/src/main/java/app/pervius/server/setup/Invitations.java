package app.pervius.server.setup;

import app.pervius.core.tell.Occasion;
import app.pervius.server.access.Actor;
import app.pervius.server.http.Problem;
import app.pervius.server.messages.Messages;
import app.pervius.server.people.People;
import app.pervius.server.people.PeopleDesk;
import app.pervius.server.projects.Projects;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.InstantSource;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Invitations by mail: a link with which a person who has no password yet sets one, once, within a week. */
@Service
@Transactional
class Invitations {

    private static final Duration GOOD_FOR = Duration.ofDays(7);

    private record Pending(long person, OffsetDateTime until) {
    }

    private final People people;
    private final PeopleDesk desk;
    private final Projects projects;
    private final Messages messages;
    private final JdbcClient jdbc;
    private final InstantSource clock;
    private final SecureRandom random = new SecureRandom();

    Invitations(People people, PeopleDesk desk, Projects projects, Messages messages, JdbcClient jdbc, InstantSource clock) {
        this.people = people;
        this.desk = desk;
        this.projects = projects;
        this.messages = messages;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Invites a person of a project; an invitation sent before is no longer good. */
    void invite(long project, long person, Actor actor) {
        actor.mustControl(project);
        if (!people.isMember(project, person)) {
            throw Problem.notFound("person");
        }
        if (desk.hasPassword(person)) {
            throw Problem.conflict("has-account", people.person(person).name() + " has set a password already and can sign in.");
        }
        byte[] bytes = new byte[24];
        random.nextBytes(bytes);
        String secret = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        jdbc.sql("delete from invitation where person_id = ?").param(person).update();
        jdbc.sql("insert into invitation (person_id, secret_hash, until_at) values (?, ?, ?)").params(person, hash(secret), clock.instant().plus(GOOD_FOR).atOffset(ZoneOffset.UTC)).update();
        Projects.Settings settings = projects.settings(project);
        messages.send(project, List.of(person), Occasion.STOPPED, "invitation " + hash(secret), "[" + settings.code() + "] You are invited to " + settings.name(),
                "Dear " + people.person(person).name() + ",\n\n" + actor.name() + " invites you to the project " + settings.name()
                        + ". Set a password within 7 days and you are in:\n\n", "/invitation/" + secret);
    }

    /** Who is invited by a secret. */
    @Transactional(readOnly = true)
    People.PersonView invited(String secret) {
        return people.person(pending(secret).person());
    }

    /** The invited person sets a password; the link leads nowhere afterwards. Gives the person. */
    long accept(String secret, String password) {
        Pending pending = pending(secret);
        desk.setPassword(pending.person(), password);
        jdbc.sql("delete from invitation where person_id = ?").param(pending.person()).update();
        return pending.person();
    }

    private Pending pending(String secret) {
        return jdbc.sql("select person_id, until_at from invitation where secret_hash = ?").param(hash(secret))
                .query((row, n) -> new Pending(row.getLong(1), row.getObject(2, OffsetDateTime.class))).optional()
                .filter(p -> p.until().toInstant().isAfter(clock.instant()) && people.person(p.person()).active())
                .orElseThrow(() -> Problem.conflict("invitation-over", "This invitation is no longer good. Ask your document controller for another one."));
    }

    private static String hash(String secret) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
