// The REST API, typed by its own OpenAPI description.
import { answered, t } from "@/words"
import createClient, { type Middleware } from "openapi-fetch"
import type { components, paths } from "@/generated/api"
import { heardBuild } from "./build"

export type Account = components["schemas"]["Account"]

/** Told by every answer about the session; a new one comes with each signing in. */
let token = ""

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", token)
    return request
  },
  async onResponse({ request, response }) {
    const path = new URL(request.url).pathname
    if (response.ok && (path === "/api/session" || path === "/api/accounts")) {
      token = ((await response.clone().json()) as { csrf?: string }).csrf ?? token
    }
    // Another tab signed in since: the token is a new one, and what was refused is sent again with it later.
    if (response.status === 403 && path !== "/api/session") void api.GET("/api/session")
    return undefined
  },
}

const builds: Middleware = {
  onResponse({ response }) {
    heardBuild(response)
    return undefined
  },
}

export const api = createClient<paths>({ baseUrl: location.origin })
api.use(csrf, builds)

/** What an error answer says, in one sentence. */
export function sentence(error: unknown, otherwise = t("api.that-did-not-work-try-again")): string {
  if (error && typeof error === "object") {
    const values = "detail" in error ? [error.detail] : Object.values(error)
    const texts = values.flat().filter((one): one is string => typeof one === "string")
    if (texts.length > 0) return texts.map(answered).join(" ")
  }
  return otherwise
}

/** Send a form that holds a file. Throws a sentence where it is refused, or the network is lost. */
export async function sendForm(path: string, body: FormData): Promise<unknown> {
  let answer: Response
  try {
    answer = await fetch(path, { method: "POST", body, headers: { "X-CSRFToken": token } })
  } catch {
    throw new Error(t("api.hollowmist-cannot-be-reached-just-now"))
  }
  const said: unknown = await answer.json().catch(() => undefined)
  if (!answer.ok) throw new Error(sentence(said))
  return said
}

/** Run a call; a lost network becomes `undefined` data with a plain sentence. */
export async function reach<T extends { data?: unknown; error?: unknown; response: Response }>(
  call: Promise<T>,
): Promise<{ data?: T["data"]; status: number; message: string; error?: unknown }> {
  try {
    const { data, error, response } = await call
    return { data, error, status: response.status, message: error ? sentence(error) : "" }
  } catch {
    return { status: 0, message: t("api.hollowmist-cannot-be-reached-just-now-2") }
  }
}
