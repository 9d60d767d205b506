package dev.cuenta.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** The service that bench/with-service started, asked with the installation key, and its database as the tables' owner. */
record Installation(URI service, String key, JdbcClient owner, HttpClient client) {
    /** @param url the service's address; all else stands in the environment */
    static Installation at(String url) throws IOException {
        DriverManagerDataSource database = new DriverManagerDataSource(
                System.getenv("CUENTA_DATABASE_URL"), System.getenv("CUENTA_DATABASE_OWNER_USER"), "");
        return new Installation(
                URI.create(url),
                Files.readString(Path.of(System.getenv("CUENTA_KEY_FILE"))).strip(),
                JdbcClient.create(database),
                HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build());
    }

    HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(service.resolve(path)).header("Authorization", "Bearer " + key);
    }

    HttpResponse<String> send(HttpRequest request) throws IOException, InterruptedException {
        return client.send(request, BodyHandlers.ofString());
    }
}
