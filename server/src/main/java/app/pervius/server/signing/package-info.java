/** The ways to an account: invitations, forgotten passwords, providers of sign-in, and what administrators do about accounts. */
@NullMarked
package app.pervius.server.signing;

import org.jspecify.annotations.NullMarked;
