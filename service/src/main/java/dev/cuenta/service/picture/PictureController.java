package dev.cuenta.service.picture;

import dev.cuenta.core.account.AccountId;
import dev.cuenta.service.body.BodyUpTo;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.caller.OpenToServices;
import dev.cuenta.wire.Items;
import dev.cuenta.wire.picture.Picture;
import dev.cuenta.wire.picture.PictureChoice;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import java.io.InputStream;
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
    @OpenToServices(with = OpenToServices.Part.PICTURES)
    @Operation(operationId = "showPicture", summary = "Show a picture")
    @GetMapping
    ResponseEntity<byte[]> show(
            Caller caller,
            @PathVariable(required = false) @Nullable String id,
            @PathVariable String field,
            @Parameter(description = "the id of an earlier one") @RequestParam(required = false) @Nullable
                    String picture,
            @Parameter(description = "the longest side in pixels: 96, 384 or 2048") @RequestParam(defaultValue = "384")
                    int size) {
        PictureUseCases.Shown shown = pictures.show(caller, account(id), field, picture, size);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(shown.mediaType()))
                .eTag("\"" + shown.tag() + "\"")
                .cacheControl(CacheControl.noCache().cachePrivate())
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline")
                .body(shown.content());
    }

    @BodyUpTo(mebibytes = 20)
    @Operation(operationId = "uploadPicture", summary = "Upload a picture: JPEG, PNG or GIF as the body")
    @PutMapping
    Items<Picture> upload(
            Caller caller,
            @PathVariable(required = false) @Nullable String id,
            @PathVariable String field,
            InputStream body) {
        return new Items<>(pictures.upload(caller, account(id), field, body));
    }

    @Operation(operationId = "removePicture", summary = "Take the current picture away")
    @DeleteMapping
    Items<Picture> remove(
            Caller caller, @PathVariable(required = false) @Nullable String id, @PathVariable String field) {
        return new Items<>(pictures.remove(caller, account(id), field));
    }

    @Operation(operationId = "listPictures", summary = "The pictures that are kept, newest first")
    @GetMapping("/kept")
    Items<Picture> list(
            Caller caller, @PathVariable(required = false) @Nullable String id, @PathVariable String field) {
        return new Items<>(pictures.list(caller, account(id), field));
    }

    @Operation(operationId = "bringPictureBack", summary = "Bring an earlier picture back")
    @PutMapping("/current")
    Items<Picture> bringBack(
            Caller caller,
            @PathVariable(required = false) @Nullable String id,
            @PathVariable String field,
            @RequestBody PictureChoice chosen) {
        return new Items<>(pictures.bringBack(caller, account(id), field, chosen.picture()));
    }

    private static @Nullable AccountId account(@Nullable String id) {
        return id == null ? null : new AccountId(id);
    }
}
