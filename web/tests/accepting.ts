// A stand-in for the server's side of the acts: it does them once each, in memory, and tells what changed.
import { server } from "./server"

interface Row {
  table: "strokes" | "lanes" | "rolls" | "brushes" | "checkpoints" | "sources" | "recipes"
  id: string
  number: number
  row: Record<string, unknown> | null
}
interface SentAct {
  id: string
  kind: string
  thing: string
  base: number
  body: Record<string, unknown>
}

export class ActsServer {
  epoch = "4f8d6a3e-1111-4a4b-9c9c-0123456789ab"
  account = 7
  number = 0
  rows = new Map<string, Row>()
  /** Acts in the order in which they were done. */
  done: SentAct[] = []
  /** Kind of act -> why it is refused. */
  refused: Record<string, string> = {}
  /** Digests of pictures that were brought, in their order. */
  pictures = new Set<string>()
  private taken = new Map<string, Row["row"]>()
  private answers = new Map<string, object>()

  touch(table: Row["table"], id: string, row: Row["row"]): void {
    this.rows.set(id, { table, id, number: ++this.number, row })
  }

  /** Why a brush is not kept as it was sent, if so. */
  private standing({ kind, thing, base, body }: SentAct): object | undefined {
    const known = this.rows.get(thing)
    if (!(kind === "keepBrush" || kind === "keepSource") || !known) return undefined
    if (!known.row) return { answer: "gone" }
    const state = Object.keys(body).filter((field) => field !== "roll" && field !== "place")
    const same = state.every((field) => JSON.stringify(known.row![field]) === JSON.stringify(body[field]))
    return same || known.row.revision === base ? undefined : { answer: "stale", theirs: known.row }
  }

  /** A roll that was taken away comes back with what is put into it. */
  private holdRoll(id: string): void {
    const known = this.rows.get(id)
    if (known && !known.row) this.touch("rolls", id, this.taken.get(id) ?? null)
  }

