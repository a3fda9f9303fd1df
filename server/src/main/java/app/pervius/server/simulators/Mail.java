package app.pervius.server.simulators;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;

/** A mail that the simulator has received. */
@Entity
@Table(name = "mail_room")
class Mail extends Row {
    String mailId = "";
    Instant receivedAt = Instant.EPOCH;
    String sender = "";
    String recipient = "";
    String subject = "";
    /** The addresses in copy, as its heading has them. */
    String inCopy = "";
    boolean important;
    String text = "";
}
