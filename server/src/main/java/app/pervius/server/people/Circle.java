package app.pervius.server.people;

import app.pervius.core.project.RoleId;
import java.util.Collection;
import java.util.List;

/** Those around something that is told of; asked only where an audience means them. */
public interface Circle {

    long author();

    /** Who handed it in. */
    long uploader();

    /** The roles the distribution matrix says are told. */
    List<RoleId> told();

    /** The roles the distribution matrix makes lead. */
    List<RoleId> lead();

    /** Whoever has it to decide now. */
    Collection<Long> deciding();

    /** Whoever was told that an earlier revision was issued. */
    Collection<Long> earlier();

    /** Whoever follows it or where it came in. */
    Collection<Long> followers();
}
