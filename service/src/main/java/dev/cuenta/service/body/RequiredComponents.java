package dev.cuenta.service.body;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.lang.reflect.RecordComponent;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.Version;
import tools.jackson.databind.AnnotationIntrospector;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedParameter;

/** What of a record is not nullable must be in the body: neither left out nor null (what is left out counts as null there). */
public final class RequiredComponents extends AnnotationIntrospector {
    private static final long serialVersionUID = 1L;

    @Override
    public Version version() {
        return Version.unknownVersion();
    }

    @Override
    public JsonSetter.Value findSetterInfo(MapperConfig<?> config, Annotated annotated) {
        return isRequired(annotated) ? JsonSetter.Value.forValueNulls(Nulls.FAIL) : JsonSetter.Value.empty();
    }

    private static boolean isRequired(Annotated annotated) {
        if (!(annotated instanceof AnnotatedParameter parameter)) {
            return false;
        }
        RecordComponent[] components = parameter.getDeclaringClass().getRecordComponents();
        return components != null
                && components.length > parameter.getIndex()
                && !components[parameter.getIndex()].getAnnotatedType().isAnnotationPresent(Nullable.class);
    }
}
