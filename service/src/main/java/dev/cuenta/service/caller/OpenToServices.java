package dev.cuenta.service.caller;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A request that services may make, as far as their contract goes. Every other one is refused to them. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface OpenToServices {
    /** Without which part of a contract the request comes to nothing; the documents of services without it leave it out. */
    Part with() default Part.ANY;

    /** A part of a contract. */
    enum Part {
        ANY,
        WRITES,
        ASKS,
        DEPENDENTS,
        PICTURES
    }
}
