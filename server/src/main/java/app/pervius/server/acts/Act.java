package app.pervius.server.acts;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A call that is told in the journal once it has done what it does; with {@link Acting#to} where more is to be said of it. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Act {

    ActKind kind();

    /** What whoever makes the call did, as “changed the role”; what stands in braces is taken from the call's path. */
    String says();
}
