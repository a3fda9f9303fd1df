package app.pervius.server.numbers;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;

/** A counter: where it began, how it steps and what it gives next. Only {@link Counters} changes it. */
@Entity
class Counter extends Row {
    long projectId;
    String schemeKey = "";
    String combination = "";
    long nextValue;
    long firstValue;
    long step;
    int givenBack;
}
