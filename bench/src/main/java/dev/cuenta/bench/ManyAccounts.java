package dev.cuenta.bench;

import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Accounts of Marea's in any number, each in one tenant or in several, of which there are two or many with as many in each. */
final class ManyAccounts {
    static final String NORTH = "00000000-0000-4000-8000-00000000000a";
    static final String SOUTH = "00000000-0000-4000-8000-00000000000b";

    private static final int DIGITS = 12;
    private static final int A_MINUTE = 60_000;
    /** Two years: nobody is made in the future. */
    private static final long ALL_OF_THEM = 1_000_000L * A_MINUTE;

    private ManyAccounts() {}

    static void fill(JdbcClient owner, int accounts) {
        fill(owner, accounts, 2);
    }

    /** @param tenants of which the first two are {@link #NORTH} and {@link #SOUTH} */
    static void fill(JdbcClient owner, int accounts, int tenants) {
        fill(owner, accounts, tenants, 1);
    }

    /** @param each to how many of the tenants each account belongs */
    static void fill(JdbcClient owner, int accounts, int tenants, int each) {
        String belongs = IntStream.range(0, each)
                .mapToObj(i -> tenant("(n + " + (long) i * tenants / each + ") % " + tenants))
                .collect(Collectors.joining(", "));
        owner.sql("insert into cuenta.tenant (id, name, slug)" + " select " + tenant("t")
                        + ", 'Harbour ' || t, 'bench-' || t from generate_series(0, ? - 1) t")
                .param(tenants)
                .update();
        // Triggers would do row by row what stands here.
        owner.sql("""
                set session_replication_role = replica;
                insert into accounts.account (id, kind, created_at, last_modified_at, version, tenants_, email, phone, theme)
                select cast(lpad(to_hex(cast(extract(epoch from at) * 1000 as bigint)), 12, '0') || '7' || substr(md5(cast(n as text)), 1, 3)
                        || '8' || substr(md5(n || 'x'), 1, 15) as uuid),
                    case when n %% 50 = 0 then 'staff' when n %% 97 = 0 then 'contractor' else 'berthHolder' end, at, at, 1,
                    array[%1$s],
                    'boater' || n || '@marea.example', '+34' || (600000000 + n), (array['day', 'dusk', 'night'])[1 + n %% 3]
                from (select n, timestamptz '2024-11-01' + n * interval '%3$d ms' as at from generate_series(1, %2$d) n) numbered;
                insert into accounts.profile_person (account_id, given_name, family_name)
                    select id, 'Ada', 'Family' || abs(hashtext(email)) %% 50000 from accounts.account where email like 'boater%%';
                insert into accounts.profile_mooring (account_id, berth)
                    select id, 'B07' from accounts.account where email like 'boater%%' and kind = 'berthHolder';
                insert into cuenta.membership (account_id, tenant_id, since)
                    select id, unnest(tenants_), created_at from accounts.account where email like 'boater%%';
                insert into cuenta.role_given (account_id, role) select id, 1 from accounts.account where email like 'boater%%'
                """.formatted(belongs, accounts, Math.min(A_MINUTE, ALL_OF_THEM / accounts)))
                .update();
        owner.sql("vacuum analyze").update();
    }

    private static String tenant(String number) {
        return "cast('" + NORTH.substring(0, NORTH.length() - DIGITS) + "' || lpad(to_hex(10 + " + number + "), "
                + DIGITS + ", '0') as uuid)";
    }

    /** The same accounts in the tables of the service that is written by hand. */
    static void fillByHand(JdbcClient byHand, int accounts) {
        byHand.sql("""
                insert into tenant values ('%1$s', 'North'), ('%2$s', 'South');
                insert into account (id, kind, created_at, last_modified_at, version, email, phone, theme)
                select cast(lpad(to_hex(cast(extract(epoch from at) * 1000 as bigint)), 12, '0') || '7' || substr(md5(cast(n as text)), 1, 3)
                        || '8' || substr(md5(n || 'x'), 1, 15) as uuid),
                    case when n %% 50 = 0 then 'staff' when n %% 97 = 0 then 'contractor' else 'berthHolder' end, at, at, 1,
                    'boater' || n || '@marea.example', '+34' || (600000000 + n), (array['day', 'dusk', 'night'])[1 + n %% 3]
                from (select n, timestamptz '2024-11-01' + n * interval '1 min' as at from generate_series(1, %3$d) n) numbered;
                insert into person select id, 'Ada', 'Family' || abs(hashtext(email)) %% 50000 from account;
                insert into mooring select id, 'B07' from account where kind = 'berthHolder';
                insert into membership
                    select id, cast(case when extract(minute from created_at) %% 2 = 0 then '%1$s' else '%2$s' end as uuid) from account
                """.formatted(NORTH, SOUTH, accounts)).update();
        byHand.sql("vacuum analyze").update();
    }
}
