package dev.cuenta.service.body;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A body or an answer whose shape follows from the model, by the name of its schema in the OpenAPI document. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.METHOD, ElementType.PARAMETER})
public @interface OfModel {
    String value();
}
