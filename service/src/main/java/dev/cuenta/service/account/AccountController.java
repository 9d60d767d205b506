package dev.cuenta.service.account;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.activity.Origin;
import dev.cuenta.service.body.OfModel;
import dev.cuenta.service.caller.Asker;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToGuests;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.wire.Page;
import dev.cuenta.wire.account.Caution;
import dev.cuenta.wire.account.Count;
import dev.cuenta.wire.account.LookedUp;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
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
    @Operation(operationId = "signUp", summary = "Sign up")
    @ApiResponse(responseCode = "201", description = "Created")
    @ApiResponse(
            responseCode = "202",
            description = "Accepted; the outcome is sent by mail (private sign-up)",
            content = @Content)
    @OfModel("Account")
    @PostMapping("/sign-ups")
    void signUp(
            @OfModel("SignUp") @RequestBody Map<String, Object> body,
            Origin origin,
            HttpServletRequest request,
            HttpServletResponse response) {
        signUps.signUp(body, origin)
                .ifPresentOrElse(
                        view -> answers.made(view, request, response),
                        () -> response.setStatus(HttpStatus.ACCEPTED.value()));
    }

    @OpenToServices
    @Operation(operationId = "readOwnAccount", summary = "Read one's own account")
    @OfModel("Account")
    @GetMapping("/me")
    void own(
            Asker asker,
            @Parameter(description = "fields to answer with, by comma") @RequestParam(defaultValue = "") String fields,
            HttpServletRequest request,
            HttpServletResponse response) {
        Set<String> named = named(fields);
        answers.found(read(asker, named, caller -> accounts.show(caller, null, named)), request, response);
    }

    @OpenToServices(with = OpenToServices.Part.WRITES)
    @Operation(operationId = "changeOwnAccount", summary = "Change one's own account (JSON Merge Patch, RFC 7396)")
    @OfModel("Account")
    @PatchMapping("/me")
    void changeOwn(
            Caller caller,
            @OfModel("AccountPatch") @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch,
            HttpServletRequest request,
            HttpServletResponse response) {
        answers.found(changes.changeOwn(caller, patch, IfMatch.read(ifMatch)), request, response);
    }

    @OpenToServices
    @Operation(
            operationId = "listAccounts",
            summary = "List accounts; all of them, a line each, for application/x-ndjson")
    @OfModel("AccountPage")
    @GetMapping("/accounts")
    @Nullable
    Page<Map<String, Object>> list(
            Asker asker,
            @Parameter(description = "SCIM filter (RFC 7644 section 3.4.2.2)") @RequestParam(required = false) @Nullable
                    String filter,
            @Parameter(description = "a field; with - before it, descending") @RequestParam(required = false) @Nullable
                    String sort,
            @Parameter(description = "fields to answer with, by comma") @RequestParam(defaultValue = "") String fields,
            @Parameter(description = "1 to 200") @RequestParam(defaultValue = "25") int limit,
            @Parameter(description = "next of the page before") @RequestParam(required = false) @Nullable String cursor,
            @RequestHeader(name = HttpHeaders.ACCEPT, defaultValue = "") String accept,
            HttpServletResponse response) {
        Listing.Request request = new Listing.Request(filter, sort, named(fields), limit, cursor);
        if (accept.contains(Export.LINES)) {
            export.write(asker.caller(), request, response);
            return null;
        }
        Page<Map<String, Object>> page = read(asker, request.fields(), caller -> listing.list(caller, request));
        if (page.next() != null) {
            response.setHeader(HttpHeaders.LINK, "<" + address(request, page.next()) + ">; rel=\"next\"");
        }
        return page;
    }

    @OpenToServices
    @Operation(
            operationId = "lookUpAccounts",
            summary = "Find up to 1,000 accounts at once, by id or by a unique field")
    @OfModel("LookedUp")
    @PostMapping("/accounts/lookup")
    LookedUp<Map<String, Object>> lookUp(Asker asker, @RequestBody dev.cuenta.wire.account.Lookup request) {
        return read(asker, Lookup.fields(request), caller -> lookup.find(caller, request));
    }

    @OpenToServices
    @Operation(operationId = "countAccounts", summary = "Count accounts")
    @GetMapping("/accounts/count")
    Count count(
            Asker asker,
            @Parameter(description = "SCIM filter (RFC 7644 section 3.4.2.2)") @RequestParam(required = false) @Nullable
                    String filter,
            @Parameter(description = "count no further: then `more` says whether there are more")
                    @RequestParam(required = false)
                    @Nullable
                    Integer upTo) {
        return asker.read(caller -> listing.count(caller, filter, upTo));
    }

    @OpenToServices
    @Operation(
            operationId = "cautionAboutList",
            summary = "Whether a list takes long because no index helps with its filter or sort")
    @GetMapping("/accounts/caution")
    Caution caution(
            Asker asker,
            @Parameter(description = "SCIM filter (RFC 7644 section 3.4.2.2)") @RequestParam(required = false) @Nullable
                    String filter,
            @Parameter(description = "as of the list") @RequestParam(required = false) @Nullable String sort) {
        Listing.Request request = new Listing.Request(filter, sort, Set.of(), 1, null);
        return asker.read(caller -> new Caution(listing.caution(caller, request).orElse(null)));
    }

    @Operation(operationId = "createAccount", summary = "Create an account")
    @ApiResponse(responseCode = "201", description = "Created")
    @OfModel("Account")
    @PostMapping("/accounts")
    void create(
            Caller caller,
            @OfModel("NewAccount") @RequestBody Map<String, Object> body,
            HttpServletRequest request,
            HttpServletResponse response) {
        answers.made(accounts.create(caller, body), request, response);
    }

    @OpenToServices
    @Operation(operationId = "readAccount", summary = "Read an account")
    @OfModel("Account")
    @GetMapping("/accounts/{id}")
    void show(
            Asker asker,
            @PathVariable String id,
            @Parameter(description = "fields to answer with, by comma") @RequestParam(defaultValue = "") String fields,
            @Parameter(description = "for administrators: as this party gets it, such as service:billing")
                    @RequestParam(required = false)
                    @Nullable
                    String as,
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

    @OpenToServices(with = OpenToServices.Part.WRITES)
    @Operation(operationId = "changeAccount", summary = "Change an account (JSON Merge Patch, RFC 7396)")
    @OfModel("Account")
    @PatchMapping("/accounts/{id}")
    void change(
            Asker asker,
            @PathVariable String id,
            @OfModel("AccountPatch") @RequestBody Map<String, Object> patch,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch,
            HttpServletRequest request,
            HttpServletResponse response) {
        answers.found(changes.change(asker, new AccountId(id), patch, IfMatch.read(ifMatch)), request, response);
    }

    @Operation(operationId = "removeAccount", summary = "Remove an account")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @DeleteMapping("/accounts/{id}")
    void remove(
            Caller caller,
            @PathVariable String id,
            @RequestHeader(name = HttpHeaders.IF_MATCH, required = false) @Nullable String ifMatch) {
        accounts.remove(caller, new AccountId(id), IfMatch.read(ifMatch));
    }

    @Operation(operationId = "anonymiseAccount", summary = "Remove what tells whose account it is")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @PostMapping("/accounts/{id}/anonymisation")
    void anonymise(Caller caller, @PathVariable String id) {
        accounts.anonymise(caller, new AccountId(id));
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
