package dev.cuenta.service.web;

import dev.cuenta.service.load.Network;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.channels.SocketChannel;
import java.util.function.Predicate;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.NioEndpoint;
import org.apache.tomcat.util.net.SocketWrapperBase;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * Lets no address hold more than a share of all connections, whether it says something on them or not: what is beyond that is closed
 * unread. Named proxies are let; they come for many.
 */
@Component
final class ConnectionShares implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private final TrustedProxies proxies;

    ConnectionShares(TrustedProxies proxies) {
        this.proxies = proxies;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.setProtocol(Protocol.class.getName());
        factory.addConnectorCustomizers(
                connector -> ((Protocol) connector.getProtocolHandler()).endpoint.without = proxies::isTrusted);
    }

    /** Made by the server, by its name. */
    public static final class Protocol extends Http11NioProtocol {
        private final Endpoint endpoint;

        public Protocol() {
            this(new Endpoint());
        }

        private Protocol(Endpoint endpoint) {
            super(endpoint);
            this.endpoint = endpoint;
        }
    }

    /** Counts those that are open when one more comes, so that nothing has to be told when one ends. */
    private static final class Endpoint extends NioEndpoint {
        private static final int SHARES = 8;

        private Predicate<InetAddress> without = address -> false;

        @Override
        protected boolean setSocketOptions(SocketChannel socket) {
            if (!isWithinShare(socket)) {
                destroySocket(socket); // whoever accepted it closes only what became a connection
                return false;
            }
            return super.setSocketOptions(socket);
        }

        private boolean isWithinShare(SocketChannel socket) {
            int share = Math.max(1, getMaxConnections() / SHARES);
            if (connections.size() < share) {
                return true;
            }
            try {
                InetAddress address = ((InetSocketAddress) socket.getRemoteAddress()).getAddress();
                return without.test(address) || openOf(Network.subscriber(address.getHostAddress())) < share;
            } catch (IOException gone) {
                return false;
            }
        }

        private long openOf(String subscriber) {
            return connections.values().stream()
                    .map(SocketWrapperBase::getRemoteAddr)
                    .filter(address -> address != null && subscriber.equals(Network.subscriber(address)))
                    .count();
        }
    }
}
