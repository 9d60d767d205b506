package dev.cuenta.service.picture;

import dev.cuenta.core.access.Operation;
import dev.cuenta.core.access.Viewer;
import dev.cuenta.core.account.AccountId;
import dev.cuenta.core.account.AccountRecord;
import dev.cuenta.core.activity.Action;
import dev.cuenta.core.model.Field;
import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.core.picture.PictureSize;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.core.problem.ProblemKind;
import dev.cuenta.service.account.Reach;
import dev.cuenta.service.caller.Caller;
import dev.cuenta.service.load.Throttle;
import dev.cuenta.service.qr.QrPicture;
import dev.cuenta.store.account.Accounts;
import dev.cuenta.store.account.Changeable;
import dev.cuenta.store.activity.Activity;
import dev.cuenta.store.live.LiveRevision;
import dev.cuenta.store.live.LiveRevisions;
import dev.cuenta.store.live.Work;
import dev.cuenta.store.picture.Pictures;
import dev.cuenta.store.picture.Pictures.Picture;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What people do with the pictures of accounts. Where no account is given, it is the caller's own. */
@Component
final class PictureUseCases {
    /** A picture's bytes. {@code tag} changes whenever they do. */
    @SuppressWarnings("ArrayRecordComponent") // on its way out, compared with nothing
    record Shown(String mediaType, byte[] content, String tag) {}

    private final LiveRevisions live;
    private final PictureContents contents;
    private final Uploads uploads;
    private final Throttle throttle;
    private final Clock clock;

    PictureUseCases(LiveRevisions live, PictureContents contents, Uploads uploads, Throttle throttle, Clock clock) {
        this.throttle = throttle;
        this.live = live;
        this.contents = contents;
        this.uploads = uploads;
        this.clock = clock;
    }

    /**
     * The current picture, or an earlier one.
     *
     * @param earlier its id; null for the current one
     * @param pixels the longest side wanted; a QR code has every size
     */
    Shown show(Caller caller, @Nullable AccountId account, String path, @Nullable String earlier, int pixels) {
        PictureSize size = PictureSize.of(pixels)
                .orElseThrow(
                        () -> Problem.invalid("/size", "option", "A picture comes in the sizes 96, 384 and 2048."));
        return live.with(revision -> {
            Field field = field(revision, path);
            Reach reach = Reach.toRead(caller, account, revision.model());
            Object value = revision.read(reach.scope(), work -> {
                AccountRecord record = reach.read(work);
                return earlier == null
                        ? current(record, field, caller, work)
                        : earlier(record, field, caller, earlier, work);
            });
            if (!field.stored()) {
                byte[] svg = QrPicture.svg(String.valueOf(value)).getBytes(StandardCharsets.UTF_8);
                return new Shown(
                        "image/svg+xml", svg, UUID.nameUUIDFromBytes(svg).toString());
            }
            UUID id = UUID.fromString(String.valueOf(value));
            byte[] content = contents.read(id, size).orElseThrow(PictureUseCases::none);
            return new Shown(isPng(content) ? "image/png" : "image/jpeg", content, id + "-" + size.pixels());
        });
    }

    private static boolean isPng(byte[] content) {
        return content.length > 1 && content[1] == 'P';
    }

    private static Object current(AccountRecord record, Field field, Caller caller, Work work) {
        checkReadable(record, field, caller, work);
        Viewer viewer = caller.viewer(work.revision().model(), record);
        return Optional.ofNullable(work.revision().projection().value(field, record, viewer))
                .orElseThrow(PictureUseCases::none);
    }

    private static Object earlier(AccountRecord record, Field field, Caller caller, String picture, Work work) {
        checkReadable(record, field, caller, work);
        return kept(record, field, picture, work);
    }

    private static UUID kept(AccountRecord record, Field field, String picture, Work work) {
        return new Pictures(work)
                .of(record.id(), field.path()).stream()
                        .map(Picture::id)
                        .filter(id -> id.toString().equals(picture))
                        .findFirst()
                        .orElseThrow(PictureUseCases::none);
    }

    /** What may not be read is not there. */
    private static void checkReadable(AccountRecord record, Field field, Caller caller, Work work) {
        LiveRevision revision = work.revision();
        if (!field.leaves() || !revision.matrix().reads(caller.viewer(revision.model(), record), field)) {
            throw none();
        }
    }

    private static Field field(LiveRevision revision, String path) {
        return revision.model()
                .field(path)
                .filter(field -> field.type().isPicture())
                .orElseThrow(PictureUseCases::none);
    }

    private static Problem none() {
        return Problem.of(ProblemKind.NOT_FOUND, "There is no such picture within your reach.");
    }

