package dev.cuenta.wire.picture;

/**
 * A picture that is to be the current one.
 *
 * @param picture the id of an earlier one
 */
public record PictureChoice(String picture) {}
