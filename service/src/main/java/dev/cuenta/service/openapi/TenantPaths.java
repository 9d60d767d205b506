package dev.cuenta.service.openapi;

import static dev.cuenta.service.openapi.Schemas.object;
import static dev.cuenta.service.openapi.Schemas.text;

import java.util.List;
import java.util.Map;

/** Tenants, memberships and invitations. */
final class TenantPaths {
    private TenantPaths() {}

    static void add(Paths paths) {
        paths.add("/v1/tenants", "get", "List tenants", null, "200", Paths.JSON_OBJECT);
        paths.add(
                "/v1/tenants",
                "post",
                "Make a tenant",
                object(Map.of("name", text()), List.of("name")),
                "201",
                Paths.JSON_OBJECT);
        String member = "/v1/tenants/{tenant}/members/{id}";
        paths.add(member, "put", "Make an account a member", null, "204", null);
        paths.add(member, "delete", "End a membership", null, "204", null);
        String invitations = "/v1/tenants/{tenant}/invitations";
        paths.add(
                invitations,
                "post",
                "Invite somebody; the response shows the token once",
                null,
                "201",
                Paths.JSON_OBJECT);
        paths.add(invitations, "get", "The open invitations", null, "200", Paths.JSON_OBJECT);
        paths.add(invitations + "/{id}", "delete", "Take an invitation back", null, "204", null);
        paths.add(
                "/v1/me/memberships",
                "post",
                "Join the tenant of an invitation",
                object(Map.of("invitation", text()), List.of("invitation")),
                "200",
                Paths.JSON_OBJECT);
        paths.add(
                "/v1/sessions/current/tenant",
                "put",
                "Choose the tenant that the session's requests are about",
                object(Map.of("tenant", text()), List.of()),
                "204",
                null);
    }
}
