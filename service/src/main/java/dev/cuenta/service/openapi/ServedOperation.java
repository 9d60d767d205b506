package dev.cuenta.service.openapi;

import dev.cuenta.service.body.OfModel;
import dev.cuenta.service.caller.Asker;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.OpenToServices;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.io.InputStream;
import java.lang.reflect.Method;
import java.lang.reflect.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.core.convert.support.DefaultConversionService;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.ValueConstants;

/** A method of a controller, at one of its addresses. */
record ServedOperation(String path, RequestMethod verb, Method method) {
    private static final String OWN = "/v1/me/";
    private static final Map<String, Object> PROBLEM = Map.of("$ref", "#/components/responses/Problem");
    private static final Map<String, Object> BINARY = Map.of("type", "string", "format", "binary");
    private static final List<String> PICTURES = List.of("image/jpeg", "image/png", "image/svg+xml");

    String key() {
        return verb.name().toLowerCase(Locale.ROOT);
    }

    /** Whether services may ask it, and with which part of their contract. */
    OpenToServices.@Nullable Part openToServices() {
        OpenToServices open = method.getAnnotation(OpenToServices.class);
        return open == null ? null : open.with();
    }

    private boolean openToGuests() {
        return method.isAnnotationPresent(OpenToGuests.class);
    }

    /** The operation as OpenAPI 3.1 has it. */
    Map<String, Object> describe(WireSchemas schemas, boolean tenants) {
        Operation said = Objects.requireNonNull(method.getAnnotation(Operation.class));
        Map<String, Object> operation = new LinkedHashMap<>();
        operation.put("operationId", said.operationId() + (ofOwn() ? "OfOwn" : ""));
        operation.put("summary", said.summary());
        operation.put("tags", List.of(feature()));
        List<Map<String, Object>> parameters = parameters(schemas, tenants);
        if (!parameters.isEmpty()) {
            operation.put("parameters", parameters);
        }
        Map<String, Object> body = body(schemas);
        if (!body.isEmpty()) {
            operation.put("requestBody", Map.of("required", true, "content", body));
        }
        operation.put("responses", responses(schemas));
        if (openToGuests()) {
            operation.put("security", List.of());
        }
        return operation;
    }

    /** A method that answers for an account and for one's own has two names. */
    private boolean ofOwn() {
        RequestMapping common =
                AnnotatedElementUtils.findMergedAnnotation(method.getDeclaringClass(), RequestMapping.class);
        return common != null && common.path().length > 1 && path.startsWith(OWN);
    }

    /** The feature that it belongs to is the package's. */
    private String feature() {
        String name = method.getDeclaringClass().getPackageName();
        return name.substring(name.lastIndexOf('.') + 1);
    }

    private List<Map<String, Object>> parameters(WireSchemas schemas, boolean tenants) {
        List<Map<String, Object>> parameters = new ArrayList<>();
        if (tenants && asksWho()) {
            parameters.add(Map.of("$ref", "#/components/parameters/Cuenta-Tenant"));
        }
        if (openToServices() != null && !openToGuests()) {
            parameters.add(Map.of("$ref", "#/components/parameters/Cuenta-Person"));
        }
        for (Parameter parameter : method.getParameters()) {
            PathVariable inPath = parameter.getAnnotation(PathVariable.class);
            RequestParam inQuery = parameter.getAnnotation(RequestParam.class);
            RequestHeader header = parameter.getAnnotation(RequestHeader.class);
            if (inPath != null && path.contains("{" + parameter.getName() + "}")) {
                parameters.add(parameter("path", parameter.getName(), true, parameter, schemas));
            } else if (inQuery != null && !isForm()) {
                parameters.add(query(parameter, inQuery, schemas));
            } else if (header != null && header.name().equals(HttpHeaders.IF_MATCH)) {
                parameters.add(Map.of("$ref", "#/components/parameters/If-Match"));
            }
        }
        return parameters;
    }

    private boolean asksWho() {
        return Arrays.stream(method.getParameterTypes()).anyMatch(type -> type == Caller.class || type == Asker.class);
    }

