package dev.cuenta.acceptance.berths;

import dev.cuenta.client.AccountQuery;
import dev.cuenta.client.Cuenta;
import dev.cuenta.client.Refused;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Says who lies at which berth, and assigns berths. */
@SpringBootApplication
@RestController
public class BerthsService {
    /** As much of an account as this service needs. */
    record Holder(String id, String displayName, Mooring mooring) {
        record Mooring(String berth) {}
    }

    private final Cuenta cuenta;

    BerthsService(Cuenta cuenta) {
        this.cuenta = cuenta;
    }

    @Bean
    static Cuenta cuenta(@Value("${cuenta.url}") URI url, @Value("${cuenta.key-file}") Path keyFile) throws Exception {
        return Cuenta.at(url).key(Files.readString(keyFile).strip());
    }

    @GetMapping("/berths/{berth}")
    List<Holder> holders(@PathVariable String berth) {
        AccountQuery lyingThere = AccountQuery.where("mooring.berth eq \"" + berth.replaceAll("[\"\\\\]", "") + "\"");
        return cuenta.accounts(Holder.class).stream(lyingThere).toList();
    }

    /** For harbour masters: they show the token that their browser got. */
    @PutMapping("/holders/{id}/berth/{berth}")
    Holder assign(@PathVariable String id, @PathVariable String berth, @RequestHeader("Person-Token") String token) {
        String master = cuenta.tokens()
                .verify(token, "berths")
                .orElseThrow(() -> new IllegalArgumentException("Sign in again."))
                .getSubject();
        if (!cuenta.checks().may(master, "berths.assign")) {
            throw new IllegalArgumentException("You may not assign berths.");
        }
        return cuenta.accounts(Holder.class)
                .change(id, holder -> Map.of("mooring", Map.of("berth", berth)))
                .account();
    }

    @ExceptionHandler
    ProblemDetail refused(Refused refused) {
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.valueOf(refused.problem().status()), String.valueOf(refused.getMessage()));
    }

    @ExceptionHandler
    ProblemDetail notAllowed(IllegalArgumentException why) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.FORBIDDEN, String.valueOf(why.getMessage()));
    }

    public static void main(String[] arguments) {
        SpringApplication.run(BerthsService.class, arguments);
    }
}
