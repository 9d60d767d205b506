package dev.cuenta.service.activity;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.store.activity.Links;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/v1")
final class ActivityController {
    private final ActivityUseCases activity;

    ActivityController(ActivityUseCases activity) {
        this.activity = activity;
    }

    @GetMapping("/activity")
    Map<String, Object> list(
            Caller caller,
            @RequestParam(required = false) @Nullable String account,
            @RequestParam(required = false) @Nullable String person,
            @RequestParam(required = false) @Nullable String service,
            @RequestParam(required = false) @Nullable String action,
            @RequestParam(defaultValue = "50") int limit,
            @RequestParam(required = false) @Nullable Long before) {
        return json(
                activity.list(caller, new ActivityUseCases.Request(account, person, service, action, limit, before)));
    }

    @GetMapping("/me/activity")
    Map<String, Object> own(
            Caller caller,
            @RequestParam(defaultValue = "50") int limit,
            @RequestParam(required = false) @Nullable Long before) {
        return json(activity.of(caller, null, limit, before));
    }

    @GetMapping("/accounts/{id}/activity")
    Map<String, Object> of(
            Caller caller,
            @PathVariable String id,
            @RequestParam(defaultValue = "50") int limit,
            @RequestParam(required = false) @Nullable Long before) {
        return json(activity.of(caller, new AccountId(id), limit, before));
    }

    private static Map<String, Object> json(ActivityUseCases.Page page) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("items", page.items());
        json.put("names", page.names());
        if (page.next() != null) {
            json.put("next", page.next());
        }
        return json;
    }

    /** Whether anything was changed, taken out or put in since it was told. */
    @GetMapping("/activity/verification")
    Links.Report verify(Caller caller) {
        return activity.verify(caller);
    }
}
