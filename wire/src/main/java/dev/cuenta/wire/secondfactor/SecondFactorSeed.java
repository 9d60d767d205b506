package dev.cuenta.wire.secondfactor;

import dev.cuenta.wire.Secret;

/**
 * What an authenticator needs, told once.
 *
 * @param uri the seed as an address that authenticators read
 * @param qr that address as a QR code (SVG)
 * @param qrText the same for a terminal
 */
public record SecondFactorSeed(Secret seed, Secret uri, Secret qr, Secret qrText) {}
