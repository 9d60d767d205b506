package dev.cuenta.service.account;

import static org.assertj.core.api.Assertions.assertThat;

import dev.cuenta.core.model.Models;
import dev.cuenta.service.testing.Http;
import dev.cuenta.service.testing.OnMarea;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** An account's entity tag and version count whatever is in its representation (RFC 9110, sections 8.8.3 and 13.1). */
class RepresentationTest extends OnMarea {
    private static int people;

    private Http owner;
    private Http operator;
    private String id;
    private String path;

    @BeforeEach
    void somebody() {
        owner = person("representation" + people++);
        operator = marea.operator();
        id = owner.get("/v1/me").json().path("id").asString();
        path = "/v1/accounts/" + id;
    }

    private String harbour() {
        return marea.sql("select id from cuenta.tenant order by created_at, id limit 1");
    }

    private Runnable sql(String statement) {
        return () -> marea.sql(statement.replace(":id", "'" + id + "'"));
    }

    /** Those that change what is shown, and those that take it back. */
    private Map<String, Runnable> acts() {
        Map<String, Runnable> acts = new LinkedHashMap<>();
        acts.put("field", () -> owner.patch("/v1/me", Map.of("theme", "dusk")).status(200));
        acts.put(
                "field back",
                () -> owner.patch("/v1/me", Map.of("theme", "day")).status(200));
        acts.put(
                "role",
                () -> operator.patch(path, Map.of("roles", List.of("administrator")))
                        .status(200));
        acts.put(
                "role taken",
                () -> operator.patch(path, Map.of("roles", List.of())).status(200));
        acts.put(
                "joined",
                () -> operator.put("/v1/tenants/" + harbour() + "/members/" + id, Map.of())
                        .status(204));
        acts.put("left", () -> operator.delete("/v1/tenants/" + harbour() + "/members/" + id));
        acts.put(
                "confirmed",
                sql("insert into cuenta.confirmed select id, 'email', now() from accounts.account"
                        + " where id = :id on conflict do nothing"));
        acts.put("no longer confirmed", sql("delete from cuenta.confirmed where account_id = :id"));
        return acts;
    }

    /** Whatever happens in whatever order: another answer has another tag, the same one the same, and a change rises the version. */
    @Test
    void an_answer_keeps_its_tag_exactly_as_long_as_it_is_the_same() {
        List<String> order = new ArrayList<>(acts().keySet());
        order.addAll(acts().keySet());
        Collections.shuffle(order, new Random(20261128));
        Http.Answer before = operator.get(path).status(200);
        for (String act : order) {
            acts().get(act).run();
            Http.Answer after = operator.get(path).status(200);

            boolean same = after.response().body().equals(before.response().body());
            assertThat(after.etag().equals(before.etag())).as(act).isEqualTo(same);
            assertThat(conditional(operator, path, before.etag())).as(act).isEqualTo(same ? 304 : 200);
            assertThat(stale(before.etag())).as(act).isEqualTo(same ? 200 : 412);
            before = after;
        }
    }

    /** Changes nothing, if it is let through. */
    private int stale(String tag) {
        return operator.patch(path, Map.of(), "If-Match", tag).status();
    }

    private static int conditional(Http reader, String path, String tag) {
        return reader.send("GET", path, null, "If-None-Match", tag).status();
    }

    @Test
    void every_act_but_the_way_back_changes_the_answer() {
        for (String act : List.of("field", "role", "joined", "confirmed")) {
            String before = operator.get(path).etag();
            acts().get(act).run();
            assertThat(operator.get(path).etag()).as(act).isNotEqualTo(before);
        }
    }

    @Test
    void what_others_change_in_the_answer_has_another_tag_too() {
        String before = owner.get("/v1/me").etag();
        marea.sql("update cuenta.tenant set name = name || ' II' where id in"
                + " (select tenant_id from cuenta.membership where account_id = '" + id + "')");

        assertThat(conditional(owner, "/v1/me", before)).isEqualTo(200);
    }

    @Test
    void a_revision_that_adds_a_field_changes_the_tag_and_not_the_version() {
        Http.Answer before = owner.get("/v1/me");
        marea.publish(Models.source("account-model.yaml")
                .replace(
                        "\nfields:\n",
                        "\nfields:\n  pennant: {type: text, default: blue, read: [owner], write: [owner]}\n"));
        Http.Answer after = owner.get("/v1/me");

        assertThat(after.json().path("pennant").asString()).isEqualTo("blue");
        assertThat(conditional(owner, "/v1/me", before.etag())).isEqualTo(200);
        owner.patch("/v1/me", Map.of("pennant", "red"), "If-Match", before.etag())
                .status(200);
    }

    @Test
    void a_patch_that_changes_nothing_changes_nothing() {
        owner.patch("/v1/me", Map.of("theme", "night")).status(200);
        Http.Answer before = owner.get("/v1/me");
        String entries = marea.sql("select count(*) from cuenta.activity where account = '" + id + "'");

        Http.Answer again = owner.patch("/v1/me", Map.of("theme", "night")).status(200);

        assertThat(again.response().body()).isEqualTo(before.response().body());
        assertThat(again.etag()).isEqualTo(before.etag());
        assertThat(marea.sql("select count(*) from cuenta.activity where account = '" + id + "'"))
                .isEqualTo(entries);
    }

    @Test
    void preconditions_are_lists_of_entity_tags() {
        String tag = operator.get(path).etag();
        String version = tag.replaceAll("-.*\"", "\"");

        assertThat(Arrays.asList(
                        stale("*"),
                        stale(tag),
                        stale(version),
                        stale("\"999\", " + tag),
                        stale("\"999\""),
                        stale("W/" + tag),
                        stale(tag.replace("\"", "")),
                        stale("\"\"")))
                .containsExactly(200, 200, 200, 200, 412, 412, 412, 412);
    }
}
