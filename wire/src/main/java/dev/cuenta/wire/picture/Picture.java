package dev.cuenta.wire.picture;

import java.time.Instant;

/** A picture, without its bytes; width and height in pixels. */
public record Picture(
        String id, boolean current, String mediaType, int width, int height, int bytes, Instant created) {}
