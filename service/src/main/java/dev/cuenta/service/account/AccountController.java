package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.session.Asker;
import dev.cuenta.service.session.Caller;
import dev.cuenta.service.session.OpenToGuests;
import dev.cuenta.service.session.OpenToServices;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.util.DigestUtils;
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
import tools.jackson.databind.json.JsonMapper;

@RestController
@RequestMapping("/v1")
final class AccountController {
    private final SignUps signUps;
    private final AccountUseCases accounts;
    private final AccountChange changes;
    private final Listing listing;
    private final Lookup lookup;
    private final Export export;
    private final JsonMapper json;

    AccountController(
            SignUps signUps,
            AccountUseCases accounts,
            AccountChange changes,
            Listing listing,
            Lookup lookup,
            Export export,
            JsonMapper json) {
        this.json = json;
        this.lookup = lookup;
        this.export = export;
        this.signUps = signUps;
        this.changes = changes;
        this.accounts = accounts;
        this.listing = listing;
    }

    @OpenToGuests
    @PostMapping("/sign-ups")
    ResponseEntity<byte[]> signUp(@RequestBody Map<String, Object> body, Origin origin) {
        return signUps.signUp(body, origin)
                .map(this::made)
                .orElseGet(() -> ResponseEntity.accepted().build());
    }

    @OpenToServices
    @GetMapping("/me")
    ResponseEntity<byte[]> own(Asker asker, @RequestParam(defaultValue = "") Set<String> fields) {
        return found(read(asker, fields, caller -> accounts.show(caller, null, fields)));
    }

    @OpenToServices
    @PatchMapping("/me")
    ResponseEntity<byte[]> changeOwn(
            Caller caller,
            @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        return found(changes.changeOwn(caller, patch, IfMatch.read(ifMatch)));
    }

    @OpenToServices
    @GetMapping("/accounts")
    @Nullable
    ResponseEntity<Map<String, Object>> list(
            Asker asker,
            @RequestParam(required = false) @Nullable String filter,
            @RequestParam(required = false) @Nullable String sort,
            @RequestParam(defaultValue = "") Set<String> fields,
            @RequestParam(defaultValue = "25") int limit,
            @RequestParam(required = false) @Nullable String cursor,
            @RequestHeader(name = HttpHeaders.ACCEPT, defaultValue = "") String accept,
            HttpServletResponse response) {
        Listing.Request request = new Listing.Request(filter, sort, fields, limit, cursor);
        if (accept.contains(Export.LINES)) {
            export.write(asker.caller(), request, response);
            return null;
        }
        Listing.Page page = read(asker, fields, caller -> listing.list(caller, request));
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
    @PostMapping("/accounts/lookup")
    Lookup.Found lookUp(Asker asker, @RequestBody Lookup.Request request) {
        return read(asker, request.asked(), caller -> lookup.find(caller, request));
    }

    @OpenToServices
    @GetMapping("/accounts/count")
    Map<String, Object> count(
            Asker asker,
            @RequestParam(required = false) @Nullable String filter,
            @RequestParam(required = false) @Nullable Integer upTo) {
        return asker.read(caller -> listing.count(caller, filter, upTo));
    }

    @PostMapping("/accounts")
    ResponseEntity<byte[]> create(Caller caller, @RequestBody Map<String, Object> body) {
        return made(accounts.create(caller, body));
    }

    @OpenToServices
    @GetMapping("/accounts/{id}")
    ResponseEntity<byte[]> show(
            Asker asker,
            @PathVariable String id,
            @RequestParam(defaultValue = "") Set<String> fields,
            @RequestParam(required = false) @Nullable String as) {
        AccountId account = new AccountId(id);
        return found(
                as == null
                        ? read(asker, fields, caller -> accounts.show(caller, account, fields))
                        : accounts.seenAs(asker.caller(), account, as, fields));
    }

    /** Who asks for fields by name may ask for secrets: that is noted, so it must not be done twice. */
    private static <T> T read(Asker asker, Set<String> fields, Function<Caller, T> work) {
        return fields.isEmpty() ? asker.read(work) : work.apply(asker.caller());
    }

    @OpenToServices
    @PatchMapping("/accounts/{id}")
    ResponseEntity<byte[]> change(
            Caller caller,
            @PathVariable String id,
            @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        return found(changes.change(caller, new AccountId(id), patch, IfMatch.read(ifMatch)));
    }

    @DeleteMapping("/accounts/{id}")
    ResponseEntity<Void> remove(
            Caller caller,
            @PathVariable String id,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        accounts.remove(caller, new AccountId(id), IfMatch.read(ifMatch));
        return ResponseEntity.noContent().build();
    }

    @PostMapping("/accounts/{id}/anonymisation")
    ResponseEntity<Void> anonymise(Caller caller, @PathVariable String id) {
        accounts.anonymise(caller, new AccountId(id));
        return ResponseEntity.noContent().build();
    }

    private ResponseEntity<byte[]> made(AccountUseCases.View view) {
        return answer(
                ResponseEntity.created(URI.create("/v1/accounts/" + view.json().get("id"))), view);
    }

    private ResponseEntity<byte[]> found(AccountUseCases.View view) {
        return answer(ResponseEntity.ok(), view);
    }

    /**
     * The tag is made of the very bytes that leave: whatever an answer shows, roles, a tenant's name, a value computed from the day,
     * has another one when it changes, for this reader.
     */
    private ResponseEntity<byte[]> answer(ResponseEntity.BodyBuilder answer, AccountUseCases.View view) {
        byte[] body = json.writeValueAsBytes(view.json());
        String tag = view.version() + "-" + DigestUtils.md5DigestAsHex(body);
        return answer.eTag("\"" + tag + "\"")
                .contentType(MediaType.APPLICATION_JSON)
                .body(body);
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
