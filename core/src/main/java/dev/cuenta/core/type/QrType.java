package dev.cuenta.core.type;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;

/** A text that is shown as a QR code (ISO/IEC 18004). It is made from a template, so nobody writes it. */
final class QrType extends PictureType {
    /** What a code of the largest version holds at the medium level of correction. */
    private static final int MOST_BYTES = 2331;

    QrType() {
        super("qr");
    }

    @Override
    public boolean isMadeOfTemplate() {
        return true;
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of();
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        return raw instanceof String text
                        && !text.isEmpty()
                        && text.getBytes(StandardCharsets.UTF_8).length <= MOST_BYTES
                ? Outcome.accepted(text)
                : Outcome.refused("qr", "Does not fit into a QR code: at most " + MOST_BYTES + " bytes do.");
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "string", "description", "What the QR code says", "readOnly", true);
    }
}
