package app.pervius.server;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Says in a feature's {@code package-info} which other features it uses; {@code ServerWallsTest} holds it to that. */
@Target(ElementType.PACKAGE)
@Retention(RetentionPolicy.CLASS)
public @interface Feature {

    /** The last names of their packages, in the order of the alphabet. */
    String[] uses() default {};
}
