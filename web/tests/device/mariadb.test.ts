// Two devices over a way full of faults, to a real server with its MariaDB: `server/journeys/tests/keeping/test_devices.py`
// starts it and says where it is.
import http from "node:http"
import { describe, expect, it, vi } from "vitest"
import {
  chanceOf,
  choose,
  device,
  doSomething,
  faultyWay,
  held,
  settledAt,
  tabOn,
  toldBy,
  type Way,
} from "../support/devices"
import { until } from "../support/scope"

interface Kept {
  id: number
  /** The cookie that signs them in. */
  session: string
  roll: string
  /** Cookie of another account, which has nothing. */
  fresh: { session: string }
}

const { url, accounts, acts, guard, control, befalls } = JSON.parse(
  process.env.HOLLOWMIST_SERVER ?? '{"accounts": []}',
) as {
  url: string
  accounts: Kept[]
  /** How many acts each account's devices do. */
  acts: number
  /** Name of the cookie that goes with each change. */
  guard: string
  /** Where what befalls a server is asked for: a purge, a backup, and going back to it. */
  control: string
  /** Whether any of that happens. */
  befalls: boolean
}

interface Task {
  id: string
  state: string
  detail: string
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

/** Have something befall the server. */
async function befall(what: "purge" | "backup" | "restore"): Promise<void> {
  const done = new Promise<number>((tell, fail) => {
    const asked = http.request(new URL(what, control), { method: "POST" }, (answer) => {
      answer.resume()
      answer.on("end", () => tell(answer.statusCode ?? 500))
    })
    asked.on("error", fail)
    asked.end()
  })
  if ((await done) !== 200) throw new Error(`no ${what}`)
}

/** What long work comes to, once it is over. */
async function workedOff(way: Way, asked: Response): Promise<Task> {
  let task = (await asked.json()) as Task
  while (["waiting", "running"].includes(task.state)) {
    await new Promise((go) => setTimeout(go, 50))
    task = await (await way(`http://hollowmist.test/api/tasks/${task.id}`)).json()
  }
  if (task.state !== "done") throw new Error(`${task.state}: ${task.detail}`)
  return task
}

/** A pack of everything that an account has on the server. */
async function packed(way: Way): Promise<ArrayBuffer> {
  const query = "everything=true&originals=true"
  const asked = await way(`http://hollowmist.test/api/packs/written?${query}`, { method: "POST" })
  const { id } = await workedOff(way, asked)
  return (await way(`http://hollowmist.test/api/tasks/${id}/file`)).arrayBuffer()
}

async function readIn(way: Way, pack: ArrayBuffer): Promise<void> {
  const headers = { "Content-Type": "application/vnd.hollowmist.pack+zip" }
  await workedOff(way, await way("http://hollowmist.test/api/packs", { method: "POST", body: pack, headers }))
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

/** What a pack carries of an account, whatever its ids and places are where it was read. */
function carried(changes: Awaited<ReturnType<typeof allChanges>>): string[] {
  const found: unknown[] = []
  const rows = changes as { table: string; id: string; row: Record<string, unknown> | null }[]
  const laned = new Set(rows.flatMap(({ table, row }) => (table === "strokes" && row ? [row.lane] : [])))
  const byId = new Map(rows.map((one) => [one.id, one]))
  /** Whether a thing is there, and all that it lies in: what lies in a thing that was taken away comes back with that. */
  function present(id: string): boolean {
    const { table, row } = byId.get(id) ?? {}
    const inside = [row?.lane, row?.roll, row?.sheet, table === "checkpoints" && row?.brush].filter(Boolean)
    // A lane that has lost all of its strokes is none any more.
    return Boolean(row) && (table !== "lanes" || laned.has(id)) && (inside as string[]).every(present)
  }
  for (const { table, id, row } of rows) {
    if (!row || !present(id)) continue
    const { seed, ink, why, steps, favourite } = row
    // What is called alike in one roll is called otherwise where it comes in; and what documents name has new ids.
    const name = table === "brushes" || table === "sources" ? undefined : row.name
    const { size, dpi } = (row.document ?? {}) as { size?: number; dpi?: number }
    if (table !== "rolls" && table !== "looks")
      found.push([table, name, size, dpi, seed, ink, why, steps, favourite])
  }
  return found.map((one) => JSON.stringify(one)).sort()
}

/** When what befalls, as a share of all acts. */
const BEFALLS: [number, "purge" | "backup" | "restore" | "pack" | "read"][] = befalls
  ? [
      [0.2, "pack"],
      [0.3, "backup"],
      [0.4, "purge"],
      [0.5, "restore"],
      [0.6, "read"],
      [0.8, "purge"],
    ]
  : []

describe.runIf(accounts.length > 0)("two devices over a way full of faults, to MariaDB", () => {
  it.each(accounts.map((one, i) => ({ ...one, seed: i + 1 })))(
    "hold the same in the end (seed $seed)",
    { timeout: 300_000 },
    async ({ id, session, roll, seed, fresh }) => {
      const chance = chanceOf(seed)
      const hello = await wayOf(session)("http://hollowmist.test/api/session")
      const plain = wayOf(session, ((await hello.json()) as { csrf: string }).csrf)
      let faulty = true
      vi.stubGlobal(
        "fetch",
        faultyWay(plain, chance, () => faulty),
      )
      const both = [await device(id), await device(id)]
      // The first has a second tab open, in which somebody works too.
      const tab = await tabOn(both[0]!)
      const hands = [both[0]!, tab, both[1]!]
      let pack: ArrayBuffer | undefined
      for (let i = 0; i < acts; i++) {
        for (const [share, what] of BEFALLS) {
          if (i !== Math.floor(share * acts)) continue
          if (what === "pack") pack = await packed(plain)
          else if (what === "read") await readIn(plain, pack!)
          else await befall(what)
        }
        const hand = hands[Math.floor(3 * chance())]!
        await doSomething(hand, chance, i, roll)
        if (chance() < 0.3) hand.carrier.wake()
      }
      faulty = false
      await until(async () => {
        for (const one of both) await choose(one)
        both.forEach(({ carrier }) => carrier.wake())
        await new Promise((go) => setTimeout(go, 100))
        const at = await Promise.all(both.map(settledAt))
        const page = await (await plain(`http://hollowmist.test/api/changes?since=${at[0] ?? 0}`)).json()
        return at.every((number) => number === page.number)
      })
      for (const { store } of both) expect(await store.stuck.toArray()).toEqual([])
      const kept = toldBy(await allChanges(plain))
      expect(await held(both[0]!)).toBe(kept)
      expect(await held(both[1]!)).toBe(kept)
      hands.forEach(({ carrier }) => carrier.stop())
      // A pack of everything, read into an account that has nothing, is all of it.
      const into = wayOf(fresh.session, "")
      const welcome = await into("http://hollowmist.test/api/session")
      const others = wayOf(fresh.session, ((await welcome.json()) as { csrf: string }).csrf)
      await readIn(others, await packed(plain))
      const [there, here] = [carried(await allChanges(others)), carried(await allChanges(plain))]
      expect(here.filter((one) => !there.includes(one))).toEqual([])
      expect(there.filter((one) => !here.includes(one))).toEqual([])
      expect(there.length).toBe(here.length)
    },
  )
})
