package dev.cuenta.service.testing;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Ports of loopback for services that have to know theirs before they start. They lie below those that the system gives to whoever
 * connects, none is handed out twice, and processes of tests begin at different ones: what is free stays free until it is used.
 */
final class Ports {
    private static final int FIRST = 10_000;
    private static final int COUNT = 10_000;
    private static final AtomicInteger NEXT =
            new AtomicInteger((int) (ProcessHandle.current().pid() * 97 % COUNT));

    private Ports() {}

    static int free() {
        for (int tries = 0; tries < COUNT; tries++) {
            int port = FIRST + NEXT.getAndIncrement() % COUNT;
            try (ServerSocket socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (IOException taken) {
                // The next one.
            }
        }
        throw new AssertionError("No port of loopback is free");
    }
}
