package app.pervius.server.folders;

import org.jspecify.annotations.Nullable;

/** To whom folders can be opened; the feature that keeps people answers. */
public interface Grantees {

    /** Whether a project has this role. */
    boolean isRole(long project, long role);

    boolean isFirm(long project, long firm);

    /** What a role or a firm is called; one of the two is given. */
    String name(long project, @Nullable Long role, @Nullable Long firm);

    /** Whether a person is of the project and active. */
    boolean isMember(long project, long person);
}
