import type { components } from "./openapi.ts";

/** What goes over HTTP, by the names of the service's records; made from openapi.json at each build. */
export type Wire = components["schemas"];
