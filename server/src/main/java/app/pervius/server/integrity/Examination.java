package app.pervius.server.integrity;


/** Examines what one feature keeps. */
public interface Examination {

    /** What is examined, as a heading. */
    String subject();

    /** Looks at all of it; says what it has looked at and everything that is not as it must be. Changes nothing. */
    void examine(Findings findings);
}
