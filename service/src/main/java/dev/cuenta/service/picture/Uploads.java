package dev.cuenta.service.picture;

import com.github.f4b6a3.uuid.UuidCreator;
import dev.cuenta.core.picture.PictureContents;
import dev.cuenta.core.problem.Problem;
import dev.cuenta.store.picture.Pictures.Picture;
import java.time.Clock;
import org.springframework.stereotype.Component;

/** Makes pictures of what is sent, and keeps their bytes until an account has them. */
@Component
public final class Uploads {
    private final PictureContents contents;
    private final Images images;
    private final Clock clock;

    Uploads(PictureContents contents, Images images, Clock clock) {
        this.contents = contents;
        this.images = images;
        this.clock = clock;
    }

    /**
     * A picture that no account has yet; if none comes to have it, its bytes go again.
     *
     * @throws Problem INVALID for what is no picture, or too large a one
     */
    public Picture keep(byte[] upload) {
        Images.Made made = images.make(upload);
        Picture picture = new Picture(
                UuidCreator.getTimeOrderedEpoch(),
                made.mediaType(),
                made.width(),
                made.height(),
                made.bytes(),
                clock.instant());
        contents.keep(picture.id(), made.sizes());
        return picture;
    }
}
