package app.pervius.core.number;

import app.pervius.core.register.RevisionCode;

/** What station Number wants kept. */
public sealed interface NumberEffect {

    /**
     * A new document gets its number.
     *
     * @param value the counter's value in it
     */
    record Assign(String number, CounterKey counter, long value, RevisionCode first) implements NumberEffect {
    }
}
