package molvet.server.platform;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Says of a text in a call, or of the texts of a list, which words it is one of, for the API document and the page’s types
 * that are made from it. In what is sent, case, blanks and dashes do not matter, see {@link Fields#one}.
 */
@Target(ElementType.RECORD_COMPONENT)
@Retention(RetentionPolicy.RUNTIME)
public @interface OneOf {
    /** The names of an enum. */
    Class<? extends Enum<?>>[] value() default {};

    /** Words that no enum stands for. */
    String[] words() default {};
}
