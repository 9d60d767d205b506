package dev.cuenta.service.adoption;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.service.picture.Uploads;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.picture.Pictures;
import dev.cuenta.store.picture.Pictures.Picture;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The pictures that rows come with, made before the transaction that brings their rows: that takes its time. */
final class BroughtPictures {
    private final Uploads uploads;
    private final Map<Integer, Map<FieldPath, Picture>> made = new HashMap<>();
    private final Map<Integer, List<Violation>> leftOut = new HashMap<>();

    /**
     * Those of rows that came before are not worth the time.
     *
     * @param kind of rows that name none
     */
    BroughtPictures(AdoptedRows given, Kind kind, LiveRevision revision, Uploads uploads) {
        this.uploads = uploads;
        List<Row> rows =
                given.rows().stream().filter(row -> !row.pictures().isEmpty()).toList();
        Set<String> before = given.before(rows, revision);
        rows.stream()
                .filter(row -> !before.contains(row.key()))
                .forEach(row -> make(row, fields(row, kind, revision.model())));
    }

    /** Those that a row of its kind can have, by their names. */
    private static Map<String, Field> fields(Row row, Kind otherwise, AccountModel model) {
        Map<String, Field> fields = new LinkedHashMap<>();
        row.kind(otherwise, model)
                .ifPresent(kind -> model.fieldsOf(kind).stream()
                        .filter(field -> field.stored() && field.type().isPicture())
                        .forEach(field -> fields.put(field.path().toString(), field)));
        return fields;
    }

    private void make(Row row, Map<String, Field> fields) {
        Map<FieldPath, Picture> pictures = new LinkedHashMap<>();
        List<Violation> said = new ArrayList<>();
        row.pictures().forEach((name, text) -> {
            Field field = fields.get(name);
            if (field == null) {
                said.add(new Violation("/pictures", "unknown", "The row's kind has no picture `" + name + "`."));
            } else {
                picture(text, field, said).ifPresent(picture -> pictures.put(field.path(), picture));
            }
        });
        made.put(row.number(), pictures);
        leftOut.put(row.number(), said);
    }

    private Optional<Picture> picture(String text, Field field, List<Violation> said) {
        try {
            return Optional.of(uploads.keep(Base64.getDecoder().decode(text)));
        } catch (IllegalArgumentException noBytes) {
            said.add(new Violation(field.path().pointer(), "base64", "Is not in base64 (RFC 4648)."));
        } catch (Problem refused) {
            if (refused.kind() != ProblemKind.INVALID) {
                throw refused;
            }
            said.add(new Violation(field.path().pointer(), "picture", refused.detail()));
        }
        return Optional.empty();
    }

    /** What the record holds of them. */
    Map<FieldPath, @Nullable Object> values(Row row) {
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        made.getOrDefault(row.number(), Map.of())
                .forEach((path, picture) -> values.put(path, picture.id().toString()));
        return values;
    }

    List<Violation> leftOut(Row row) {
        return leftOut.getOrDefault(row.number(), List.of());
    }

    /** @param fields of which the account has what its row came with */
    void store(Row row, AccountId account, Collection<FieldPath> fields, Work work) {
        made.getOrDefault(row.number(), Map.of()).forEach((path, picture) -> {
            if (fields.contains(path)) {
                new Pictures(work).add(account, path, picture);
            }
        });
    }
}
