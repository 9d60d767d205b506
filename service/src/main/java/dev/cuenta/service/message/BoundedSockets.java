package dev.cuenta.service.message;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javax.net.SocketFactory;
import javax.net.ssl.SSLSocketFactory;

/** Sockets that close by themselves: a server that says a little again and again holds nobody up for longer than the whole takes. */
final class BoundedSockets {
    private static final Duration WHOLE = Duration.ofMinutes(1);

    private final Duration whole;

    BoundedSockets(Duration whole) {
        this.whole = whole;
    }

    static BoundedSockets usual() {
        return new BoundedSockets(WHOLE);
    }

    SocketFactory over(SocketFactory sockets) {
        return new Plain(sockets);
    }

    SSLSocketFactory over(SSLSocketFactory sockets) {
        return new Secure(sockets);
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

    private final class Plain extends SocketFactory {
        private final SocketFactory sockets;

        Plain(SocketFactory sockets) {
            this.sockets = sockets;
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

    private final class Secure extends SSLSocketFactory {
        private final SSLSocketFactory sockets;

        Secure(SSLSocketFactory sockets) {
            this.sockets = sockets;
        }

        @Override
        public String[] getDefaultCipherSuites() {
            return sockets.getDefaultCipherSuites();
        }

        @Override
        public String[] getSupportedCipherSuites() {
            return sockets.getSupportedCipherSuites();
        }

        @Override
        public Socket createSocket() throws IOException {
            return bounded(sockets.createSocket());
        }

        @Override
        public Socket createSocket(Socket under, String host, int port, boolean closes) throws IOException {
            return bounded(sockets.createSocket(under, host, port, closes));
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
}
