package dev.cuenta.service.openapi;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.access.Grant;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import dev.cuenta.service.body.OfModel;
import io.swagger.v3.oas.annotations.Operation;
import java.io.IOException;
import java.lang.reflect.Method;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.core.type.filter.AnnotationTypeFilter;
import org.springframework.util.ClassUtils;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

class OpenApiTest {
    private static final List<Class<?>> CONTROLLERS = controllers();
    private static final OpenApi API = new OpenApi(CONTROLLERS, "http://127.0.0.1:7480");
    private final JsonNode document = of(Models.marea());

    private static JsonNode of(AccountModel model) {
        return JsonMapper.builder().build().valueToTree(API.of(model, 1));
    }

    private static JsonNode ofService(String service) {
        AccountModel model = Models.marea();
        Grant grant = Grant.of(Objects.requireNonNull(model.services().get(service)), model);
        return JsonMapper.builder().build().valueToTree(API.of(model, 1, grant));
    }

    private static List<Class<?>> controllers() {
        var scanner = new ClassPathScanningCandidateComponentProvider(false);
        scanner.addIncludeFilter(new AnnotationTypeFilter(RestController.class));
        return scanner.findCandidateComponents("dev.cuenta.service").stream()
                .<Class<?>>map(bean -> ClassUtils.resolveClassName(
                        Objects.requireNonNull(bean.getBeanClassName()), OpenApiTest.class.getClassLoader()))
                .toList();
    }

    private static Stream<Method> handlers() {
        return CONTROLLERS.stream()
                .flatMap(controller -> Arrays.stream(controller.getDeclaredMethods()))
                .filter(method -> AnnotatedElementUtils.hasAnnotation(method, RequestMapping.class))
                .filter(method -> !ErrorController.class.isAssignableFrom(method.getDeclaringClass()));
    }

    private static Stream<JsonNode> operations(JsonNode document) {
        return document.path("paths").properties().stream()
                .flatMap(path -> path.getValue().properties().stream())
                .map(Map.Entry::getValue);
    }

    /** What is forgotten here would be forgotten by the search for hidden values too. */
    @Test
    void every_address_of_the_service_is_described_once() {
        assertThat(handlers().filter(method -> !method.isAnnotationPresent(Operation.class)))
                .allSatisfy(
                        method -> assertThat(AnnotatedElementUtils.findMergedAnnotation(method, RequestMapping.class)
                                        .produces())
                                .as(method.toString())
                                .containsExactly("text/html"));
        List<String> ids = operations(document)
                .map(operation -> operation.path("operationId").asString())
                .toList();

        assertThat(ids).doesNotHaveDuplicates().hasSizeGreaterThan(100).allMatch(id -> id.matches("[a-z][A-Za-z]+"));
    }

    /** Maps are for accounts, whose shape is the model's, and for documents that a standard describes. */
    @Test
    void whatever_has_a_fixed_shape_is_a_record_of_the_wire() {
        Set<String> free = Set.of(
                "introspect", "keys", "schema", "document", "ofService", "schemaOfService", "own", "of", "ownPage");

        assertThat(handlers().filter(method -> !method.isAnnotationPresent(OfModel.class)))
                .filteredOn(
                        method -> method.getGenericReturnType().getTypeName().contains("Map<"))
                .allMatch(method -> free.contains(method.getName()));
        assertThat(handlers().flatMap(method -> Arrays.stream(method.getParameters())))
                .filteredOn(parameter -> parameter.isAnnotationPresent(RequestBody.class))
                .allMatch(parameter -> parameter.isAnnotationPresent(OfModel.class)
                        || parameter.getType().getPackageName().startsWith("dev.cuenta.wire"));
    }

    /** The console's own types are made from it, and a linter reads it; {@code -Dcuenta.write=true} writes it anew. */
    @Test
    void the_console_is_built_with_this_very_document() throws IOException {
        Path kept = Models.root().resolve("console/openapi.json");
        String made = JsonMapper.builder()
                        .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                        .enable(SerializationFeature.INDENT_OUTPUT)
                        .build()
                        .writeValueAsString(API.of(Models.marea(), 1))
                + "\n";
        if (Boolean.getBoolean("cuenta.write")) {
            Files.writeString(kept, made);
        }

        assertThat(made).isEqualTo(Files.readString(kept));
    }

    @Test
    void every_reference_leads_to_something() {
        for (JsonNode each : List.of(document, ofService("berths"), ofService("billing"))) {
            String text = each.toString();
            Matcher references = Pattern.compile("\"\\$ref\":\"#([^\"]+)\"").matcher(text);
            assertThat(references.results().map(reference -> reference.group(1)).distinct())
                    .isNotEmpty()
                    .allSatisfy(pointer -> assertThat(each.at(pointer).isMissingNode())
                            .as(pointer)
                            .isFalse());
        }
    }

    @Test
    void what_a_record_must_have_is_required_and_a_secret_is_no_plain_text() {
        JsonNode signIn = document.path("components").path("schemas").path("SignIn");

        assertThat(signIn.path("required").toString()).isEqualTo("[\"identifier\",\"password\"]");
        assertThat(signIn.path("properties").path("password").path("format").asString())
                .isEqualTo("password");
        assertThat(document.path("components")
                        .path("schemas")
                        .path("InvitationItems")
                        .toString())
                .contains("#/components/schemas/Invitation");
    }

    @Test
    void a_service_finds_what_its_contract_is_for_and_nothing_else() {
        List<String> billing = operations(ofService("billing"))
                .map(operation -> operation.path("operationId").asString())
                .toList();

        assertThat(billing).contains("listAccounts", "readAccount", "introspectToken");
        assertThat(billing).doesNotContain("removeAccount", "publishModel", "addServiceKey");
        assertThat(ofService("billing").toString()).doesNotContain("Invitation").doesNotContain("RetentionRule");
    }

    @Test
    void the_schemas_follow_the_model() {
        JsonNode schemas = document.path("components").path("schemas");
        JsonNode account = schemas.path("Account").path("properties");

        assertThat(account.path("theme").path("enum").toString()).isEqualTo("[\"day\",\"dusk\",\"night\"]");
        assertThat(account.path("person")
                        .path("properties")
                        .path("bornOn")
                        .path("format")
                        .asString())
                .isEqualTo("date");
        assertThat(account.path("kind").path("enum").size()).isEqualTo(3);
        assertThat(schemas.path("SignUp").path("required").toString()).isEqualTo("[\"email\"]");
        assertThat(schemas.path("AccountPatch")
                        .path("properties")
                        .path("phone")
                        .path("anyOf")
                        .size())
                .isEqualTo(2);
        assertThat(of(Models.mareaNext())
                        .path("components")
                        .path("schemas")
                        .path("Account")
                        .path("properties")
                        .has("newsletter"))
                .isTrue();
    }

    @Test
    void what_is_never_returned_is_no_part_of_an_answer_and_what_guests_may_not_write_no_part_of_a_sign_up() {
        JsonNode schemas = document.path("components").path("schemas");

        assertThat(schemas.path("Account").toString())
                .doesNotContain("gateCode")
                .doesNotContain("password");
        assertThat(schemas.path("SignUp").toString()).doesNotContain("theme").contains("password");
    }
}
