package dev.cuenta.service.message;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javax.net.SocketFactory;

/**
 * Sockets that close by themselves: a server that says a little again and again holds nobody up for longer than the whole takes. TLS is
 * laid over such a socket, and ends with it.
 */
final class BoundedSockets extends SocketFactory {
    static final Duration WHOLE = Duration.ofMinutes(1);

    private final SocketFactory sockets = SocketFactory.getDefault();
    private final Duration whole;

    BoundedSockets(Duration whole) {
        this.whole = whole;
    }

    private Socket bounded(Socket socket) {
        CompletableFuture.delayedExecutor(whole.toMillis(), TimeUnit.MILLISECONDS)
                .execute(() -> {
                    try {
                        socket.close();
                    } catch (IOException closed) {
                        // It is of no use any more, however it ends.
                    }
                });
        return socket;
    }

    @Override
    public Socket createSocket() throws IOException {
        return bounded(sockets.createSocket());
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        return bounded(sockets.createSocket(host, port));
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress local, int localPort) throws IOException {
        return bounded(sockets.createSocket(host, port, local, localPort));
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
        return bounded(sockets.createSocket(host, port));
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress local, int localPort) throws IOException {
        return bounded(sockets.createSocket(host, port, local, localPort));
    }
}
