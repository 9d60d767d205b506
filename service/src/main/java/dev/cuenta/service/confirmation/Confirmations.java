package dev.cuenta.service.confirmation;

import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.tenant.MailDomain;
import dev.cuenta.core.type.FieldType.Delivery;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Controlled;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.message.Proofs;
import dev.cuenta.store.role.GivenRoles;
import dev.cuenta.store.tenant.Memberships;
import dev.cuenta.store.tenant.TenantDomains;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;

/** An address that turns out to be its owner's, however that came out, and what follows from it. */
public final class Confirmations {
    private final Work work;

    public Confirmations(Work work) {
        this.work = work;
    }

    /** The address counts as the owner's own; if it is of a tenant's domain, they join that tenant, as far as they may. */
    public void confirm(Proofs.Proven proven, Origin origin, Instant moment) {
        new Proofs(work).confirm(proven.account(), proven.field(), moment);
        new Activity(work)
                .add(
                        Action.ADDRESS_CONFIRMED,
                        proven.account(),
                        origin,
                        Map.of("field", proven.field().toString()));
        work.revision()
                .model()
                .field(proven.field())
                .filter(field -> work.revision().model().tenants().present())
                .filter(field -> field.type().isReachedBy(Delivery.MAIL))
                .ifPresent(field -> join(field, proven, origin));
    }

    private void join(Field field, Proofs.Proven proven, Origin origin) {
        AccountRecord record = new Accounts(work).find(proven.account()).orElseThrow();
        Optional<MailDomain> domain = Optional.ofNullable(record.values().get(field.path()))
                .flatMap(address -> MailDomain.of(address.toString()));
        domain.flatMap(new TenantDomains(work)::tenantOf)
                .filter(tenant -> new Memberships(work).joinByItself(record.id(), tenant))
                .ifPresent(tenant -> {
                    new GivenRoles(work)
                            .giveDefaults(
                                    Controlled.byCuenta(record.id()).within(tenant),
                                    work.revision().model().kindNamed(record.kind()));
                    Map<String, String> why = Map.of(
                            "tenant", tenant.toString(), "domain", domain.get().text());
                    new Activity(work).add(Action.MEMBER_JOINED, record.id(), origin, why);
                });
    }
}
