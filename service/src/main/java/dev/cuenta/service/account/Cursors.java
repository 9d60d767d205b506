package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountQuery;
import dev.cuenta.core.account.AccountQuery.Position;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.model.IdScheme;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.schema.IdType;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Writes and reads the place where a page ended: the sort, the last record's value of it, and its id. */
@Component
final class Cursors {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .build();

    String after(AccountRecord last, AccountQuery query, @Nullable String sort) {
        Object value = position(last, query).value();
        Object json = value == null ? null : query.sort().type().write(value);
        byte[] text = JSON.writeValueAsBytes(Arrays.asList(sort, json, last.id().text()));
        return Base64.getUrlEncoder().withoutPadding().encodeToString(text);
    }

    static Position position(AccountRecord last, AccountQuery query) {
        return new Position(valueOf(last, query.sort()), last.id());
    }

    private static @Nullable Object valueOf(AccountRecord record, Attribute sort) {
        return switch (sort.source()) {
            case ID, ROLE -> null;
            case KIND -> record.kind();
            case CREATED -> record.created();
            case LAST_MODIFIED -> record.lastModified();
            case ANONYMISED -> record.anonymised();
            case CONFIRMED ->
                record.confirmed().get(Objects.requireNonNull(sort.field()).path());
            case FIELD ->
                record.values().get(Objects.requireNonNull(sort.field()).path());
        };
    }

    Position read(String cursor, Attribute attribute, @Nullable String sort, IdScheme ids) {
        try {
            byte[] text = Base64.getUrlDecoder().decode(cursor.getBytes(StandardCharsets.UTF_8));
            Object read = JSON.readValue(text, Object.class);
            if (read instanceof List<?> parts && parts.size() == 3 && Objects.equals(parts.get(0), sort)) {
                AccountId id = new AccountId(String.valueOf(parts.get(2)));
                if (IdType.of(ids).read(id.text()).isPresent()) {
                    return new Position(value(parts.get(1), attribute), id);
                }
            }
        } catch (IllegalArgumentException | JacksonException notOurs) {
            throw unusable();
        }
        throw unusable();
    }

    private static @Nullable Object value(@Nullable Object raw, Attribute attribute) {
        if (raw == null) {
            return null;
        }
        Object number = raw instanceof Integer whole ? BigDecimal.valueOf(whole) : raw;
        return attribute.type().read(number, attribute.limits()).value().orElseThrow(Cursors::unusable);
    }

    private static Problem unusable() {
        return Problem.of(ProblemKind.MALFORMED, "The cursor does not belong to this list. Begin again without one.");
    }
}
