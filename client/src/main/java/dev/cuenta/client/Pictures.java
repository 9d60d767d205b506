package dev.cuenta.client;

import java.io.IOException;
import java.util.Optional;

/** Pictures of accounts. */
public final class Pictures {
    private final Connection connection;

    Pictures(Connection connection) {
        this.connection = connection;
    }

    /** A picture as it may be shown. */
    @SuppressWarnings("ArrayRecordComponent") // handed over once
    public record Picture(String mediaType, byte[] content) {}

    /**
     * The current picture of a field; empty where there is none within reach.
     *
     * @param longestSide in pixels: 96, 384 or 2048
     */
    public Optional<Picture> get(String account, String field, int longestSide) {
        String path = "/v1/accounts/" + Request.encoded(account) + "/pictures/" + Request.encoded(field);
        try (Response response = connection.send(Request.of("GET", path).query("size", longestSide))) {
            return Optional.of(new Picture(
                    response.header("Content-Type").orElse("application/octet-stream"),
                    response.body().readAllBytes()));
        } catch (Refused.NotFound none) {
            return Optional.empty();
        } catch (IOException cutOff) {
            throw new Unreachable(connection.service(), cutOff);
        }
    }
}
