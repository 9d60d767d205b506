package dev.cuenta.service.dossier;

import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.account.AccountRecord.Membership;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.AccountModel;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.model.Service;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.service.Settings;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.activity.ActivityUseCases;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.adoption.Adoptions;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.password.Credentials;
import dev.cuenta.store.picture.Pictures;
import dev.cuenta.store.secondfactor.SecondFactors;
import dev.cuenta.store.session.Sessions;
import dev.cuenta.store.sharing.Dependents;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * All that is kept about one account: values, also those that are shown on request only, and everything that hangs on it. What its reader
 * may not see is named, with the reason, so that nothing is passed over in silence.
 */
@Component
final class Dossiers {
    private static final int MOST_ACTIVITY = 200;

    private final LiveRevisions live;
    private static final TypeReference<List<Map<String, Object>>> OBJECTS = new TypeReference<>() {};

    private final ActivityUseCases activity;
    private final Settings settings;
    private final JsonMapper json;

    Dossiers(LiveRevisions live, ActivityUseCases activity, Settings settings, JsonMapper json) {
        this.json = json;
        this.live = live;
        this.activity = activity;
        this.settings = settings;
    }

    /**
     * In the order in which a person reads it; each section is an object, or a list of such.
     *
     * @param id null for the caller's own
     */
    Map<String, Object> of(Caller caller, @Nullable AccountId id) {
        return live.with(revision -> {
            Reach reach = Reach.toRead(caller, id, revision.model());
            Map<String, Object> dossier = revision.write(
                    reach.scope(), work -> sections(caller, reach.read(work).in(reach.scope()), revision, work));
            if (caller.owns(reach.id()) || caller.may(CuentaPermission.ACTIVITY_READ, revision.model())) {
                dossier.put(
                        "activity",
                        json.convertValue(
                                activity.of(caller, id, MOST_ACTIVITY, null).items(), OBJECTS));
            }
            return dossier;
        });
    }

    private Map<String, Object> sections(Caller caller, AccountRecord record, LiveRevision revision, Work work) {
        AccountModel model = revision.model();
        boolean own = caller.owns(record.id());
        Viewer viewer = caller.viewer(model, record);
        List<Field> kept = model.fieldsOf(model.kindNamed(record.kind())).stream()
                .filter(Field::stored)
                .filter(field -> record.values().get(field.path()) != null)
                .toList();
        Map<String, Object> dossier = new LinkedHashMap<>();
        dossier.put("account", account(record, viewer, revision));
        dossier.put(
                "values",
                Stream.concat(
                                kept.stream().map(field -> value(field, record, own, viewer, revision)),
                                record.tenants().stream()
                                        .flatMap(tenant -> valuesAt(tenant, record, own, viewer, revision)))
                        .toList());
        dossier.put("pictures", pictures(record, kept, viewer, revision, work));
        dossier.put("roles", roles(record));
        dossier.put("tenants", tenants(record));
        dossier.put("signIn", signIn(record.id(), work));
        dossier.put("sessions", sessions(record.id(), work));
        dossier.put("services", services(kept, model));
        dossier.put("dependents", dependents(record.id(), work));
        dossier.put("origins", origins(record.id(), work));
        dossier.put("retention", retention(model));
        List<String> secrets = own
                ? kept.stream()
                        .filter(field -> field.secret() && revision.matrix().reads(viewer, field))
                        .map(field -> field.path().toString())
                        .toList()
                : List.of();
        new Activity(work)
                .add(
                        Action.DOSSIER_GIVEN,
                        record.id(),
                        caller.origin(),
                        secrets.isEmpty() ? Map.of() : Map.of("secrets", secrets));
        return dossier;
    }

    /** Unless the account is met there: then they are among its values. */
    private static Stream<Map<String, Object>> valuesAt(
            Membership tenant, AccountRecord record, boolean own, Viewer viewer, LiveRevision revision) {
        if (viewer.scope().tenant().isPresent()) {
            return Stream.empty();
        }
        return tenant.values().keySet().stream()
                .sorted(Comparator.comparing(FieldPath::toString))
                .map(path -> {
                    Field field = revision.model().field(path).orElseThrow();
                    Map<String, Object> json = value(field, record.at(tenant), own, viewer, revision);
                    json.put("tenant", tenant.name());
                    return json;
                });
    }

