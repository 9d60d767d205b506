package dev.cuenta.service.hash;

import dev.cuenta.core.model.HashFormat;
import dev.cuenta.core.password.RepeatableFormat;
import java.util.function.BiFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.codec.digest.Md5Crypt;
import org.apache.commons.codec.digest.Sha2Crypt;

/** The formats of Unix's crypt that are made of a digest in many rounds. */
public final class UnixCrypt implements RepeatableFormat {
    private static final Pattern SETTING =
            Pattern.compile("(\\$(?:1|5|6|apr1)\\$(?:rounds=\\d{1,9}\\$)?[^$]{1,16})(?:\\$.*)?");

    private final HashFormat format;
    private final BiFunction<byte[], String, String> crypt;

    private UnixCrypt(HashFormat format, BiFunction<byte[], String, String> crypt) {
        this.format = format;
        this.crypt = crypt;
    }

    public static UnixCrypt sha256() {
        return new UnixCrypt(HashFormat.SHA256_CRYPT, Sha2Crypt::sha256Crypt);
    }

    public static UnixCrypt sha512() {
        return new UnixCrypt(HashFormat.SHA512_CRYPT, Sha2Crypt::sha512Crypt);
    }

    public static UnixCrypt md5() {
        return new UnixCrypt(
                HashFormat.MD5_CRYPT,
                (password, setting) -> setting.startsWith("$apr1$")
                        ? Md5Crypt.apr1Crypt(password, setting)
                        : Md5Crypt.md5Crypt(password, setting));
    }

    @Override
    public HashFormat format() {
        return format;
    }

    @Override
    public String setting(String hash) {
        Matcher matcher = SETTING.matcher(hash);
        if (!matcher.matches()) {
            throw new IllegalArgumentException("Not a hash of crypt");
        }
        return matcher.group(1);
    }

    @Override
    public String again(String setting, char[] password) {
        return Bytes.of(password, bytes -> crypt.apply(bytes, setting));
    }
}
