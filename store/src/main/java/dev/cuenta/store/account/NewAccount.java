package dev.cuenta.store.account;

import dev.cuenta.core.model.FieldPath;
import dev.cuenta.core.model.Kind;
import java.time.Instant;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An account that is to be made, with values that admission let through. */
public record NewAccount(Kind kind, Map<FieldPath, @Nullable Object> values, Instant created) {}
