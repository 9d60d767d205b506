package dev.cuenta.client;

import java.io.IOException;

/** Carries requests. The one that {@link Cuenta} takes by itself is the platform's {@link java.net.http.HttpClient}. */
public interface Transport {
    /**
     * Sends the request and waits until the answer begins.
     *
     * @throws IOException where nobody answers
     */
    Response send(Request request) throws IOException;
}
