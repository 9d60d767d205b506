import type { Wire } from "./wire.ts";
/** One refused value: `pointer` says which (RFC 6901), `detail` what to do about it. */
export type Violation = Wire["Violation"];

/** A problem document (RFC 9457). `type` decides; the words are for people. */
export type Problem = Wire["ProblemDocument"];

export class Refused extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }

  get unauthenticated(): boolean {
    return this.problem.type === "urn:cuenta:problem:unauthenticated";
  }

  /** Name and password are right; a code is missing, or was wrong. */
  get secondFactor(): boolean {
    return this.problem.type === "urn:cuenta:problem:second-factor";
  }

  get stale(): boolean {
    return this.problem.type === "urn:cuenta:problem:stale";
  }
}

export interface Answer<T> {
  body: T;
  etag: string | null;
}

export interface Options {
  body?: unknown;
  /** Bytes as they are, in place of a body. */
  file?: Blob;
  etag?: string | null;
  query?: Record<string, string | number | undefined>;
  /** In place of the one that was chosen in the bar. */
  tenant?: string;
}

const OFFLINE: Problem = {
  type: "about:blank",
  title: "No connection",
  status: 0,
  detail: "The service cannot be reached. Check the connection and try again; nothing that you typed is lost.",
};

/** A proxy's own page, say, while the service is started again. */
function answeredByAnother(status: number): Problem {
  return {
    type: "about:blank",
    title: "No answer of the service's",
    status,
    detail: `Something between you and the service answered instead of it (status ${status}). Try again in a moment; nothing that you typed is lost.`,
  };
}

let working: string | undefined;

/** In which tenant requests are from now on that name no other. */
export function workIn(tenant: string | undefined): void {
  working = tenant;
}

type Listener = () => void;
let sessionEnded: Listener = () => {};

/** Tells when the service no longer knows who asks, whatever was asked. */
export function onSessionEnded(listener: Listener): void {
  sessionEnded = listener;
}

/** The one place that talks HTTP. The header marks requests as the console's own, against forgery from other sites. */
export async function request<T>(method: string, path: string, options: Options = {}): Promise<Answer<T>> {
  const headers: Record<string, string> = { "Cuenta-Console": "1" };
  if (options.body !== undefined) headers["Content-Type"] = "application/json";
  if (options.file) headers["Content-Type"] = "application/octet-stream";
  if (options.etag) headers["If-Match"] = options.etag;
  const tenant = options.tenant ?? working;
  if (tenant) headers["Cuenta-Tenant"] = tenant;
  const response = await fetch(path + queryString(options.query), {
    method,
    headers,
    body: options.file ?? (options.body === undefined ? undefined : JSON.stringify(options.body)),
  }).catch(() => {
    throw new Refused(OFFLINE);
  });
  const body = await bodyOf(response);
  if (!response.ok) {
    const refused = new Refused(body as Problem);
    if (refused.unauthenticated) sessionEnded();
    throw refused;
  }
  return { body: body as T, etag: response.headers.get("ETag") };
}

function isProblem({ type, detail, errors }: Partial<Problem>): boolean {
  return [type, detail, errors].some((member) => member !== undefined);
}

async function bodyOf(response: Response): Promise<unknown> {
  const text = await response.text().catch(() => {
    throw new Refused(OFFLINE);
  });
  try {
    const body: unknown = text ? JSON.parse(text) : {};
    if (response.ok || isProblem(body as Partial<Problem>)) return body;
  } catch {
    // Told below.
  }
  throw new Refused(answeredByAnother(response.status));
}

function queryString(query: Options["query"] = {}): string {
  const parameters = new URLSearchParams();
  for (const [name, value] of Object.entries(query)) {
    if (value !== undefined && value !== "") parameters.set(name, String(value));
  }
  const text = parameters.toString();
  return text ? `?${text}` : "";
}

/** What went wrong, in words, whatever was thrown. */
export function messageOf(failure: unknown): string {
  return failure instanceof Error ? failure.message : String(failure);
}

/** What a form says at its inputs; a failure that refuses no value is under "". */
export function errorsOf(
  failure: unknown,
  byInput: (violations: Violation[]) => Record<string, string>,
): Record<string, string> {
  const violations = failure instanceof Refused ? (failure.problem.errors ?? []) : [];
  return violations.length ? byInput(violations) : { "": messageOf(failure) };
}

/** Messages by the name that a form has for each pointer. */
export function errorsByName(violations: Violation[], nameOf: (pointer: string) => string): Record<string, string> {
  const errors: Record<string, string> = {};
  for (const { pointer, detail } of violations) {
    const name = nameOf(pointer);
    errors[name] = errors[name] ? `${errors[name]} ${detail}` : detail;
  }
  return errors;
}
