package dev.cuenta.service.load;

import java.net.Inet4Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Addresses that begin alike (RFC 4632 for IPv4, RFC 4291 for IPv6).
 *
 * @param bits how many of the first one's bits they share
 */
public record Network(InetAddress first, int bits) {
    private static final Pattern LITERAL = Pattern.compile("[0-9.]{7,15}|[0-9a-fA-F:.]*:[0-9a-fA-F:.]*");
    /** What one subscriber is given at least: all its addresses are one person's (RFC 6177). */
    private static final int SUBSCRIBER = 64;

    /**
     * Reads such as {@code 10.0.0.0/8}, {@code ::1} or {@code fd00::/8}.
     *
     * @throws IllegalArgumentException for what is none
     */
    public static Network of(String text) {
        int slash = text.indexOf('/');
        InetAddress first = address(slash < 0 ? text : text.substring(0, slash))
                .orElseThrow(() -> new IllegalArgumentException("`" + text + "` is no network, such as 10.0.0.0/8"));
        int longest = first.getAddress().length * Byte.SIZE;
        int bits = slash < 0 ? longest : Integer.parseInt(text.substring(slash + 1));
        if (bits < 0 || bits > longest) {
            throw new IllegalArgumentException("`" + text + "` has a prefix that is too long");
        }
        return new Network(first, bits);
    }

    /** An address that is written in digits; never one that has to be looked up. */
    public static Optional<InetAddress> address(String text) {
        if (!LITERAL.matcher(text).matches()) {
            return Optional.empty();
        }
        try {
            return Optional.of(InetAddress.getByName(text));
        } catch (UnknownHostException none) {
            return Optional.empty();
        }
    }

    /** Stands for all addresses that whoever has this one may have as well; the text itself where it is no address. */
    public static String subscriber(String address) {
        return address(address)
                .map(known -> known instanceof Inet4Address
                        ? known.getHostAddress()
                        : new Network(known, SUBSCRIBER).prefix())
                .orElse(address);
    }

    private String prefix() {
        byte[] bytes = first.getAddress();
        StringBuilder prefix = new StringBuilder();
        for (int i = 0; i < bits / Byte.SIZE; i++) {
            prefix.append(String.format("%02x", bytes[i]));
        }
        return prefix.append("/").append(bits).toString();
    }

    public boolean contains(InetAddress other) {
        byte[] mine = first.getAddress();
        byte[] theirs = other.getAddress();
        if (mine.length != theirs.length) {
            return false;
        }
        for (int bit = 0; bit < bits; bit++) {
            int mask = 0x80 >> (bit % Byte.SIZE);
            if ((mine[bit / Byte.SIZE] & mask) != (theirs[bit / Byte.SIZE] & mask)) {
                return false;
            }
        }
        return true;
    }
}
