package dev.cuenta.core.revision;

import dev.cuenta.core.model.TenantRules;
import dev.cuenta.core.model.TenantRules.CrossTenant;
import dev.cuenta.core.model.TenantRules.Membership;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The differences of the section {@code tenants}. */
final class TenantDiff {
    private final TenantRules live;
    private final TenantRules next;
    private final StoredRecords stored;
    private final List<Change> changes;

    TenantDiff(TenantRules live, TenantRules next, StoredRecords stored, List<Change> changes) {
        this.live = live;
        this.next = next;
        this.stored = stored;
        this.changes = changes;
    }

    void compare() {
        if (live.present() != next.present()) {
            arriveOrGo();
        }
        if (next.membership() == Membership.ONE && live.membership() != Membership.ONE) {
            onlyOne();
        } else if (next.membership() == Membership.MANY && live.membership() == Membership.ONE) {
            add("membership", Effect.INSTANT, "Accounts may belong to several tenants.", "No record changes.");
        }
        rule("onSignUp", live.onSignUp(), next.onSignUp(), "Counts for sign-ups from now on.");
        rule("name", live.name(), next.name(), "Counts for sign-ups from now on.");
        rule("currentFrom", live.currentFrom(), next.currentFrom(), "Counts for the next request.");
        rule(
                "crossTenant",
                live.crossTenant(),
                next.crossTenant(),
                next.crossTenant() == CrossTenant.EXPLICIT
                        ? "Counts for the next request: whoever has a role in every tenant names one, or says --tenant '*'."
                        : "Counts for the next request.");
        limit("members", live.limits().members(), next.limits().members());
        limit("invitations", live.limits().invitations(), next.limits().invitations());
        limit("requests", live.limits().requests(), next.limits().requests());
    }

    private void arriveOrGo() {
        boolean arrive = next.present();
        long accounts = stored.accounts();
        changes.add(Change.of(
                        ChangeKind.RULES_CHANGED,
                        "tenants.membership",
                        arrive || accounts == 0 ? Effect.INSTANT : Effect.LOSS,
                        arrive ? "Accounts belong to tenants." : "Accounts belong to tenants no more.",
                        arrive
                                ? "The accounts that are there belong to none yet."
                                : "Memberships stay stored and mean nothing until tenants come back.")
                .touching(accounts)
                .toAllowIf(!arrive && accounts > 0));
    }

    private void onlyOne() {
        long several = stored.inSeveralTenants();
        changes.add(Change.of(
                        ChangeKind.MEMBERSHIP_LIMITED,
                        "tenants.membership",
                        several == 0 ? Effect.INSTANT : Effect.DECISION,
                        "Accounts belong to one tenant at most.",
                        several == 0
                                ? "No account belongs to several; it is proven while everyone goes on working."
                                : several + " accounts belong to several. Which one each of them keeps is for you to"
                                        + " say: cuenta tenants leave")
                .touching(several));
    }

    private void rule(String key, @Nullable Object before, @Nullable Object after, String consequence) {
        if (!Objects.equals(before, after)) {
            add(key, Effect.INSTANT, "`tenants." + key + "` changes.", consequence);
        }
    }

    private void limit(String key, @Nullable Integer before, @Nullable Integer after) {
        if (!Objects.equals(before, after)) {
            add(
                    "limits." + key,
                    Effect.INSTANT,
                    "`tenants.limits." + key + "` changes from " + said(before) + " to " + said(after) + ".",
                    "Counts for tenants without a limit of their own; what they have already stays.");
        }
    }

    private static String said(@Nullable Integer limit) {
        return limit == null ? "any number" : limit.toString();
    }

    private void add(String key, Effect effect, String what, String consequence) {
        changes.add(Change.of(ChangeKind.RULES_CHANGED, "tenants." + key, effect, what, consequence));
    }
}
