// Two devices over a way full of faults, to a real server with its MariaDB: `server/journeys/tests/test_devices.py`
// starts it and says where it is.
import http from "node:http"
import { describe, expect, it, onTestFinished, vi } from "vitest"
import {
  chanceOf,
  choose,
  device,
  doSomething,
  faultyWay,
  held,
  settledAt,
  toldBy,
  type Way,
} from "./devices"
import { until } from "./scope"

interface Kept {
  id: number
  /** The cookie that signs them in. */
  session: string
  roll: string
}

const { url, accounts, acts, guard } = JSON.parse(process.env.HOLLOWMIST_SERVER ?? '{"accounts": []}') as {
  url: string
  accounts: Kept[]
  /** How many acts each account's devices do. */
  acts: number
  /** Name of the cookie that goes with each change. */
  guard: string
}

/** The way to the server of who has a session; `token` goes with each change, as a cookie and as a header. */
function wayOf(session: string, token = ""): Way {
  return async (input, init) => {
    const request = input instanceof Request ? input : new Request(input, init)
    const { pathname, search } = new URL(request.url)
    const body = Buffer.from(await request.arrayBuffer())
    const headers = {
      "Content-Type": request.headers.get("Content-Type") ?? "application/json",
      "Content-Length": body.length,
      "X-CSRFToken": token,
      Cookie: token ? `${session}; ${guard}=${token}` : session,
    }
    return new Promise((tell, fail) => {
      const asked = http.request(
        new URL(pathname + search, url),
        { method: request.method, headers },
        (answer) => {
          const parts: Buffer[] = []
          answer.on("data", (part: Buffer) => parts.push(part))
          answer.on("end", () => {
            const status = answer.statusCode ?? 500
            tell(new Response(status === 204 ? null : Buffer.concat(parts), { status }))
          })
        },
      )
      asked.on("error", fail)
      asked.end(body)
    })
  }
}

/** All that the server tells an account. */
async function allChanges(way: Way) {
  const found: Parameters<typeof toldBy>[0] = []
  for (let since = 0, more = true; more;) {
    const page = await (await way(`http://hollowmist.test/api/changes?since=${since}`)).json()
    found.push(...page.changes)
    more = page.more
    since = page.changes.at(-1)?.number ?? since
  }
  return found
}

describe.runIf(accounts.length > 0)("two devices over a way full of faults, to MariaDB", () => {
  it.each(accounts.map((one, i) => ({ ...one, seed: i + 1 })))(
    "hold the same in the end (seed $seed)",
    { timeout: 300_000 },
    async ({ id, session, roll, seed }) => {
      const chance = chanceOf(seed)
      const hello = await wayOf(session)("http://hollowmist.test/api/session")
      const plain = wayOf(session, ((await hello.json()) as { csrf: string }).csrf)
      let faulty = true
      vi.stubGlobal(
        "fetch",
        faultyWay(plain, chance, () => faulty),
      )
      const both = [await device(id), await device(id)]
      for (let i = 0; i < acts; i++) {
        const which = chance() < 0.5 ? 0 : 1
        await doSomething(both[which]!, chance, i, roll)
        if (chance() < 0.3) both[which]!.carrier.wake()
      }
      faulty = false
      await until(async () => {
        for (const one of both) await choose(one)
        both.forEach(({ carrier }) => carrier.wake())
        await new Promise((go) => setTimeout(go, 100))
        const at = await Promise.all(both.map(settledAt))
        const told = await (await plain(`http://hollowmist.test/api/changes?since=${at[0] ?? 0}`)).json()
        return at.every((number) => number === told.number)
      })
      for (const { store } of both) expect(await store.stuck.toArray()).toEqual([])
      const kept = toldBy(await allChanges(plain))
      expect(await held(both[0]!)).toBe(kept)
      expect(await held(both[1]!)).toBe(kept)
      onTestFinished(() => both.forEach(({ carrier }) => carrier.stop()))
    },
  )
})
