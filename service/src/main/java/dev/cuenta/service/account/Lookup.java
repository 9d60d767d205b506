package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.Attribute;
import dev.cuenta.core.account.Attributes;
import dev.cuenta.core.account.Needs;
import dev.cuenta.core.account.Scope;
import dev.cuenta.core.finding.Nearest;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.wire.account.LookedUp;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Finds many accounts at once, by their ids or by the values of a field that is unique: one question, whatever their number. */
@Component
final class Lookup {
    private static final int MOST = 1000;
    private static final String ID = "id";

    private final LiveRevisions live;

    Lookup(LiveRevisions live) {
        this.live = live;
    }

    /** @throws Problem INVALID for no values or more than a thousand, and for a field that is not unique or may not be read */
    LookedUp<Map<String, Object>> find(Caller caller, dev.cuenta.wire.account.Lookup request) {
        Set<String> fields = fields(request);
        List<Object> values = values(request);
        return live.with(revision -> {
            Scope scope = caller.scope(CuentaPermission.ACCOUNTS_READ, revision.model());
            revision.projection().checkRequested(fields, caller.viewer(revision.model()));
            Needs needs = caller.needs(revision, fields);
            Optional<Field> by = field(caller, request, revision);
            Map<Object, String> texts = new LinkedHashMap<>();
            values.forEach(value -> text(by, value).ifPresent(text -> texts.put(value, text)));
            Map<String, AccountRecord> found = AccountUseCases.showing(caller, revision, scope, fields, work -> {
                Map<String, AccountRecord> records = lookUp(by, Set.copyOf(texts.values()), needs, work);
                AccountUseCases.tellOfSecrets(
                        caller, records.values().stream().map(AccountRecord::id).toList(), fields, work);
                return records;
            });
            return found(caller, request, values, value -> found.get(texts.getOrDefault(value, "")), revision);
        });
    }

    static Set<String> fields(dev.cuenta.wire.account.Lookup request) {
        return request.fields() == null ? Set.of() : Set.copyOf(request.fields());
    }

    private static Map<String, AccountRecord> lookUp(Optional<Field> by, Set<String> texts, Needs needs, Work work) {
        return by.map(field -> new Accounts(work).lookUp(field, List.copyOf(texts), needs))
                .orElseGet(() -> new Accounts(work)
                        .lookUp(texts.stream().map(AccountId::new).toList(), needs));
    }

    private static List<Object> values(dev.cuenta.wire.account.Lookup request) {
        List<Object> values = request.values();
        if (values.isEmpty() || values.size() > MOST) {
            throw Problem.invalid("/values", "range", "Give 1 to " + MOST + " `values` to look up.");
        }
        for (int i = 0; i < values.size(); i++) {
            if (!(values.get(i) instanceof String || values.get(i) instanceof Number)) {
                throw Problem.invalid("/values/" + i, "type", "must be a text or a number.");
            }
        }
        return values;
    }

    /** Empty for ids. */
    private static Optional<Field> field(Caller caller, dev.cuenta.wire.account.Lookup request, LiveRevision revision) {
        return request.by() == null || request.by().equals(ID)
                ? Optional.empty()
                : Optional.of(unique(request.by(), revision.matrix().attributes(caller.viewer(revision.model()))));
    }

    private static Field unique(String path, Attributes attributes) {
        return attributes
                .find(path)
                .filter(Lookup::isUnique)
                .map(Attribute::field)
                .orElseThrow(() -> {
                    List<String> unique = new ArrayList<>(List.of(ID));
                    attributes.paths().stream()
                            .filter(other -> attributes
                                    .find(other)
                                    .filter(Lookup::isUnique)
                                    .isPresent())
                            .forEach(unique::add);
                    return Problem.invalid(
                            "/by",
                            "unknown",
                            "Accounts cannot be looked up by `" + path + "`. " + Nearest.advice(path, unique));
                });
    }

    private static boolean isUnique(Attribute attribute) {
        return attribute.source() == Attribute.Source.FIELD
                && !attribute.secret()
                && attribute.field() != null
                && attribute.field().unique();
    }

    /** As it is kept; empty for what no account can hold. */
    private static Optional<String> text(Optional<Field> by, Object value) {
        return by.map(field -> field.type()
                        .read(value, field.limits())
                        .value()
                        .map(read -> field.type().write(read).toString()))
                .orElseGet(() -> Optional.of(value.toString()));
    }

    private static LookedUp<Map<String, Object>> found(
            Caller caller,
            dev.cuenta.wire.account.Lookup request,
            List<Object> values,
            Function<Object, @Nullable AccountRecord> records,
            LiveRevision revision) {
        List<LookedUp.Item<Map<String, Object>>> items = new ArrayList<>();
        List<Object> missing = new ArrayList<>();
        for (Object value : new LinkedHashSet<>(values)) {
            AccountRecord record = records.apply(value);
            if (record == null) {
                missing.add(value);
            } else {
                items.add(new LookedUp.Item<>(
                        value,
                        revision.projection()
                                .project(record, caller.viewer(revision.model(), record), fields(request))));
            }
        }
        return new LookedUp<>(items, missing);
    }
}
