package dev.cuenta.core.picture;

import java.util.Arrays;
import java.util.Optional;

/** The sizes in which each picture is kept. */
public enum PictureSize {
    /** As it was uploaded, but no side longer than 2048 pixels. */
    WHOLE(2048),
    /** A square from its middle, for pages. */
    LARGE(384),
    /** A square from its middle, for lists. */
    SMALL(96);

    private final int pixels;

    PictureSize(int pixels) {
        this.pixels = pixels;
    }

    /** The longest side. */
    public int pixels() {
        return pixels;
    }

    public static Optional<PictureSize> of(int pixels) {
        return Arrays.stream(values()).filter(size -> size.pixels == pixels).findFirst();
    }
}
