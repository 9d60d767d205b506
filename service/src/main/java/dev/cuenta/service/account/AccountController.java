package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.caller.Asker;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.OpenToServices;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
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
    private final SignUps signUps;
    private final AccountUseCases accounts;
    private final AccountChange changes;
    private final Listing listing;
    private final Lookup lookup;
    private final Export export;
    private final AccountAnswers answers;

    AccountController(
            SignUps signUps,
            AccountUseCases accounts,
            AccountChange changes,
            Listing listing,
            Lookup lookup,
            Export export,
            AccountAnswers answers) {
        this.answers = answers;
        this.lookup = lookup;
        this.export = export;
        this.signUps = signUps;
        this.changes = changes;
        this.accounts = accounts;
        this.listing = listing;
    }

    @OpenToGuests
    @PostMapping("/sign-ups")
    void signUp(
            @RequestBody Map<String, Object> body,
            Origin origin,
            HttpServletRequest request,
            HttpServletResponse response) {
        signUps.signUp(body, origin)
                .ifPresentOrElse(
                        view -> answers.made(view, request, response),
                        () -> response.setStatus(HttpStatus.ACCEPTED.value()));
    }

    @OpenToServices
    @GetMapping("/me")
    void own(
            Asker asker,
            @RequestParam(defaultValue = "") String fields,
            HttpServletRequest request,
            HttpServletResponse response) {
        Set<String> named = named(fields);
        answers.found(read(asker, named, caller -> accounts.show(caller, null, named)), request, response);
    }

    @OpenToServices
    @PatchMapping("/me")
    void changeOwn(
            Caller caller,
            @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch,
            HttpServletRequest request,
            HttpServletResponse response) {
        answers.found(changes.changeOwn(caller, patch, IfMatch.read(ifMatch)), request, response);
    }

    @OpenToServices
    @GetMapping("/accounts")
    @Nullable
    ResponseEntity<Map<String, Object>> list(
            Asker asker,
            @RequestParam(required = false) @Nullable String filter,
            @RequestParam(required = false) @Nullable String sort,
            @RequestParam(defaultValue = "") String fields,
            @RequestParam(defaultValue = "25") int limit,
            @RequestParam(required = false) @Nullable String cursor,
            @RequestHeader(name = HttpHeaders.ACCEPT, defaultValue = "") String accept,
            HttpServletResponse response) {
        Listing.Request request = new Listing.Request(filter, sort, named(fields), limit, cursor);
        if (accept.contains(Export.LINES)) {
            export.write(asker.caller(), request, response);
            return null;
        }
        Listing.Page page = read(asker, request.fields(), caller -> listing.list(caller, request));
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

    @OpenToServices
    @GetMapping("/accounts/caution")
    Map<String, Object> caution(
            Asker asker,
            @RequestParam(required = false) @Nullable String filter,
            @RequestParam(required = false) @Nullable String sort) {
        Listing.Request request = new Listing.Request(filter, sort, Set.of(), 1, null);
        return asker.read(caller -> listing.caution(caller, request)
                .<Map<String, Object>>map(text -> Map.of("caution", text))
                .orElse(Map.of()));
    }

    @PostMapping("/accounts")
    void create(
            Caller caller,
            @RequestBody Map<String, Object> body,
            HttpServletRequest request,
            HttpServletResponse response) {
        answers.made(accounts.create(caller, body), request, response);
    }

    @OpenToServices
    @GetMapping("/accounts/{id}")
    void show(
            Asker asker,
            @PathVariable String id,
            @RequestParam(defaultValue = "") String fields,
            @RequestParam(required = false) @Nullable String as,
            HttpServletRequest request,
            HttpServletResponse response) {
        AccountId account = new AccountId(id);
        Set<String> named = named(fields);
        answers.found(
                as == null
                        ? read(asker, named, caller -> accounts.show(caller, account, named))
                        : accounts.seenAs(asker.caller(), account, as, named),
                request,
                response);
    }

    /** Names with commas between them. By hand: for a set, Spring looks for who can convert texts at each request. */
    private static Set<String> named(String fields) {
        return fields.isBlank()
                ? Set.of()
                : Arrays.stream(fields.split(","))
                        .map(String::strip)
                        .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Who asks for fields by name may ask for secrets: that is noted, so it must not be done twice. */
    private static <T> T read(Asker asker, Set<String> fields, Function<Caller, T> work) {
        return fields.isEmpty() ? asker.read(work) : work.apply(asker.caller());
    }

    @OpenToServices
    @PatchMapping("/accounts/{id}")
    void change(
            Caller caller,
            @PathVariable String id,
            @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch,
            HttpServletRequest request,
            HttpServletResponse response) {
        answers.found(changes.change(caller, new AccountId(id), patch, IfMatch.read(ifMatch)), request, response);
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