    private static Map<String, Object> account(AccountRecord record, Viewer viewer, LiveRevision revision) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("id", record.id().text());
        json.put("displayName", revision.projection().displayName(record, viewer));
        json.put("kind", record.kind());
        json.put("created", record.created().toString());
        json.put("lastModified", record.lastModified().toString());
        return json;
    }

    private static Map<String, Object> value(
            Field field, AccountRecord record, boolean own, Viewer viewer, LiveRevision revision) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("field", field.path().toString());
        json.put("label", field.label());
        boolean shown = revision.matrix().reads(viewer, field) && (own || !field.secret());
        Object value = shown ? revision.projection().value(field, record, viewer) : null;
        if (value != null) {
            json.put("value", field.type().write(value));
        } else {
            json.put("withheld", field.leaves() ? "Not for you to read." : "Kept, and never returned to anybody.");
        }
        json.put("sensitivity", field.sensitivity().toString().toLowerCase(Locale.ROOT));
        json.put("readers", readers(field, revision));
        Object confirmed = record.confirmed().get(field.path());
        if (confirmed != null) {
            json.put("confirmed", confirmed.toString());
        }
        return json;
    }

    private static Set<String> readers(Field field, LiveRevision revision) {
        Set<String> readers = new TreeSet<>();
        revision.matrix().parties().stream()
                .filter(party -> revision.matrix().cell(party, field).reads())
                .forEach(party -> readers.add(party.name()));
        return readers;
    }

    private static List<Map<String, Object>> pictures(
            AccountRecord record, List<Field> kept, Viewer viewer, LiveRevision revision, Work work) {
        return kept.stream()
                .filter(field -> field.type().isPicture()
                        && field.stored()
                        && revision.matrix().reads(viewer, field))
                .flatMap(field -> new Pictures(work)
                        .of(record.id(), field.path()).stream().map(picture -> {
                            boolean current = picture.id()
                                    .toString()
                                    .equals(record.values().get(field.path()));
                            return ordered(
                                    "field", field.path().toString(),
                                    "picture", picture.id().toString(),
                                    "uploaded", picture.created().toString(),
                                    "bytes", picture.bytes(),
                                    "current", current);
                        }))
                .toList();
    }

    private static List<Map<String, Object>> roles(AccountRecord record) {
        return record.roles().stream()
                .map(given -> given.tenant() == null
                        ? ordered("role", given.role())
                        : ordered("role", given.role(), "tenant", given.tenant().toString()))
                .toList();
    }

    private static List<Map<String, Object>> tenants(AccountRecord record) {
        return record.tenants().stream()
                .map(tenant -> ordered("id", tenant.id().toString(), "name", tenant.name()))
                .toList();
    }

    /** How the password is kept, and never what. */
    private static Map<String, Object> signIn(AccountId account, Work work) {
        Credentials credentials = new Credentials(work);
        SecondFactors factors = new SecondFactors(work);
        Map<String, Object> json = new LinkedHashMap<>();
        credentials.setAt(account).ifPresent(at -> json.put("passwordSet", at.toString()));
        credentials
                .hashOf(account)
                .flatMap(HashFormat::of)
                .ifPresent(format -> json.put("passwordKeptAs", format.toString()));
        factors.find(account).filter(factor -> factor.confirmed() != null).ifPresent(factor -> {
            json.put(
                    "secondFactorSince",
                    Objects.requireNonNull(factor.confirmed()).toString());
            json.put("recoveryCodesLeft", factors.recoveryCodesLeft(account));
        });
        return json;
    }

    private List<Map<String, Object>> sessions(AccountId account, Work work) {
        return new Sessions(work)
                .of(account, settings.sessionIdle()).stream()
                        .map(session -> ordered(
                                "since", session.created().toString(),
                                "lastUsed", session.lastUsed().toString(),
                                "program", session.agent()))
                        .toList();
    }

    private static List<Map<String, Object>> services(List<Field> kept, AccountModel model) {
        List<Map<String, Object>> services = new ArrayList<>();
        for (Service service : model.services().values()) {
            List<String> reads = Stream.concat(
                            service.attributes().stream().sorted(),
                            kept.stream()
                                    .filter(field -> service.readFields(model).contains(field.path()))
                                    .map(field -> field.path().toString()))
                    .toList();
            services.add(ordered("service", service.name(), "reads", reads));
        }
        return services;
    }

    private static List<Map<String, Object>> dependents(AccountId account, Work work) {
        return new Dependents(work)
                .of(account, null).stream()
                        .map(held -> ordered(
                                "service", held.service(),
                                "sort", held.sort(),
                                "key", held.key(),
                                "since", held.registered().toString()))
                        .toList();
    }

    private static List<Map<String, Object>> origins(AccountId account, Work work) {
        return new Adoptions(work)
                .of(account).stream()
                        .map(origin -> ordered("source", origin.source(), "key", origin.key()))
                        .toList();
    }

    private static List<Map<String, Object>> retention(AccountModel model) {
        return model.retention().values().stream()
                .map(rule -> ordered(
                        "rule", rule.name(),
                        "does", rule.action().toString().toLowerCase(Locale.ROOT),
                        "to", rule.whereText(),
                        "after", rule.after().toString(),
                        "since", rule.since()))
                .toList();
    }

    private static Map<String, Object> ordered(Object... namesAndValues) {
        Map<String, Object> json = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            json.put(String.valueOf(namesAndValues[i]), namesAndValues[i + 1]);
        }
        return json;
    }
}
