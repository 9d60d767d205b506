import type { Entry } from "../api/activity.ts";

/** `account-changed` as "Account changed". */
export function worded(action: string): string {
  const words = action.replaceAll("-", " ");
  return words.charAt(0).toUpperCase() + words.slice(1);
}

export const ACTIONS = [
  "signed-up",
  "account-added",
  "account-changed",
  "account-removed",
  "account-anonymised",
  "account-archived",
  "account-restored",
  "picture-changed",
  "secret-shown",
  "dossier-given",
  "seen-as",
  "signed-in",
  "sign-in-failed",
  "sign-in-paused",
  "signed-out",
  "sessions-ended",
  "password-changed",
  "password-reset",
  "second-factor-added",
  "second-factor-removed",
  "recovery-code-used",
  "address-confirmed",
  "role-given",
  "role-approved",
  "role-taken",
  "tenant-added",
  "tenant-changed",
  "tenant-removed",
  "member-joined",
  "member-left",
  "invitation-made",
  "invitation-withdrawn",
  "service-key-added",
  "service-key-removed",
  "dependents-moved",
  "model-published",
  "retention-begun",
  "retention-withdrawn",
  "secrets-rotated",
  "pepper-added",
  "signing-key-added",
  "token-revoked",
  "records-added",
  "activity-pruned",
];

/** Who did it: a person, a service, both, nobody who is known, or Cuenta itself. */
export function by(entry: Entry, names: Record<string, string>): string {
  const person = entry.person ? (names[entry.person] ?? entry.person) : "";
  if (entry.service) return person ? `${entry.service} for ${person}` : entry.service;
  if (person) return person;
  if (entry.via === "installation-key") return "installation key";
  return entry.address ? "not signed in" : "Cuenta itself";
}

/** What was done, in words: fields with what they were and are, and whatever else was told. */
export function detailsOf(entry: Entry): string[] {
  return Object.entries(entry.details).flatMap(([name, value]) => {
    if (name === "fields" && value && typeof value === "object" && !Array.isArray(value)) {
      return Object.entries(value as Record<string, { from?: unknown; to?: unknown }>).map(([field, change]) =>
        change.from === undefined && change.to === undefined
          ? field
          : `${field}: ${change.from ?? "nothing"} → ${change.to ?? "nothing"}`,
      );
    }
    if (Array.isArray(value)) return value.length ? [`${name}: ${value.join(", ")}`] : [];
    if (value && typeof value === "object") {
      const parts = Object.entries(value).map(([part, held]) => `${part} ${String(held)}`);
      return [`${name}: ${parts.join(", ") || "none"}`];
    }
    return [`${name}: ${String(value)}`];
  });
}
