package app.pervius.server.people;

import java.util.List;

/** A feature in which people have something to do; it is asked before one leaves a project. */
public interface PersonUse {

    /**
     * Something that hangs on a person.
     *
     * @param what a sentence
     * @param place where it is put right, within Pervius
     */
    record Hanging(String what, String place) {
    }

    /** What hangs on a person in a project; each has to be dealt with before the person leaves. */
    List<Hanging> hangingOn(long project, long person);
}
