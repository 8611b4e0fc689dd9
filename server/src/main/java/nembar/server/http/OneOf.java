package nembar.server.http;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Says that a text of the API is one of some words: those of an enumeration, as {@link
 * nembar.core.text.Words} writes them, or those that are listed.
 */
@Target({ElementType.RECORD_COMPONENT, ElementType.FIELD})
@Retention(RetentionPolicy.RUNTIME)
public @interface OneOf {
    /** The enumeration; left out where words are listed. */
    Class<? extends Enum<?>> value() default None.class;

    String[] words() default {};

    /** No enumeration. */
    enum None {}
}
