package app.pervius.server.http;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * A list whose answer carries a tag (RFC 9110, 8.8.3): asked again with it ({@code If-None-Match}) it is answered 304, without reading
 * anything, where nothing was changed meanwhile. Only for what is made of the database, the caller and the time of day.
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Tagged {
}
