// A stand-in for the API: tests say how it answers, and read what it was sent.

export interface Sent {
  method: string
  path: string
  body: unknown
}

type Answer = { status: number; body?: unknown }

class Server {
  sent: Sent[] = []
  /** Whether it can be reached at all. */
  reachable = true
  private answers: ((sent: Sent) => Answer | undefined)[] = []

  reset(): void {
    this.sent = []
    this.reachable = true
    this.answers = []
  }

  /** Answer calls of a method and path; the newest rule that fits wins. */
  on(method: string, path: RegExp, answer: Answer | ((sent: Sent) => Answer)): void {
    this.answers.unshift((sent) => {
      if (sent.method !== method || !path.test(sent.path)) return undefined
      return typeof answer === "function" ? answer(sent) : answer
    })
  }

  answer(sent: Sent): Answer {
    this.sent.push(sent)
    for (const rule of this.answers) {
      const found = rule(sent)
      if (found) return found
    }
    return { status: 404, body: { detail: "not there" } }
  }

  /** Bodies that came to a path, oldest first. */
  bodies(method: string, path: RegExp): unknown[] {
    return this.sent.filter((one) => one.method === method && path.test(one.path)).map((one) => one.body)
  }
}

export const server = new Server()

export async function answering(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const request = input instanceof Request ? input : new Request(input, init)
  if (!server.reachable) throw new TypeError("no network")
  const url = new URL(request.url)
  const file = request.headers.get("Content-Type") === "application/octet-stream"
  const text = file ? "" : await request.text()
  const body: unknown = file ? await request.arrayBuffer() : text ? JSON.parse(text) : undefined
  const { status, body: said } = server.answer({
    method: request.method,
    path: url.pathname + url.search,
    body,
  })
  const empty = said === undefined || status === 204
  return new Response(empty ? null : JSON.stringify(said), {
    status,
    headers: { "Content-Type": "application/json" },
  })
}
