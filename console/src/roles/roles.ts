import type { Grant, Role } from "../api/roles.ts";

/** Where a role counts. */
export function whereOf(grant: Grant): string {
  return grant.tenant?.name ?? "everywhere";
}

/** What a role lets people do, in a line. */
export function mayOf(role: Role): string {
  if (role.may.includes("*")) return role.withinTenant ? "everything there" : "everything";
  return role.may.join(", ") || "nothing by itself";
}

/** Who gets a role by themselves, and who cannot have it. */
export function whomOf(role: Role): string {
  return [
    role.byDefault ? "every new account" : "",
    role.onCreate ? "whoever makes a tenant" : "",
    role.kinds.length ? `only of kind ${role.kinds.join(", ")}` : "",
    role.excludes.length ? `never beside ${role.excludes.join(", ")}` : "",
    role.approval ? "when a second person has approved it" : "",
  ]
    .filter(Boolean)
    .join("; ");
}

/** A day as a moment: its beginning, or its end, in UTC; undefined for none. */
export function momentOf(day: string, end: boolean): string | undefined {
  if (!day) return undefined;
  const moment = new Date(`${day}T00:00:00Z`);
  if (end) moment.setUTCDate(moment.getUTCDate() + 1);
  return moment.toISOString();
}

/** Permissions that the roles of a model speak of. */
export function permissionsOf(roles: Role[]): string[] {
  return [...new Set(roles.flatMap(({ may }) => may))].filter((word) => word !== "*").sort();
}
