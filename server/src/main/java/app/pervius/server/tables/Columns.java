package app.pervius.server.tables;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** The columns of a table of things, from left to right: each with its head and what stands in it. */
public final class Columns<T> {

    private record Column<T>(String head, Function<T, Cell> cell) {
    }

    private final ZoneId zone;
    private final List<Column<T>> all = new ArrayList<>();

    /** @param zone the time zone moments are shown in */
    public Columns(ZoneId zone) {
        this.zone = zone;
    }

    public Columns<T> text(String head, Function<T, @Nullable String> value) {
        return with(head, thing -> Cell.of(value.apply(thing)));
    }

    public Columns<T> count(String head, Function<T, @Nullable Integer> value) {
        return with(head, thing -> Cell.of(value.apply(thing)));
    }

    public Columns<T> day(String head, Function<T, @Nullable LocalDate> value) {
        return with(head, thing -> Cell.of(value.apply(thing)));
    }

    /** A column whose head names the time zone. */
    public Columns<T> moment(String head, Function<T, @Nullable Instant> value) {
        return with(Cell.head(head, zone), thing -> Cell.of(value.apply(thing), zone));
    }

    private Columns<T> with(String head, Function<T, Cell> cell) {
        all.add(new Column<>(head, cell));
        return this;
    }

    List<String> heads() {
        return all.stream().map(Column::head).toList();
    }

    List<Cell> row(T thing) {
        return all.stream().map(column -> column.cell().apply(thing)).toList();
    }
}