  private doIt({ kind, thing, body }: SentAct): object {
    const strokes = (body.strokes ?? []) as string[]
    const change = (id: string, parts: object) => {
      const known = this.rows.get(id)
      if (known?.row) this.touch("strokes", id, { ...known.row, ...parts })
    }
    if (kind === "keepStroke") this.touch("strokes", thing, { ...body, lane: null })
    else if (kind === "takeStrokes") {
      for (const id of strokes) {
        this.taken.set(id, this.rows.get(id)?.row ?? null)
        this.touch("strokes", id, null)
      }
    } else if (kind === "putStrokesBack") {
      for (const id of strokes) this.touch("strokes", id, this.taken.get(id) ?? null)
    } else if (kind === "keepLane") {
      strokes.forEach((id) => change(id, { lane: thing }))
      this.touch("lanes", thing, { ...body, id: thing })
      const lanes = [...this.rows.values()].filter(
        (one) => one.table === "lanes" && one.row && one.id !== thing,
      )
      lanes.sort((a, b) => Number(a.row!.position) - Number(b.row!.position))
      lanes.splice(Number(body.position), 0, this.rows.get(thing)!)
      lanes.forEach(({ id, row }, position) => this.touch("lanes", id, { ...row, position }))
    } else if (kind === "deleteLane") this.touch("lanes", thing, null)
    else if (kind === "takeLaneApart") {
      for (const one of this.rows.values()) if (one.row?.lane === thing) change(one.id, { lane: null })
      this.touch("lanes", thing, null)
    } else if (kind === "keepRoll") this.touch("rolls", thing, body)
    else if (kind === "takeRoll") {
      this.taken.set(thing, this.rows.get(thing)?.row ?? null)
      this.touch("rolls", thing, null)
    } else if (kind === "putRollBack") this.touch("rolls", thing, this.taken.get(thing) ?? null)
    else if (kind === "keepCheckpoint") this.touch("checkpoints", thing, body)
    else if (kind === "takeCheckpoint") this.touch("checkpoints", thing, null)
    else if (kind === "placeBrush" || kind === "markBrush") {
      const row = this.rows.get(thing)?.row
      if (kind === "placeBrush") this.holdRoll(String(body.roll))
      if (row) this.touch("brushes", thing, { ...row, ...JSON.parse(JSON.stringify(body)) })
      else this.taken.set(thing, { ...this.taken.get(thing), ...JSON.parse(JSON.stringify(body)) })
    } else if (kind === "keepBrush") {
      const row = this.rows.get(thing)?.row
      const revision = Number(row?.revision ?? 0) + 1
      const { roll, place } = { ...body, ...row }
      const marks = { favourite: false, used_at: 0, cover: null, ...row }
      this.touch("brushes", thing, { ...marks, ...body, roll, place, revision, kept_at: Date.now() })
      return { revision }
    } else if (kind === "keepSource") {
      const row = this.rows.get(thing)?.row
      const revision = Number(row?.revision ?? 0) + 1
      // As the server does it: what the device made stands where it has come.
      const theirs = this.pictures.has(String(body.picture))
      const picture = theirs ? String(body.picture) : `picture ${revision}`
      this.touch("sources", thing, { ...row, ...body, revision, picture, kept_at: Date.now() })
      return { revision, picture }
    } else if (kind === "keepRecipe") this.touch("recipes", thing, body)
    else if (kind === "forgetRecipe") this.touch("recipes", thing, null)
    else if (kind === "takeBrush" || kind === "takeSource") {
      this.taken.set(thing, this.rows.get(thing)?.row ?? null)
      this.touch(kind === "takeBrush" ? "brushes" : "sources", thing, null)
    } else if (kind === "putBrushBack" || kind === "putSourceBack") {
      const none = { revision: 3, kept_at: 0, name: "", note: "" }
      this.touch(kind === "putBrushBack" ? "brushes" : "sources", thing, this.taken.get(thing) ?? none)
    }
    return {}
  }

  private answer(act: SentAct): object {
    const known = this.answers.get(act.id)
    if (known) return known
    const detail = this.refused[act.kind]
    const other = detail ? { answer: "refused", detail } : this.standing(act)
    if (!other) this.done.push(act)
    const answer = { id: act.id, ...(other ?? { answer: "done", ...this.doIt(act) }) }
    this.answers.set(act.id, answer)
    return answer
  }

  /** How `POST /api/acts` is answered. */
  take(given: unknown): { status: number; body: unknown } {
    const { account, acts } = given as { account: number; acts: SentAct[] }
    if (account !== this.account) return { status: 409, body: { detail: "Another account is signed in." } }
    return { status: 200, body: { epoch: this.epoch, answers: acts.map((act) => this.answer(act)) } }
  }

  /** How `PUT /api/pictures/…` is answered. */
  takePicture(path: string): { status: number; body: unknown } {
    this.pictures.add(path.split("/").at(-1)!)
    return { status: 204, body: null }
  }

  /** How `GET /api/changes` is answered. */
  changes(path: string): { status: number; body: unknown } {
    const since = Number(new URL(path, "http://h").searchParams.get("since"))
    const changes = [...this.rows.values()]
      .filter((one) => one.number > since)
      .sort((a, b) => a.number - b.number)
    const { epoch, account, number } = this
    return { status: 200, body: { epoch, account, number, changes, more: false } }
  }
}

/** Answer acts and changes from now on. */
export function accepting(account = 7): ActsServer {
  const acts = new ActsServer()
  acts.account = account
  server.on("POST", /^\/api\/acts$/, ({ body }) => acts.take(body))
  server.on("PUT", /^\/api\/pictures\//, ({ path }) => acts.takePicture(path))
  server.on("GET", /^\/api\/changes/, ({ path }) => acts.changes(path))
  return acts
}
