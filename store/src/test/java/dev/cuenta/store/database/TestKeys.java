package dev.cuenta.store.database;

import dev.cuenta.store.secret.SecretKey;
import dev.cuenta.store.secret.SecretKeys;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Keys of secret values in memory. */
public final class TestKeys implements SecretKeys {
    private final List<SecretKey> keys = new ArrayList<>(List.of(key(1)));

    private static SecretKey key(int number) {
        byte[] bytes = new byte[SecretKey.LENGTH];
        Arrays.fill(bytes, (byte) number);
        return SecretKey.of("0000000" + number, bytes);
    }

    /** Another key, which seals from now on. */
    public SecretKey add() {
        keys.add(key(keys.size() + 1));
        return current();
    }

    /** What came before the current one is not at hand any more. */
    public void forget() {
        keys.subList(0, keys.size() - 1).clear();
    }

    @Override
    public List<SecretKey> all() {
        return List.copyOf(keys);
    }

    @Override
    public SecretKey current() {
        return keys.get(keys.size() - 1);
    }

    @Override
    public Optional<SecretKey> find(String id) {
        return keys.stream().filter(key -> key.id().equals(id)).findFirst();
    }
}
