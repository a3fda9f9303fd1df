package app.pervius.core.passage;

import java.util.List;

/** What follows from the effects of a station: changes on the passage itself, and what is to be told. */
public record Follow(List<Change> changes, List<Notice> notices) {

    public static final Follow NOTHING = new Follow(List.of(), List.of());

    public Follow {
        changes = List.copyOf(changes);
        notices = List.copyOf(notices);
    }

    public static Follow of(List<Change> changes) {
        return new Follow(changes, List.of());
    }
}
