/** What people sign in with: accounts, passwords, second steps, links, sessions. */
@NullMarked
package app.pervius.server.accounts;

import org.jspecify.annotations.NullMarked;
