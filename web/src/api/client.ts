// The REST API, typed by its own OpenAPI description.
import createClient, { type Middleware } from "openapi-fetch"
import type { components, paths } from "@/generated/api"

export type Roll = components["schemas"]["Roll"]
export type Pocket = components["schemas"]["Pocket"]
export type Account = components["schemas"]["Account"]
export type KeptBrush = components["schemas"]["Brush"]
export type Source = components["schemas"]["Source"]
export type WholeSource = components["schemas"]["WholeSource"]
export type KeptRecipe = components["schemas"]["KeptRecipe"]
export type Proposal = components["schemas"]["Proposal"]

const csrf: Middleware = {
  onRequest({ request }) {
    const token = /csrftoken=([^;]+)/.exec(document.cookie)?.[1]
    if (token && request.method !== "GET") request.headers.set("X-CSRFToken", token)
    return request
  },
}

export const api = createClient<paths>({ baseUrl: location.origin })
api.use(csrf)

/** What an error answer says, in one sentence. */
export function sentence(error: unknown, otherwise = "That did not work. Try again in a moment."): string {
  if (error && typeof error === "object") {
    const values = "detail" in error ? [error.detail] : Object.values(error)
    const texts = values.flat().filter((one): one is string => typeof one === "string")
    if (texts.length > 0) return texts.join(" ")
  }
  return otherwise
}

/** Run a call; a lost network becomes `undefined` data with a plain sentence. */
export async function reach<T extends { data?: unknown; error?: unknown; response: Response }>(
  call: Promise<T>,
): Promise<{ data?: T["data"]; status: number; message: string; error?: unknown }> {
  try {
    const { data, error, response } = await call
    return { data, error, status: response.status, message: error ? sentence(error) : "" }
  } catch {
    return { status: 0, message: "Hollowmist cannot be reached just now. Check the network and try again." }
  }
}
