package dev.cuenta.service.model;

import dev.cuenta.core.access.AccessMatrix;
import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Projection;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.Kind;
import dev.cuenta.core.model.Role;
import dev.cuenta.core.permission.CuentaPermission;
import dev.cuenta.core.type.Comparison;
import dev.cuenta.core.type.Limits;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.wire.model.Form;
import dev.cuenta.wire.model.FormControl;
import dev.cuenta.wire.model.Sensitivity;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** What a caller's forms, lists and filters are made from, as it goes over HTTP. */
final class FormWire {
    private final AccessMatrix matrix;
    private final Viewer toOthers;
    private final Viewer toOneself;

    private FormWire(LiveRevision revision, Caller caller) {
        this.matrix = revision.matrix();
        this.toOthers = caller.viewer(revision.model());
        this.toOneself = caller.ownViewer(revision.model());
    }

    static Form of(LiveRevision revision, Caller caller) {
        FormWire form = new FormWire(revision, caller);
        var model = revision.model();
        return new Form(
                revision.number(),
                model.name(),
                Arrays.stream(CuentaPermission.values())
                        .filter(permission -> caller.may(permission, model))
                        .map(CuentaPermission::word)
                        .toList(),
                caller.roles(model).stream().anyMatch(Role::administers),
                model.signInFields().stream()
                        .map(field -> field.path().toString())
                        .toList(),
                model.tenants().present(),
                caller.tenant() == null ? null : caller.tenant().value(),
                caller.allTenants(),
                caller.hasToSayAll(model),
                model.tenants().present()
                        ? model.tenants().currentFrom().stream()
                                .map(source -> source.name().toLowerCase(Locale.ROOT))
                                .toList()
                        : List.of(),
                model.roles().values().stream().map(Role::name).toList(),
                model.kinds().values().stream().map(FormWire::kind).toList(),
                model.profiles().values().stream()
                        .map(profile -> new Form.Profile(profile.name(), profile.label()))
                        .toList(),
                model.fields().values().stream()
                        .filter(form::concerns)
                        .sorted(Comparator.comparingInt(
                                field -> field.presentation().order()))
                        .map(form::field)
                        .toList(),
                model.tenants().fields().values().stream()
                        .filter(form::concernsThere)
                        .sorted(Comparator.comparingInt(
                                field -> field.presentation().order()))
                        .map(form::field)
                        .toList());
    }

    private boolean concernsThere(Field field) {
        return matrix.reads(toOthers, field) || matrix.writes(toOthers, field, Operation.CHANGE);
    }

    private static Form.Kind kind(Kind kind) {
        return new Form.Kind(kind.name(), kind.label(), List.copyOf(kind.profiles()), kind.byDefault());
    }

    private boolean concerns(Field field) {
        return matrix.reads(toOneself, field) || matrix.writes(toOneself, field, Operation.CREATE);
    }

    private Form.Field field(Field field) {
        Limits limits = field.limits();
        return new Form.Field(
                field.path().toString(),
                field.path().name(),
                field.path().profile(),
                field.withinTenant(),
                field.label(),
                field.description(),
                field.presentation().group(),
                field.type().name(),
                field.type().isMany(),
                FormControl.valueOf(field.type().control().name()),
                FormControl.valueOf(field.type().controlOfEach().name()),
                field.required(),
                field.defaultValue() == null ? null : field.type().write(field.defaultValue()),
                limits.minLength(),
                limits.maxLength(),
                limits.min(),
                limits.max(),
                limits.pattern(),
                field.column().scale(),
                limits.options(),
                Sensitivity.valueOf(field.sensitivity().name()),
                isHere(field)
                        ? comparisons(field).sorted().map(Comparison::toString).toList()
                        : List.of(),
                field.search(),
                field.confirmed(),
                Projection.byDefault(field),
                matrix.reads(toOthers, field),
                matrix.reads(toOneself, field),
                matrix.writes(toOthers, field, Operation.CREATE) && isHere(field),
                matrix.writes(toOthers, field, Operation.CHANGE) && isHere(field),
                matrix.writes(toOneself, field, Operation.CHANGE) && !field.withinTenant());
    }

    /** Whether accounts have one value of it in the request. */
    private boolean isHere(Field field) {
        return !field.withinTenant() || toOthers.scope().tenant().isPresent();
    }

    private static Stream<Comparison> comparisons(Field field) {
        Stream<Comparison> all = field.type().comparisons().stream();
        return field.secret() ? all.filter(each -> field.search() && each == Comparison.EQ) : all;
    }
}
