package dev.cuenta.service.picture;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.body.BodyUpTo;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping({"/v1/me/pictures/{field}", "/v1/accounts/{id}/pictures/{field}"})
final class PictureController {
    private final PictureUseCases pictures;

    PictureController(PictureUseCases pictures) {
        this.pictures = pictures;
    }

    /** The browser may keep it, and asks whether it is still the one. */
    @OpenToServices
    @GetMapping
    ResponseEntity<byte[]> show(
            Caller caller,
            @PathVariable(required = false) @Nullable String id,
            @PathVariable String field,
            @RequestParam(required = false) @Nullable String picture,
            @RequestParam(defaultValue = "384") int size) {
        PictureUseCases.Shown shown = pictures.show(caller, account(id), field, picture, size);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(shown.mediaType()))
                .eTag("\"" + shown.tag() + "\"")
                .cacheControl(CacheControl.noCache().cachePrivate())
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline")
                .body(shown.content());
    }

    @BodyUpTo(mebibytes = 20)
    @PutMapping
    Map<String, Object> upload(
            Caller caller,
            @PathVariable(required = false) @Nullable String id,
            @PathVariable String field,
            InputStream body) {
        return items(pictures.upload(caller, account(id), field, body));
    }

    @DeleteMapping
    Map<String, Object> remove(
            Caller caller, @PathVariable(required = false) @Nullable String id, @PathVariable String field) {
        return items(pictures.remove(caller, account(id), field));
    }

    @GetMapping("/kept")
    Map<String, Object> list(
            Caller caller, @PathVariable(required = false) @Nullable String id, @PathVariable String field) {
        return items(pictures.list(caller, account(id), field));
    }

    /** An earlier picture, by its id. */
    record Chosen(String picture) {}

    @PutMapping("/current")
    Map<String, Object> bringBack(
            Caller caller,
            @PathVariable(required = false) @Nullable String id,
            @PathVariable String field,
            @RequestBody Chosen chosen) {
        return items(pictures.bringBack(caller, account(id), field, String.valueOf(chosen.picture())));
    }

    private static @Nullable AccountId account(@Nullable String id) {
        return id == null ? null : new AccountId(id);
    }

    private static Map<String, Object> items(List<PictureUseCases.Listed> pictures) {
        return Map.of("items", pictures);
    }
}
