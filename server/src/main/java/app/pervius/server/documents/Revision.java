package app.pervius.server.documents;

import app.pervius.core.passage.End;
import app.pervius.core.project.InformationState;
import app.pervius.server.passages.Passages;
import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One issue of a document. At most one per document is current in an information state; the database holds to that too. */
@Entity
class Revision extends Row {
    long documentId;
    String code = "";
    int cycle;
    /** How often the code has come: more than once only after it was withdrawn. */
    int attempt = 1;
    /** Taken out or sent back before anybody decided; its code comes again. */
    boolean withdrawn;
    long passageId;
    boolean onItsWay = true;
    @Enumerated(EnumType.STRING)
    @Nullable End outcome;
    @Nullable Integer decisionCode;
    @Nullable String statusCode;
    @Nullable @Enumerated(EnumType.STRING)
    InformationState currentIn;
    @Nullable Long currentFolder;
    @Nullable Instant issuedAt;
    @Version
    int version;
}
