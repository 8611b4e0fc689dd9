package nembar.core.testing;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A test of what holds for everything: its method takes {@link Draws} and is run many times, each
 * time with others. A failure names the seed ({@code -Dnembar.law.seed=} runs that one alone) and
 * tells what goes wrong with the fewest and smallest draws that were found to break it. {@code
 * -Dnembar.law.one-in=} runs one in so many, always the same, and looks for nothing smaller, as
 * mutation tests need it.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@Test
@ExtendWith(LawExtension.class)
public @interface Law {
    int tries() default 200;
}
