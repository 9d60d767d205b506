package dev.cuenta.store.database;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.UnknownHostException;
import javax.net.SocketFactory;

/**
 * Counts how often each thread sends something to PostgreSQL and waits for the answer. It sits below everything that asks: no statement,
 * whoever makes it, goes by uncounted. The driver makes it by its name, so it is public.
 */
public final class RoundTrips extends SocketFactory {
    private static final ThreadLocal<long[]> COUNTS = ThreadLocal.withInitial(() -> new long[1]);

    /** How many this thread has made since it began. */
    public static long ofThisThread() {
        return COUNTS.get()[0];
    }

    @Override
    public Socket createSocket() {
        return new Counted();
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        throw unconnected();
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress from, int fromPort) throws IOException {
        throw unconnected();
    }

    @Override
    public Socket createSocket(InetAddress address, int port) throws IOException {
        throw unconnected();
    }

    @Override
    public Socket createSocket(InetAddress address, int port, InetAddress from, int fromPort) throws IOException {
        throw unconnected();
    }

    private static UnknownHostException unconnected() {
        return new UnknownHostException("The driver connects its sockets itself");
    }

    /** The driver writes into a buffer of its own, and flushes it when it is going to wait. */
    private static final class Counted extends Socket {
        @Override
        public OutputStream getOutputStream() throws IOException {
            return new FilterOutputStream(super.getOutputStream()) {
                @Override
                public void write(byte[] bytes, int from, int length) throws IOException {
                    out.write(bytes, from, length);
                }

                @Override
                public void flush() throws IOException {
                    COUNTS.get()[0]++;
                    out.flush();
                }
            };
        }
    }
}
