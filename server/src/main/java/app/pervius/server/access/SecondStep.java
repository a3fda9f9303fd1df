package app.pervius.server.access;

/** Whether somebody has to prove a second step of signing in; the feature that keeps accounts answers. */
public interface SecondStep {

    /** Whether the installation or a project asks for one of whoever may do what this person may. */
    boolean required(Actor actor);
}
