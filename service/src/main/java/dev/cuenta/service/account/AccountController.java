package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.session.Caller;
import dev.cuenta.service.session.OpenToGuests;
import dev.cuenta.service.session.OpenToServices;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.UriUtils;

@RestController
@RequestMapping("/v1")
final class AccountController {
    private final AccountUseCases accounts;
    private final AccountChange changes;
    private final Listing listing;

    AccountController(AccountUseCases accounts, AccountChange changes, Listing listing) {
        this.changes = changes;
        this.accounts = accounts;
        this.listing = listing;
    }

    @OpenToGuests
    @PostMapping("/sign-ups")
    ResponseEntity<Map<String, Object>> signUp(@RequestBody Map<String, Object> body, Origin origin) {
        return made(accounts.signUp(body, origin));
    }

    @OpenToServices
    @GetMapping("/me")
    ResponseEntity<Map<String, Object>> own(Caller caller, @RequestParam(defaultValue = "") Set<String> fields) {
        return found(accounts.show(caller, null, fields));
    }

    @OpenToServices
    @PatchMapping("/me")
    ResponseEntity<Map<String, Object>> changeOwn(
            Caller caller,
            @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        return found(changes.changeOwn(caller, patch, version(ifMatch)));
    }

    @OpenToServices
    @GetMapping("/accounts")
    ResponseEntity<Map<String, Object>> list(
            Caller caller,
            @RequestParam(required = false) @Nullable String filter,
            @RequestParam(required = false) @Nullable String sort,
            @RequestParam(defaultValue = "") Set<String> fields,
            @RequestParam(defaultValue = "25") int limit,
            @RequestParam(required = false) @Nullable String cursor) {
        Listing.Request request = new Listing.Request(filter, sort, fields, limit, cursor);
        Listing.Page page = listing.list(caller, request);
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("items", page.items());
        if (page.next() != null) {
            body.put("next", page.next());
            return ResponseEntity.ok()
                    .header(HttpHeaders.LINK, "<" + address(request, page.next()) + ">; rel=\"next\"")
                    .body(body);
        }
        return ResponseEntity.ok(body);
    }

    @OpenToServices
    @GetMapping("/accounts/count")
    Map<String, Object> count(Caller caller, @RequestParam(required = false) @Nullable String filter) {
        return Map.of("count", listing.count(caller, filter));
    }

    @PostMapping("/accounts")
    ResponseEntity<Map<String, Object>> create(Caller caller, @RequestBody Map<String, Object> body) {
        return made(accounts.create(caller, body));
    }

    @OpenToServices
    @GetMapping("/accounts/{id}")
    ResponseEntity<Map<String, Object>> show(
            Caller caller,
            @PathVariable String id,
            @RequestParam(defaultValue = "") Set<String> fields,
            @RequestParam(required = false) @Nullable String as) {
        AccountId account = new AccountId(id);
        return found(
                as == null ? accounts.show(caller, account, fields) : accounts.seenAs(caller, account, as, fields));
    }

    @OpenToServices
    @PatchMapping("/accounts/{id}")
    ResponseEntity<Map<String, Object>> change(
            Caller caller,
            @PathVariable String id,
            @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        return found(changes.change(caller, new AccountId(id), patch, version(ifMatch)));
    }

    @DeleteMapping("/accounts/{id}")
    ResponseEntity<Void> remove(
            Caller caller,
            @PathVariable String id,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        accounts.remove(caller, new AccountId(id), version(ifMatch));
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/accounts/{id}/anonymisation")
    ResponseEntity<Void> anonymise(Caller caller, @PathVariable String id) {
        accounts.anonymise(caller, new AccountId(id));
        return ResponseEntity.noContent().build();
    }

    private static ResponseEntity<Map<String, Object>> made(AccountUseCases.View view) {
        return ResponseEntity.created(URI.create("/v1/accounts/" + view.json().get("id")))
                .eTag(etag(view))
                .body(view.json());
    }

    private static ResponseEntity<Map<String, Object>> found(AccountUseCases.View view) {
        return ResponseEntity.ok().eTag(etag(view)).body(view.json());
    }

    private static String etag(AccountUseCases.View view) {
        return "\"" + view.version() + "\"";
    }

    private static @Nullable Long version(@Nullable String ifMatch) {
        if (ifMatch == null || ifMatch.equals("*")) {
            return null;
        }
        if (!ifMatch.matches("\"\\d{1,18}\"")) {
            throw Problem.of(
                    ProblemKind.STALE, "If-Match must be the ETag that the account was read with, such as \"3\".");
        }
        return Long.valueOf(ifMatch.substring(1, ifMatch.length() - 1));
    }

    private static String address(Listing.Request request, String next) {
        StringBuilder address = new StringBuilder("/v1/accounts?limit=").append(request.limit());
        append(address, "filter", request.filter());
        append(address, "sort", request.sort());
        append(address, "fields", request.fields().isEmpty() ? null : String.join(",", request.fields()));
        append(address, "cursor", next);
        return address.toString();
    }

    private static void append(StringBuilder address, String name, @Nullable String value) {
        if (value != null) {
            address.append('&').append(name).append('=').append(UriUtils.encode(value, StandardCharsets.UTF_8));
        }
    }
}
