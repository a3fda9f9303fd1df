/** What people sign in with: accounts, passwords, second steps, links, sessions. */
@Feature(uses = {"access", "acts", "due", "projects", "refused", "store"})
@NullMarked
package app.pervius.server.accounts;

import app.pervius.server.Feature;
import org.jspecify.annotations.NullMarked;
