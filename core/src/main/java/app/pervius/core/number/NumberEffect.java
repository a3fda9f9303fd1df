package app.pervius.core.number;

import app.pervius.core.project.FieldValues;
import app.pervius.core.register.RevisionCode;

/** What station Number wants kept. */
public sealed interface NumberEffect {

    /** A new document gets its number and its first revision. */
    record Assign(Drawing drawing, RevisionCode first) implements NumberEffect {
    }

    /** Another system is asked for a part of the number. */
    record Ask(Source.Asked source, FieldValues about) implements NumberEffect {
    }
}
