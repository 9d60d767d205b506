package dev.cuenta.cli;

import java.util.regex.Pattern;

/** Tells ids from names, wherever either may be given. Nobody and no tenant is called like one. */
public final class Ids {
    private static final String UUID = "[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}";
    private static final Pattern OF_TENANT = Pattern.compile(UUID);
    private static final Pattern OF_ACCOUNT = Pattern.compile("\\d{1,19}|" + UUID);

    private Ids() {}

    /** Whether it is a tenant's id. */
    public static boolean isTenant(String text) {
        return OF_TENANT.matcher(text).matches();
    }

    /** Whether it is an account's id, of whichever scheme. */
    public static boolean isAccount(String text) {
        return OF_ACCOUNT.matcher(text).matches();
    }
}
