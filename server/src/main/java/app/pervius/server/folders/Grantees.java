package app.pervius.server.folders;

/** To whom folders can be opened; the feature that keeps people answers. */
public interface Grantees {

    /** Whether a project has this role. */
    boolean isRole(long project, long role);

    boolean isFirm(long project, long firm);

    /** Whether a person is of the project and active. */
    boolean isMember(long project, long person);
}
