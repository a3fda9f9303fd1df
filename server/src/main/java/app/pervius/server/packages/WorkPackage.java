package app.pervius.server.packages;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

@Entity
class WorkPackage extends Row {

    long projectId;
    @Enumerated(EnumType.STRING)
    Kind kind = Kind.WORK_PACKAGE;
    String code = "";
    String title = "";
    @Nullable Long firmId;
    String templateKey = "";
    /** The edition of the template its folders were made from or brought up to last; 0 while there are none. */
    int templateEdition;
    long parentFolder;
    @Nullable Long folderId;
    String givenValues = "{}";
    /** Why its folders could not be made; absent unless that is so. */
    @Nullable String failed;
    long madeBy;
    Instant madeAt = Instant.EPOCH;
    @Version
    int version;
}
