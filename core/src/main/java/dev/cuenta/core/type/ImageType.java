package dev.cuenta.core.type;

import java.util.Map;
import java.util.Set;

/**
 * A picture. The record holds the id of the current one, which changes with the picture; what it shows is uploaded and read by
 * itself, never as a part of the record.
 */
final class ImageType extends PictureType {
    ImageType() {
        super("image");
    }

    @Override
    public Set<String> limitKeys() {
        return Set.of("maxBytes", "keep");
    }

    @Override
    public Outcome read(Object raw, Limits limits) {
        return Outcome.refused(
                "picture",
                "A picture is uploaded by itself: PUT /v1/accounts/{id}/pictures/{field}; null takes it away.");
    }

    @Override
    public Map<String, Object> schema(Limits limits) {
        return Map.of("type", "string", "description", "The id of the current picture", "readOnly", true);
    }
}
