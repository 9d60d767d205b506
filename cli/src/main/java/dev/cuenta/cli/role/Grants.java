package dev.cuenta.cli.role;

import dev.cuenta.cli.output.Moments;
import dev.cuenta.cli.output.Table;
import dev.cuenta.wire.role.RoleGrant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Roles that were given, in words. */
final class Grants {
    private final Map<String, String> names;

    /** @param names of accounts, by id */
    Grants(Map<String, String> names) {
        this.names = names;
    }

    Table table(List<RoleGrant> grants) {
        Table table = new Table("ROLE", "TO", "WHERE", "WHEN", "GIVEN", "REASON");
        grants.forEach(grant -> table.row(
                grant.role(),
                name(grant.account()),
                where(grant),
                when(grant),
                given(grant),
                Optional.ofNullable(grant.reason()).orElse("")));
        return table;
    }

    private String name(String account) {
        return names.getOrDefault(account, account);
    }

    static String where(RoleGrant grant) {
        return grant.tenant() == null ? "everywhere" : grant.tenant().name();
    }

    /** Whether it counts now, and for how long. */
    static String when(RoleGrant grant) {
        return switch (grant.state()) {
            case WAITING -> "waits for approval" + until(grant);
            case UPCOMING -> "from " + grant.starts() + until(grant);
            case IN_EFFECT -> grant.ends() == null ? "now" : "until " + grant.ends();
            case ENDED -> "ended " + grant.ends();
        };
    }

    private static String until(RoleGrant grant) {
        return grant.ends() == null ? "" : " until " + grant.ends();
    }

    String given(RoleGrant grant) {
        List<String> words = new ArrayList<>();
        words.add(Moments.second(grant.givenAt()));
        Optional.ofNullable(grant.givenBy()).ifPresent(by -> words.add("by " + name(by)));
        Optional.ofNullable(grant.approvedBy()).ifPresent(by -> words.add("approved by " + name(by)));
        return String.join(" ", words);
    }
}
