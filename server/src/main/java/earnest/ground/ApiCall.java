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

    /** What somebody who writes against it has to know besides; empty if nothing. */
    String more() default "";

    /**
     * What may be asked with in the address: {@code name=an example: what it means}, one for each.
     */
    String[] asked() default {};

    /** Further answers that are no problems, such as {@code 204 nothing yet}. */
    String[] also() default {};

    /** The media types of a file that it gives; empty where it gives JSON. */
    String[] files() default {};

    /**
     * Status and type of each problem that is its own, such as {@code 409 decided}. What every call
     * can answer (signed out, no right, unreadable) is added where it can.
     */
    String[] refuses() default {};

    /** A body that it takes, as JSON; empty where it takes none. */
    String example() default "";
}
