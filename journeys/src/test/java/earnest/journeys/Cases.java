package earnest.journeys;

import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ArgumentsSource;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * A test of many cases, each of which takes long. {@code ./earnest test} takes a fixed sample of
 * them, {@code ./earnest bench long} all that did not pass yet.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@ParameterizedTest(name = "{0}", allowZeroInvocations = true)
@ArgumentsSource(Matrix.class)
@ExtendWith(Matrix.class)
@interface Cases {
    /** The cases; without any there are as many as {@link #times}, named by their numbers. */
    String[] value() default {};

    /** Those of the sample; none where the test itself is not in it. */
    String[] sample() default {};

    /** How often the same is done in full; the sample does it once. */
    int times() default 0;
}