    /** Those of the field, newest first; earlier ones can be brought back. */
    List<dev.cuenta.wire.picture.Picture> list(Caller caller, @Nullable AccountId account, String path) {
        return live.with(revision -> {
            Field field = field(revision, path);
            Reach reach = Reach.toRead(caller, account, revision.model());
            return revision.read(reach.scope(), work -> {
                AccountRecord record = reach.read(work);
                checkReadable(record, field, caller, work);
                return listed(record.id(), field, record.values().get(field.path()), work);
            });
        });
    }

    private static List<dev.cuenta.wire.picture.Picture> listed(
            AccountId account, Field field, @Nullable Object current, Work work) {
        return new Pictures(work)
                .of(account, field.path()).stream()
                        .map(picture -> new dev.cuenta.wire.picture.Picture(
                                picture.id().toString(),
                                picture.id().toString().equals(current),
                                picture.mediaType(),
                                picture.width(),
                                picture.height(),
                                picture.bytes(),
                                picture.created()))
                        .toList();
    }

    /** Makes the upload the current picture. As many earlier ones as the field keeps can be brought back. */
    List<dev.cuenta.wire.picture.Picture> upload(
            Caller caller, @Nullable AccountId account, String path, InputStream body) {
        return live.with(revision -> {
            Field field = field(revision, path);
            Reach reach = Reach.toRead(caller, account, revision.model());
            revision.read(reach.scope(), work -> writable(reach.read(work), field, caller, work));
            byte[] upload = read(body, field.limits().maxBytes());
            Picture picture =
                    throttle.countUpload(String.valueOf(caller.origin().address()), () -> uploads.keep(upload));
            return change(revision, caller, account, field, (record, work) -> {
                new Pictures(work).add(record.id(), field.path(), picture);
                return picture.id();
            });
        });
    }

    private static byte[] read(InputStream body, int most) {
        try {
            byte[] upload = body.readNBytes(most + 1);
            if (upload.length > most) {
                throw Problem.invalid("", "maxBytes", "Is too large; at most " + most + " bytes are allowed.");
            }
            return upload;
        } catch (IOException cutOff) {
            throw new UncheckedIOException(cutOff);
        }
    }

    List<dev.cuenta.wire.picture.Picture> bringBack(
            Caller caller, @Nullable AccountId account, String path, String picture) {
        return live.with(revision -> {
            Field field = field(revision, path);
            return change(revision, caller, account, field, (record, work) -> kept(record, field, picture, work));
        });
    }

    /** The account has no current picture then; what is kept can still be brought back. */
    List<dev.cuenta.wire.picture.Picture> remove(Caller caller, @Nullable AccountId account, String path) {
        return live.with(revision -> change(revision, caller, account, field(revision, path), (record, work) -> null));
    }

    private interface Choice {
        @Nullable
        UUID current(AccountRecord record, Work work);
    }

    private List<dev.cuenta.wire.picture.Picture> change(
            LiveRevision revision, Caller caller, @Nullable AccountId account, Field field, Choice choice) {
        Set<UUID> dropped = new HashSet<>();
        Reach reach = Reach.toChange(caller, account, revision.model());
        List<dev.cuenta.wire.picture.Picture> pictures = revision.write(reach.scope(), work -> {
            Changeable changeable = reach.change(work);
            AccountRecord record = writable(changeable.record(), field, caller, work);
            UUID current = choice.current(record, work);
            String value = current == null ? null : current.toString();
            Map<FieldPath, @Nullable Object> values = new HashMap<>(Collections.singletonMap(field.path(), value));
            new Accounts(work).change(changeable, values, clock.instant());
            new Activity(work)
                    .add(
                            Action.PICTURE_CHANGED,
                            record.id(),
                            caller.origin(),
                            Map.of("field", field.path().toString()));
            dropped.clear();
            dropped.addAll(beyondKept(record.id(), field, current, work));
            new Pictures(work).remove(dropped);
            return listed(record.id(), field, value, work);
        });
        contents.drop(dropped);
        return pictures;
    }

    private static Set<UUID> beyondKept(AccountId account, Field field, @Nullable UUID current, Work work) {
        Set<UUID> beyond = new HashSet<>();
        new Pictures(work)
                .of(account, field.path()).stream()
                        .map(Picture::id)
                        .filter(id -> !id.equals(current))
                        .skip(field.limits().keep())
                        .forEach(beyond::add);
        return beyond;
    }

    private static AccountRecord writable(AccountRecord record, Field field, Caller caller, Work work) {
        LiveRevision revision = work.revision();
        boolean has = revision.model()
                .fieldsOf(revision.model().kindNamed(record.kind()))
                .contains(field);
        Viewer viewer = caller.viewer(revision.model(), record);
        if (!has || !field.stored() || !revision.matrix().writes(viewer, field, Operation.CHANGE)) {
            throw Problem.of(
                    has && revision.matrix().reads(viewer, field) ? ProblemKind.FORBIDDEN : ProblemKind.NOT_FOUND,
                    "You may not change this picture.");
        }
        return record;
    }
}
