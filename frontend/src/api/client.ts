import createClient from "openapi-fetch";

import type { components, paths } from "./schema.gen";
import { say, spelledOut } from "@/words/say";

export type Schemas = components["schemas"];

export interface FieldError {
  field: string;
  message: string;
  /** The same as a message of the core, to be said in the reader's language. */
  said?: string;
  suggestion?: string | null;
}

/** An answer that is not a success, with the fields it names. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly errors: FieldError[],
    /** What is there now, where somebody else has changed it meanwhile. */
    readonly current?: unknown,
  ) {
    super(detail);
  }

  /** What is wrong with a field, by its last name. */
  of(field: string): FieldError | undefined {
    return this.errors.find((e) => e.field.split(".").pop() === field);
  }
}

/** No longer than this is waited for a turn that comes later; then the cook is told. */
const LONGEST_WAIT_S = 60;

/** Ask, and ask again when the server says that it is this household's turn. */
export async function patient(request: Request): Promise<Response> {
  for (;;) {
    const answered = await fetch(request.clone());
    const wait = Number(answered.headers.get("Retry-After"));
    if (answered.status !== 429 || !(wait > 0 && wait <= LONGEST_WAIT_S)) return answered;
    await new Promise<void>((on, off) => {
      const timer = window.setTimeout(on, wait * 1000);
      request.signal.addEventListener("abort", () => {
        window.clearTimeout(timer);
        off(request.signal.reason as Error);
      });
    });
  }
}

const client = createClient<paths>({
  baseUrl: window.location.origin,
  credentials: "same-origin",
  fetch: patient,
});

client.use({
  onRequest({ request }) {
    const token = /(?:^|; )(?:__Host-)?csrftoken=([^;]+)/.exec(document.cookie)?.[1];
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
  if (response.ok && data !== undefined) return spelledOut(data);
  const body = (await spelledOut(error ?? {})) as {
    detail?: string;
    said?: string;
    errors?: FieldError[];
    current?: unknown;
  };
  throw new Problem(
    response.status,
    body.said ??
      body.detail ??
      say("screen-client-the-server-answered-try-again", { status: response.status }),
    (body.errors ?? []).map((e) => ({ ...e, message: e.said ?? e.message })),
    body.current,
  );
}

export { client };
