package app.pervius.server.people;

import java.util.List;

/** A feature in which people have something to do; it is asked before one leaves a project. */
public interface PersonUse {

    /** What hangs on a person in a project, in sentences; each has to be dealt with before the person leaves. */
    List<String> hangingOn(long project, long person);
}
