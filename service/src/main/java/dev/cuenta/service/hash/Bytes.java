package dev.cuenta.service.hash;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.function.Function;

/** A password as the bytes that older programs hashed, for a moment. */
final class Bytes {
    private Bytes() {}

    static <T> T of(char[] password, Function<byte[], T> use) {
        ByteBuffer encoded = StandardCharsets.UTF_8.encode(CharBuffer.wrap(password));
        byte[] bytes = new byte[encoded.remaining()];
        encoded.get(0, bytes);
        try {
            return use.apply(bytes);
        } finally {
            Arrays.fill(bytes, (byte) 0);
            encoded.put(0, new byte[bytes.length]);
        }
    }
}
