package dev.cuenta.wire.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * What somebody wants of a publish.
 *
 * @param control what somebody wants of a publish: {@code run}, {@code pause} or {@code cancel}
 */
public record PublishControl(Word control) {
    /** What can be wanted. */
    public enum Word {
        RUN,
        PAUSE,
        CANCEL;

        @JsonValue
        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT);
        }
    }
}
