package dev.cuenta.service.adoption;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.adoption.AdoptedValues;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Violation;
import dev.cuenta.service.adoption.AdoptedRows.Row;
import dev.cuenta.store.account.ChangeGuard;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.schema.IdType;
import dev.cuenta.wire.adoption.AdoptionResult.Outcome;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One batch on its way in. What many rows have to be asked is asked in one query each: which were adopted before, which ids
 * are taken, who holds the values of unique fields.
 */
final class Intake {
    final Work work;
    final AdoptedRows given;
    final ChangeGuard guard;
    final Instant now;
    final AccountModel model;
    private final Kind kind;
    final Belongings belongings;
    final BroughtPictures pictures;
    final Adoptions adoptions;
    final List<Field> uniqueFields;

    /**
     * @param kind of rows that name none
     * @param guard of accounts that rows would join
     */
    Intake(
            Work work,
            Kind kind,
            AdoptedRows given,
            ChangeGuard guard,
            Belongings belongings,
            BroughtPictures pictures,
            Instant now) {
        this.work = work;
        this.given = given;
        this.guard = guard;
        this.now = now;
        this.model = work.revision().model();
        this.kind = kind;
        this.belongings = belongings;
        this.pictures = pictures;
        this.adoptions = new Adoptions(work);
        this.uniqueFields =
                model.fields().values().stream().filter(Field::unique).toList();
    }

    /** In the order of the rows. */
    List<Result> take(List<Row> rows) {
        Map<Row, Result> results = new LinkedHashMap<>();
        rows.forEach(row -> results.put(row, new Result(row.key(), Outcome.SKIPPED, null, List.of())));
        List<Row> pending = rows;
        while (!pending.isEmpty()) {
            Pass pass = new Pass(this, pending);
            results.putAll(pass.run());
            pending = pass.deferred();
        }
        return List.copyOf(results.values());
    }

    /** Empty for a row of a kind that the model does not have. */
    Optional<Kind> kind(Row row) {
        return row.kind(kind, model);
    }

    Optional<AccountId> id(Row row) {
        return Optional.ofNullable(row.id())
                .map(AccountId::new)
                .filter(id -> IdType.of(model.id()).read(id.text()).isPresent());
    }

    Optional<String> hash(Row row, List<Violation> notes) {
        String hash = row.password();
        if (hash == null) {
            return Optional.empty();
        }
        Optional<HashFormat> format = HashFormat.of(hash);
        boolean accepted = format.filter(
                        it -> it.isOurs() || model.password().accept().contains(it))
                .isPresent();
        if (!accepted) {
            notes.add(new Violation(
                    "/password",
                    "scheme",
                    format.map(it -> "The model does not accept hashes of " + it + "; this person sets a new password.")
                            .orElse("It is not known how the password was hashed; this person sets a new one.")));
        }
        return Optional.of(hash).filter(it -> accepted);
    }

    static Instant moment(@Nullable String text, Instant otherwise) {
        return text == null ? otherwise : AdoptedValues.moment(text).orElse(otherwise);
    }
}
