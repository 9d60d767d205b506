package dev.cuenta.service.openapi;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Models;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.springframework.context.annotation.ClassPathScanningCandidateComponentProvider;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.core.type.filter.AnnotationTypeFilter;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class OpenApiTest {
    private final JsonNode document = of(Models.marea());

    private static JsonNode of(AccountModel model) {
        return JsonMapper.builder().build().valueToTree(OpenApi.of(model, 1));
    }

    /** A new address that is forgotten here would be forgotten by the search for hidden values too. */
    @Test
    void every_address_of_the_service_is_described() throws ClassNotFoundException {
        List<String> described = new ArrayList<>();
        document.path("paths")
                .properties()
                .forEach(path -> path.getValue()
                        .properties()
                        .forEach(operation ->
                                described.add(operation.getKey().toUpperCase(Locale.ROOT) + " " + path.getKey())));

        assertThat(described).containsAll(served()).hasSizeGreaterThan(25);
    }

    private static List<String> served() throws ClassNotFoundException {
        var scanner = new ClassPathScanningCandidateComponentProvider(false);
        scanner.addIncludeFilter(new AnnotationTypeFilter(RestController.class));
        List<String> served = new ArrayList<>();
        for (var bean : scanner.findCandidateComponents("dev.cuenta.service")) {
            Class<?> controller = Class.forName(bean.getBeanClassName());
            RequestMapping common = AnnotatedElementUtils.findMergedAnnotation(controller, RequestMapping.class);
            String prefix = common == null ? "" : common.path()[0];
            for (var method : controller.getDeclaredMethods()) {
                RequestMapping mapping = AnnotatedElementUtils.findMergedAnnotation(method, RequestMapping.class);
                if (mapping != null && !prefix.concat(path(mapping)).endsWith("openapi.json")) {
                    for (RequestMethod verb : mapping.method()) {
                        served.add(verb + " " + prefix + path(mapping));
                    }
                }
            }
        }
        return served;
    }

    private static String path(RequestMapping mapping) {
        return mapping.path().length == 0 ? "" : mapping.path()[0];
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
