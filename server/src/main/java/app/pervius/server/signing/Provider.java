package app.pervius.server.signing;

import app.pervius.server.store.Row;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** A provider of sign-in (OpenID Connect 1.0). */
@Entity
@Table(name = "sign_in_provider")
class Provider extends Row {
    String providerKey = "";
    String name = "";
    String issuer = "";
    String clientId = "";
    /** Encrypted. */
    String clientSecret = "";
    /** Whether its sign-in counts for both steps. */
    boolean bothSteps;
    boolean switchedOn;
    @Version
    int version;
}
