package dev.cuenta.wire.sharing;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a key is to be.
 *
 * @param scope null for all that the contract lets through
 * @param networks null for any
 * @param tenants in which it is good and nowhere else, by id or subdomain; null for all
 * @param days how long it is good; null for until it is taken back
 */
public record ServiceKeyRequest(
        @Nullable List<String> scope,
        @Nullable List<String> networks,
        @Nullable List<String> tenants,
        @Nullable Integer days) {}
