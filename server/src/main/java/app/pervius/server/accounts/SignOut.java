package app.pervius.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;

/** Where else somebody has to be signed out who signs out here. */
public interface SignOut {

    /** The address to go to, for a session that came from elsewhere. */
    Optional<String> next(HttpServletRequest request);
}
