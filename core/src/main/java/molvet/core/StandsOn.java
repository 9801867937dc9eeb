package molvet.core;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Says of a room, on its package, which rooms it knows: these, and those that they stand on. What it imports and, on the
 * server, which tables its SQL names is held to that by tests.
 */
@Target(ElementType.PACKAGE)
@Retention(RetentionPolicy.RUNTIME)
public @interface StandsOn {
    String[] value();
}
