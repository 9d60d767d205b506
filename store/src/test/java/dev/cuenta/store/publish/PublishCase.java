package dev.cuenta.store.publish;

import dev.cuenta.core.model.Models;
import dev.cuenta.store.database.TestDatabase;

/** One of each sort of publish, with what is in the records before and how it stands there afterwards. */
enum PublishCase {
    DEFAULT("", "theme: { type: choice, options: [day, night], default: day }", "theme = 'day'"),
    COMPUTED(
            "startedOn: { type: date }",
            "startedOn: { type: date }\n  endsOn: { type: date, existing: { from: 'plusYears(startedOn, 2)' } }",
            "ends_on = started_on + interval '2 years'"),
    JUDGED(
            "berth: { type: string }",
            "berth: { type: string }\n  place: { type: string, required: true, uniqueness: server, pattern: 'B[0-9]+', existing: { from: 'trim(berth)' }, write: [guest] }",
            "place = 'B' || number"),
    RENAME(
            "berth: { type: string, search: true }",
            "place: { type: string, search: true, formerly: berth }",
            "place = 'B' || number"),
    TYPE("metres: { type: string }", "metres: { type: integer, min: 0 }", "metres = number % 60"),
    NARROW(
            "berth: { type: string }",
            "berth: { type: string, maxLength: 4 }",
            "berth = 'B' || number and kept_r2_berth = berth or berth is null and kept_r2_berth = 'B' || number and number > 999"),
    WIDEN(
            "berth: { type: string, maxLength: 5 }",
            "berth: { type: string, maxLength: 40, search: true, indexed: true }",
            "berth = 'B' || number"),
    PROFILE(
            "pier: { type: string }\nprofiles: { crew: { fields: { since: { type: date } } } }\nkinds: { account: { label: A, default: true, profiles: [] }, skipper: { label: S, profiles: [crew] } }",
            "pier: { type: string }\nprofiles: { crew: { fields: { since: { type: date }, deck: { type: string, required: true, existing: Upper, write: [guest] } } } }\nkinds: { account: { label: A, default: true, profiles: [crew] }, skipper: { label: S, profiles: [crew] } }",
            "exists (select 1 from accounts.profile_crew c where c.account_id = id and c.deck = 'Upper')"),
    REQUIRED(
            "pier: { type: string }",
            "pier: { type: string, required: true, existing: North, write: [guest] }",
            "pier = case when number % 2 = 0 then 'South' else 'North' end"),
    UNIQUE("berth: { type: string }", "berth: { type: string, uniqueness: server }", "berth = 'B' || number"),
    TENANT(
            "berth: { type: string }\ntenants: { membership: many, onSignUp: create, name: '{name}' }",
            "berth: { type: string, uniqueness: tenant }\ntenants: { membership: many, onSignUp: create, name: '{name}' }",
            "exists (select 1 from cuenta.account_berth_per_tenant t where t.account_id = id and t.form = 'b' || number)"),
    MOVE(
            "berth: { type: string, search: true }",
            "name2: { type: string }\nprofiles: { mooring: { fields: { berth: { type: string, search: true, formerly: berth } } } }",
            "exists (select 1 from accounts.profile_mooring m where m.account_id = id and m.berth = 'B' || number) and kept_r2_berth = 'B' || number"),
    IDS(
            "id: uuid7",
            "id: sequence",
            "id_2 > coalesce((select b.id_2 from accounts.account b where b.id < account.id order by b.id desc limit 1), 0)"),
    SECRET(
            "berth: { type: string }",
            "berth: { type: string, sensitivity: secret, read: [owner], write: [owner] }",
            // Version, key's id, nonce and tag around the value in quotation marks.
            "octet_length(berth) = 1 + 8 + 12 + 16 + length('B' || number) + 2 and kept_r2_berth = 'B' || number"),
    MEMBERSHIP(
            "pier: { type: string }\ntenants: { membership: many, onSignUp: create, name: '{name}' }",
            "pier: { type: string }\ntenants: { membership: one, onSignUp: create, name: '{name}' }",
            "exists (select 1 from cuenta.membership m where m.account_id = id)"),
    REMOVED("berth: { type: string, uniqueness: server }", "", "kept_r2_berth = 'B' || number");

    private final String before;
    private final String after;
    private final String right;

    PublishCase(String before, String after, String right) {
        this.before = before;
        this.after = after;
        this.right = right;
    }

    String before() {
        return model(before);
    }

    String after() {
        return model(after);
    }

    /** A condition that holds of every account once it is published as the revision of the number. */
    String right(int number) {
        return right.replace("kept_r2", "kept_r" + number);
    }

    /** Numbered from 1 on, with a value where the model before has a field for it. */
    void fill(TestDatabase database, int accounts) {
        String column = before.isEmpty() || before.startsWith("id: ")
                ? ""
                : before.substring(0, before.indexOf(':')).replace("startedOn", "started_on");
        String value = switch (column) {
            case "started_on" -> ", date '2024-01-01' + cast(i % 900 as integer)";
            case "berth" -> ", 'B' || i";
            case "metres" -> ", cast(i % 60 as text)";
            case "pier" -> ", case when i % 2 = 0 then 'South' end";
            default -> "";
        };
        // What the triggers of a membership would write is written at once: the publish is tried here, not the joining.
        database.sql()
                .sql("""
                set session_replication_role = replica;
                with pier as (insert into cuenta.tenant (id, name) values (gen_random_uuid(), 'North pier') returning id),
                people as (
                    insert into accounts.account (id, kind, created_at, last_modified_at, version, tenants_, email, number%s)
                    select gen_random_uuid(), 'account', now(), now(), 1, array[pier.id], 'a' || i || '@marea.example', i%s
                    from generate_series(1, %d) i, pier returning id)
                insert into cuenta.membership (account_id, tenant_id) select people.id, pier.id from people, pier;
                reset session_replication_role""".formatted(column.isEmpty() ? "" : ", " + column, value, accounts))
                .update();
    }

    private static String model(String part) {
        String number = "number: { type: integer }";
        int section = Math.max(part.indexOf("\nprofiles: "), part.indexOf("\ntenants: "));
        if (part.startsWith("id: ")) {
            return Models.smallWith(number) + part + "\n";
        }
        return section < 0
                ? Models.smallWith(number + "\n  " + part)
                : model(part.substring(0, section)) + part.substring(section + 1) + "\n";
    }
}
