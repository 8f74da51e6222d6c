import createClient from "openapi-fetch";

import type { components, paths } from "./schema.gen";

export type Schemas = components["schemas"];

export interface FieldError {
  field: string;
  message: string;
  suggestion?: string | null;
}

/** An answer that is not a success, with the fields it names. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly errors: FieldError[],
  ) {
    super(detail);
  }

  /** What is wrong with a field, by its last name. */
  of(field: string): FieldError | undefined {
    return this.errors.find((e) => e.field.split(".").pop() === field);
  }
}

const client = createClient<paths>({ baseUrl: window.location.origin, credentials: "same-origin" });

client.use({
  onRequest({ request }) {
    const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1];
    if (token && request.method !== "GET") request.headers.set("X-CSRFToken", token);
    return request;
  },
});

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The body of a success, or a thrown Problem. */
export async function answer<T>(call: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await call;
  if (response.ok && data !== undefined) return data;
  const body = (error ?? {}) as { detail?: string; errors?: FieldError[] };
  throw new Problem(response.status, body.detail ?? `The server answered ${response.status}. Try again.`, body.errors ?? []);
}

export { client };