    private static Map<String, Object> query(Parameter parameter, RequestParam inQuery, WireSchemas schemas) {
        Map<String, Object> query = parameter("query", parameter.getName(), false, parameter, schemas);
        String standard = inQuery.defaultValue();
        if (!standard.equals(ValueConstants.DEFAULT_NONE) && !standard.isEmpty()) {
            Map<String, Object> schema = new LinkedHashMap<>(schemas.of(parameter.getParameterizedType()));
            // As it is read when a request leaves it out.
            schema.put("default", DefaultConversionService.getSharedInstance().convert(standard, parameter.getType()));
            query.put("schema", schema);
        }
        return query;
    }

    private static Map<String, Object> parameter(
            String in, String name, boolean required, Parameter parameter, WireSchemas schemas) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("name", name);
        json.put("in", in);
        json.put("required", required);
        var said = parameter.getAnnotation(io.swagger.v3.oas.annotations.Parameter.class);
        if (said != null) {
            json.put("description", said.description());
        }
        json.put("schema", schemas.of(parameter.getParameterizedType()));
        return json;
    }

    private boolean isForm() {
        RequestMapping mapping = AnnotatedElementUtils.findMergedAnnotation(method, RequestMapping.class);
        return mapping != null && List.of(mapping.consumes()).contains(MediaType.APPLICATION_FORM_URLENCODED_VALUE);
    }

    private Map<String, Object> body(WireSchemas schemas) {
        for (Parameter parameter : method.getParameters()) {
            if (parameter.isAnnotationPresent(RequestBody.class)) {
                OfModel ofModel = parameter.getAnnotation(OfModel.class);
                return content(
                        verb == RequestMethod.PATCH ? "application/merge-patch+json" : "application/json",
                        ofModel == null ? schemas.of(parameter.getParameterizedType()) : Schemas.ref(ofModel.value()));
            }
            if (parameter.getType() == InputStream.class) {
                return content(MediaType.APPLICATION_OCTET_STREAM_VALUE, BINARY);
            }
        }
        return isForm() ? content(MediaType.APPLICATION_FORM_URLENCODED_VALUE, form(schemas)) : Map.of();
    }

    private Map<String, Object> form(WireSchemas schemas) {
        Map<String, Object> fields = new LinkedHashMap<>();
        Arrays.stream(method.getParameters())
                .filter(parameter -> parameter.isAnnotationPresent(RequestParam.class))
                .forEach(parameter -> fields.put(parameter.getName(), schemas.of(parameter.getParameterizedType())));
        return Schemas.object(fields, List.copyOf(fields.keySet()));
    }

    private Map<String, Object> responses(WireSchemas schemas) {
        Map<String, Object> content = answer(schemas);
        Map<String, Object> responses = new LinkedHashMap<>();
        for (ApiResponse response : method.getAnnotationsByType(ApiResponse.class)) {
            responses.put(
                    response.responseCode(),
                    response(response.description(), response.content().length == 0 ? content : Map.of()));
        }
        if (responses.isEmpty()) {
            ResponseStatus status = method.getAnnotation(ResponseStatus.class);
            HttpStatus code = status == null ? HttpStatus.OK : status.value();
            responses.put(String.valueOf(code.value()), response(code.getReasonPhrase(), content));
        }
        responses.put("4XX", PROBLEM);
        responses.put("5XX", PROBLEM);
        return responses;
    }

    private static Map<String, Object> response(String description, Map<String, Object> content) {
        return content.isEmpty()
                ? Map.of("description", description)
                : Map.of("description", description, "content", content);
    }

    private Map<String, Object> answer(WireSchemas schemas) {
        OfModel ofModel = method.getAnnotation(OfModel.class);
        if (ofModel != null) {
            return content(MediaType.APPLICATION_JSON_VALUE, Schemas.ref(ofModel.value()));
        }
        Type returned = returns();
        if (returned == byte[].class) {
            Map<String, Object> content = new LinkedHashMap<>();
            PICTURES.forEach(type -> content.putAll(content(type, BINARY)));
            return content;
        }
        return returned == void.class || returned == Void.class
                ? Map.of()
                : content(MediaType.APPLICATION_JSON_VALUE, schemas.of(returned));
    }

    private Type returns() {
        Type returned = method.getGenericReturnType();
        return returned instanceof ParameterizedType generic && generic.getRawType() == ResponseEntity.class
                ? generic.getActualTypeArguments()[0]
                : returned;
    }

    private static Map<String, Object> content(String mediaType, Map<String, Object> schema) {
        return Map.of(mediaType, Map.of("schema", schema));
    }
}
