package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import app.pervius.server.access.SecondStep;
import app.pervius.server.refused.Refused;
import app.pervius.server.projects.Projects;
import app.pervius.server.projects.SecondStepFor;
import app.pervius.server.store.Remembered;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The second step of signing in: who has one, and of whom the installation and its projects ask one. */
@Service
@Transactional
public class SecondSteps implements SecondStep {

    private static final String SETTING = "second-step-for";

    /** A second step somebody can prove. */
    public enum Way { PASSKEY, CODE }

    private final AccountBook accounts;
    private final Passkeys passkeys;
    private final Codes codes;
    private final Projects projects;
    private final JdbcClient jdbc;
    private final Remembered<String, Set<SecondStepFor>> remembered = new Remembered<>();

    SecondSteps(AccountBook accounts, Passkeys passkeys, Codes codes, Projects projects, JdbcClient jdbc) {
        this.accounts = accounts;
        this.passkeys = passkeys;
        this.codes = codes;
        this.projects = projects;
        this.jdbc = jdbc;
    }

    /** The second steps an account has. */
    @Transactional(readOnly = true)
    public Set<Way> of(long account) {
        Set<Way> ways = EnumSet.noneOf(Way.class);
        if (!passkeys.of(account).isEmpty()) {
            ways.add(Way.PASSKEY);
        }
        if (accounts.account(account).codes()) {
            ways.add(Way.CODE);
        }
        return ways;
    }

    /** The name Pervius must be reached by for passkeys; empty where there are none. */
    public Optional<String> passkeyHost() {
        return passkeys.host();
    }

    /** Takes all second steps of an account away, for who has lost them. */
    public void forget(long account) {
        passkeys.withdrawAll(account);
        codes.end(account);
    }

    @Override
    @Transactional(readOnly = true)
    public boolean required(Actor actor) {
        Set<SecondStepFor> here = ofInstallation();
        return here.contains(SecondStepFor.ADMINISTRATORS) && actor.administrator()
                || actor.memberships().entrySet().stream().anyMatch(m -> asked(here, m.getValue())
                        || asked(projects.settings(m.getKey()).secondStepFor(), m.getValue()));
    }

    private static boolean asked(Set<SecondStepFor> of, Actor.Membership membership) {
        return of.contains(SecondStepFor.EVERYBODY) || of.contains(SecondStepFor.CONTROLLERS) && membership.controls()
                || of.contains(SecondStepFor.DECIDERS) && membership.decides();
    }

    /** Of whom the installation asks one. */
    @Transactional(readOnly = true)
    public Set<SecondStepFor> ofInstallation() {
        return remembered.get(SETTING, () -> SecondStepFor.read(
                jdbc.sql("select setting_value from installation_setting where setting_key = ?").param(SETTING).query(String.class)
                .optional().orElse("")));
    }

    public void askInstallation(Set<SecondStepFor> whom) {
        remembered.changed();
        if (jdbc.sql("update installation_setting set setting_value = ? where setting_key = ?").params(SecondStepFor.write(whom), SETTING)
                .update() == 0) {
            jdbc.sql("insert into installation_setting (setting_value, setting_key) values (?, ?)")
                    .params(SecondStepFor.write(whom), SETTING).update();
        }
    }

    /** Refuses to take the last second step of somebody of whom one is asked. */
    void mayLose(Actor actor, Way way) {
        Set<Way> has = of(actor.account());
        if (required(actor) && has.equals(Set.of(way)) && (way == Way.CODE || passkeys.of(actor.account()).size() == 1)) {
            throw Refused.conflict("second-step-asked",
                    "A second step is asked of you, and this is your only one. Set up another one first.");
        }
    }
}
