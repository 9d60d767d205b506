package dev.cuenta.store.retention;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.account.NewAccount;
import dev.cuenta.store.account.Removal;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.secret.SealedValue;
import dev.cuenta.store.statement.Json;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.type.TypeReference;

/** Accounts that were put aside: each a document of its own, out of reach of everything that is asked about accounts. */
public final class Archive {
    private static final TypeReference<Map<String, Object>> FIELDS = new TypeReference<>() {};
    private static final TypeReference<Map<String, String>> SECRETS = new TypeReference<>() {};
    private static final TypeReference<List<String>> TEXTS = new TypeReference<>() {};

    private record Document(
            String kind,
            Instant created,
            Instant modified,
            long version,
            @Nullable Instant anonymised,
            Map<String, Object> fields,
            @Nullable String key,
            Map<String, String> secrets,
            ArchivedRows rows,
            List<String> lost) {}

    /**
     * What came back of an account.
     *
     * @param left fields whose values the live model has no place for
     * @param lost what else did not come back, in words
     */
    public record Restored(AccountId id, List<String> left, List<String> lost) {}

    private final Work work;
    private final AccountModel model;

    public Archive(Work work) {
        this.work = work;
        this.model = work.revision().model();
    }

    /**
     * Puts accounts aside that are locked, with the tenants that they made for themselves. Their pictures do not come along, and what
     * services keep of them is theirs.
     *
     * @return how many records of each sort went, as {@link Removal} counts them
     */
    public Map<String, Long> put(List<AccountId> ids, String rule) {
        List<AccountRecord> records = new Accounts(work).all(ids);
        Map<AccountId, Map<String, String>> secrets = new HashMap<>();
        records.forEach(record -> secrets.put(record.id(), new LinkedHashMap<>()));
        Map<AccountId, ArchivedRows> rows = ArchivedRows.of(secrets, work);
        Map<String, List<String>> ofServices = ofServices(ids);
        List<Map<String, @Nullable Object>> documents = records.stream()
                .map(record -> document(
                        record,
                        Objects.requireNonNull(secrets.get(record.id())),
                        Objects.requireNonNull(rows.get(record.id())),
                        ofServices))
                .toList();
        work.sql()
                .sql("""
                insert into cuenta.archived (account_id, kind, rule, revision, created_at, modified_at, version, anonymised_at, display_name,
                    fields, account_key, secrets, records, lost)
                select id, kind, :rule, :revision, created, modified, version, anonymised, name, fields, key, secrets, records, lost
                from jsonb_to_recordset(cast(:documents as jsonb)) as d (id text, kind text, created timestamptz, modified timestamptz,
                    version bigint, anonymised timestamptz, name text, fields jsonb, key text, secrets jsonb, records jsonb, lost jsonb)""")
                .param("rule", rule)
                .param("revision", work.revision().number())
                .param("documents", Json.MAPPER.writeValueAsString(documents))
                .update();
        return new Removal(work).remove(ids.stream().map(Controlled::byCuenta).toList());
    }

    /** @param secrets gets the sealed values */
    private Map<String, @Nullable Object> document(
            AccountRecord record,
            Map<String, String> secrets,
            ArchivedRows rows,
            Map<String, List<String>> ofServices) {
        String key = work.keys().of(record.id()).toString();
        Map<String, Object> fields = new LinkedHashMap<>();
        List<String> lost = new ArrayList<>(ofServices.getOrDefault(key, List.of()));
        record.values().forEach((path, value) -> {
            Field field = model.field(path).orElseThrow();
            if (value instanceof SealedValue held) {
                secrets.put(path.toString(), Base64.getEncoder().encodeToString(held.bytes()));
            } else if (value != null && field.type().isPicture()) {
                lost.add("the picture " + path);
            } else if (value != null) {
                fields.put(path.toString(), field.type().write(value));
            }
        });
        Map<String, @Nullable Object> document = new LinkedHashMap<>();
        document.put("id", record.id().text());
        document.put("kind", record.kind());
        document.put("created", record.created().toString());
        document.put("modified", record.lastModified().toString());
        document.put("version", record.version());
        document.put(
                "anonymised",
                record.anonymised() == null ? null : record.anonymised().toString());
        document.put("name", work.revision().projection().displayName(record));
        document.put("fields", fields);
        document.put("key", key);
        document.put("secrets", secrets);
        document.put("records", rows.all());
        document.put("lost", lost);
        return document;
    }

    /** What services keep of accounts they deal with themselves when these go; in words, by the accounts' keys. */
    private Map<String, List<String>> ofServices(List<AccountId> ids) {
        Map<String, List<String>> found = new HashMap<>();
        work.sql()
                .sql(
                        "select cast(account_id as text), count(*) || ' of ' || service || ' (' || sort || ')' from cuenta.dependent"
                                + " where account_id = " + ArchivedRows.anyOf(work)
                                + " group by account_id, service, sort order by 2")
                .param(work.keys().of(ids))
                .query(row -> {
                    found.computeIfAbsent(row.getString(1), none -> new ArrayList<>())
                            .add(row.getString(2));
                });
        return found;
    }

