package app.pervius.server.accounts;

import app.pervius.server.access.Actor;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Where signing in has come to: in, as {@code actor}, or before a second step, which can be proved in these ways. */
public record SignInStep(@Nullable Actor actor, Set<SecondSteps.Way> ways) {
}
