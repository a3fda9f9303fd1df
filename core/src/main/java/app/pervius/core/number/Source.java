package app.pervius.core.number;

/** A part of a scheme whose value comes neither from a field nor from a counter. */
public sealed interface Source {

    /** What the scheme's pattern calls it. */
    String key();

    String label();

    /** The next value of an uploaded list that no number has had yet. */
    record FromList(String key, String label, String list) implements Source {
    }

    /** What another system answers when it is asked over a connection. */
    record Asked(String key, String label, String connection) implements Source {
    }
}
