package dev.cuenta.bench.byhand;

import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.hibernate.query.Query;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
final class AccountController {
    private static final String TENANT = "Tenant";
    private static final String ACCOUNT =
            "select a from Account a join fetch a.person left join fetch a.mooring where ";
    private static final String MEMBER =
            " and exists (select 1 from Membership m where m.accountId = a.id and m.tenantId = :tenant)";

    /** A page, and where the next one begins. */
    record Page(List<AccountView> items, @Nullable String next) {}

    /** What may be changed. */
    record Change(String berth) {}

    private final SessionFactory sessions;

    AccountController(SessionFactory sessions) {
        this.sessions = sessions;
    }

    @GetMapping("/accounts/{id}")
    ResponseEntity<AccountView> show(
            @PathVariable UUID id, @RequestHeader(name = TENANT, required = false) @Nullable UUID tenant) {
        return one("a.id = :value", id, tenant);
    }

    @GetMapping(path = "/accounts", params = "email")
    ResponseEntity<AccountView> find(
            @RequestParam String email, @RequestHeader(name = TENANT, required = false) @Nullable UUID tenant) {
        return one("a.email = :value", email, tenant);
    }

    private ResponseEntity<AccountView> one(String condition, Object value, @Nullable UUID tenant) {
        return sessions.fromStatelessSession(session -> within(tenant, ACCOUNT + condition, "", session)
                .setParameter("value", value)
                .uniqueResultOptional()
                .map(AccountController::answer)
                .orElseGet(() -> ResponseEntity.notFound().build()));
    }

    private static Query<Account> within(
            @Nullable UUID tenant, String question, String order, StatelessSession session) {
        return tenant == null
                ? session.createQuery(question + order, Account.class)
                : session.createQuery(question + MEMBER + order, Account.class).setParameter("tenant", tenant);
    }

    private static ResponseEntity<AccountView> answer(Account account) {
        return ResponseEntity.ok().eTag("\"" + account.version + "\"").body(AccountView.of(account));
    }

    @GetMapping("/accounts")
    Page list(
            @RequestHeader(name = TENANT, required = false) @Nullable UUID tenant,
            @RequestParam(defaultValue = "25") int limit,
            @RequestParam(required = false) @Nullable Instant createdAfter,
            @RequestParam(required = false) @Nullable UUID after) {
        List<Account> accounts = sessions.fromStatelessSession(session -> within(
                        tenant,
                        ACCOUNT + "(a.createdAt, a.id) > (:created, :id)",
                        " order by a.createdAt, a.id",
                        session)
                .setParameter("created", createdAfter == null ? Instant.EPOCH : createdAfter)
                .setParameter("id", after == null ? new UUID(0, 0) : after)
                .setMaxResults(limit + 1)
                .list());
        boolean more = accounts.size() > limit;
        Account last = accounts.get(Math.min(limit, accounts.size()) - 1);
        return new Page(
                accounts.stream().limit(limit).map(AccountView::of).toList(),
                more ? "createdAfter=" + last.createdAt + "&after=" + last.id : null);
    }

    @PatchMapping("/accounts/{id}")
    ResponseEntity<AccountView> change(
            @PathVariable UUID id,
            @RequestBody Change change,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        return sessions.fromTransaction(session -> {
            Account account = session.find(Account.class, id);
            if (account == null || account.mooring == null) {
                return ResponseEntity.notFound().build();
            }
            if (ifMatch != null && !ifMatch.equals("\"" + account.version + "\"")) {
                return ResponseEntity.status(HttpStatus.PRECONDITION_FAILED).build();
            }
            Objects.requireNonNull(account.mooring).berth = change.berth();
            account.lastModifiedAt = Instant.now();
            session.flush();
            return answer(account);
        });
    }
}
