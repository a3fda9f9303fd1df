package app.pervius.server.store;

import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.SequenceGenerator;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What every row has: an id that is never used twice in the whole database. */
@MappedSuperclass
public abstract class Row {

    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "ids")
    @SequenceGenerator(name = "ids", sequenceName = "ids", allocationSize = 50)
    private @Nullable Long id;

    /** The id; only a row that has been saved has one. */
    public long id() {
        return Objects.requireNonNull(id, "not saved yet");
    }
}
