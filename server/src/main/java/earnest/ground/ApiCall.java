package earnest.ground;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** How a call of the API is described to those who write against it. */
@Documented
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface ApiCall {
    /** Its name, one of its own among all calls. */
    String id();

    /** What it does, in a sentence. */
    String summary();

    /**
     * Status and type of each problem that is its own, such as {@code 409 decided}. What every call
     * can answer (signed out, no right, unreadable) is added where it can.
     */
    String[] refuses() default {};

    /** A body that it takes, as JSON; empty where it takes none. */
    String example() default "";
}
