/** The ways to an account: invitations, forgotten passwords, providers of sign-in, and what administrators do about accounts. */
@Feature(uses = {"access", "accounts", "acts", "messages", "outbound", "people", "projects", "refused", "store", "tables"})
@NullMarked
package app.pervius.server.signing;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