    /** Those that were put aside last come first. */
    public List<Archived> list(int limit) {
        return work.sql()
                .sql("select * from cuenta.archived order by archived_at desc, account_id desc limit ?")
                .param(limit)
                .query(Archive::read)
                .list();
    }

    private static Archived read(ResultSet row, int index) throws SQLException {
        return new Archived(
                row.getString("account_id"),
                row.getString("kind"),
                row.getString("display_name"),
                row.getString("rule"),
                row.getObject("archived_at", OffsetDateTime.class).toInstant());
    }

    /** Drops one for good; says whether it was there. */
    public boolean drop(String id) {
        return work.sql()
                        .sql("delete from cuenta.archived where account_id = ?")
                        .param(id)
                        .update()
                > 0;
    }

    /**
     * Brings an account back as the live model has it, with its id, and with whatever opened it, locked it and stood for it: password,
     * second factor, confirmations, roles, tenants.
     *
     * @throws Problem NOT_FOUND; TAKEN when somebody has one of its unique values meanwhile; CONFLICT when its kind is gone, or
     *     it has no value for what is required now
     */
    public Restored restore(String id) {
        Document document = take(id).orElseThrow(() -> Problem.of(
                ProblemKind.NOT_FOUND,
                "No such account was archived. GET /v1/retention/archive lists those that were."));
        Kind kind = Optional.ofNullable(model.kinds().get(document.kind()))
                .orElseThrow(() -> Problem.of(
                        ProblemKind.CONFLICT,
                        "It was of the kind `" + document.kind() + "`, which the live model does not have."));
        List<String> left = new ArrayList<>();
        Map<FieldPath, @Nullable Object> values = values(document, kind, left);
        boolean sameSort = work.revision().shape().idType().read(id).isPresent();
        AccountId restored = new Accounts(work)
                .insert(new NewAccount(
                        kind,
                        values,
                        document.created(),
                        document.modified(),
                        sameSort ? new AccountId(id) : null,
                        document.key(),
                        document.version() + 1,
                        document.anonymised()));
        List<String> lost = new ArrayList<>(document.lost());
        document.rows().bringBack(restored, kind, document.secrets(), work, lost);
        return new Restored(restored, left, lost);
    }

    private Optional<Document> take(String id) {
        return work.sql()
                .sql("delete from cuenta.archived where account_id = ? returning *, " + ArchivedRows.ALL)
                .param(id)
                .query((row, index) -> new Document(
                        row.getString("kind"),
                        row.getObject("created_at", OffsetDateTime.class).toInstant(),
                        row.getObject("modified_at", OffsetDateTime.class).toInstant(),
                        row.getLong("version"),
                        Optional.ofNullable(row.getObject("anonymised_at", OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(null),
                        Json.MAPPER.readValue(row.getString("fields"), FIELDS),
                        row.getString("account_key"),
                        Json.MAPPER.readValue(row.getString("secrets"), SECRETS),
                        ArchivedRows.read(row.getString("all_records")),
                        Json.MAPPER.readValue(row.getString("lost"), TEXTS)))
                .optional();
    }

    private Map<FieldPath, @Nullable Object> values(Document document, Kind kind, List<String> left) {
        Map<FieldPath, @Nullable Object> values = new LinkedHashMap<>();
        document.fields().forEach((path, raw) -> {
            Optional<Field> field = model.field(path)
                    .filter(Field::stored)
                    .filter(it -> kind.has(it.path().profile()));
            Optional<Object> value =
                    field.flatMap(it -> it.type().read(raw, it.limits()).value());
            if (value.isPresent()) {
                values.put(field.orElseThrow().path(), value.get());
            } else {
                left.add(path);
            }
        });
        document.secrets().forEach((path, text) -> {
            if (ArchivedRows.isSeed(path)) {
                return;
            }
            model.field(path)
                    .filter(field -> field.secret() && kind.has(field.path().profile()))
                    .ifPresentOrElse(
                            field -> values.put(field.path(), opened(field, document, text)), () -> left.add(path));
        });
        model.fieldsOf(kind).stream()
                .filter(field -> field.stored() && field.required() && !values.containsKey(field.path()))
                .forEach(field -> values.put(
                        field.path(),
                        field.forExisting()
                                .orElseThrow(() -> Problem.of(
                                        ProblemKind.CONFLICT,
                                        "`" + field.path()
                                                + "` is required now, and it has no value there that fits."))));
        return values;
    }

    /** It is sealed again for the account that comes back. */
    private @Nullable Object opened(Field field, Document document, String text) {
        return work.secrets()
                .stored(
                        field,
                        String.valueOf(document.key()),
                        Base64.getDecoder().decode(text));
    }
}
