// A stand-in for the server's side of the acts: it does them once each, in memory, and tells what changed.
import { server } from "./server"

/** What each act does to which table, as the server's registry tells it. */
const TABLES = {
  strokes: { keepStroke: "keep", takeStrokes: "take", putStrokesBack: "back" },
  lanes: { keepLane: "keep", deleteLane: "take", takeLaneApart: "take", putLaneBack: "back" },
  rolls: { keepRoll: "keep", takeRoll: "take", putRollBack: "back" },
  brushes: {
    keepBrush: "keep",
    placeBrush: "change",
    markBrush: "change",
    takeBrush: "take",
    putBrushBack: "back",
  },
  checkpoints: { keepCheckpoint: "keep", takeCheckpoint: "take", putCheckpointBack: "back" },
  sources: { keepSource: "keep", takeSource: "take", putSourceBack: "back" },
  recipes: { keepRecipe: "keep", forgetRecipe: "take", putRecipeBack: "back" },
  sheets: { keepSheet: "keep", markSheet: "change", takeSheet: "take", putSheetBack: "back" },
  looks: { keepLook: "keep" },
  sheetStrokes: {
    ...{ keepSheetStroke: "keep", inkStrokes: "change" },
    ...{ takeSheetStrokes: "take", putSheetStrokesBack: "back" },
  },
} as const
type Table = keyof typeof TABLES
const TABLE_OF = new Map(
  Object.entries(TABLES).flatMap(([table, acts]) =>
    Object.entries(acts).map(([name, does]) => [name, [table as Table, does as string]] as const),
  ),
)
const DOCUMENTS = new Set<Table>(["brushes", "sources", "sheets"])
/** Field of a row that names what it lies in -> the table of that. */
const PARENT: Partial<Record<Table, [string, Table]>> = {
  brushes: ["roll", "rolls"],
  checkpoints: ["brush", "brushes"],
  sheetStrokes: ["sheet", "sheets"],
}

interface Row {
  table: Table
  id: string
  number: number
  row: Record<string, unknown> | null
  /** It was let go of for good. */
  purged?: boolean
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
    const before = this.rows.get(id)?.row
    if (!row && before) this.taken.set(id, before)
    this.rows.set(id, { table, id, number: ++this.number, row })
  }

  /** Let go of a thing for good, with all that lies in it. */
  purge(table: Table, id: string): void {
    for (const one of [...this.rows.values()]) {
      const [field] = PARENT[one.table] ?? []
      if (field && (one.row ?? this.taken.get(one.id))?.[field] === id) {
        this.rows.delete(one.id)
        this.taken.delete(one.id)
      }
    }
    this.touch(table, id, null)
    this.taken.delete(id)
    this.rows.get(id)!.purged = true
  }

  /** What was taken away of a thing and of all that it lies in, the outermost first. */
  private lostAt(table: Table, id: string): object[] {
    const known = this.rows.get(id)
    const row = known?.row ?? this.taken.get(id) ?? null
    const [field, above] = PARENT[table] ?? []
    const lost = field && row ? this.lostAt(above!, String(row[field])) : []
    return known && !known.row ? [...lost, { table, thing: id, row }] : lost
  }

  /** Why an act is not done, if so. */
  private refusal({ kind, thing, base, body }: SentAct): object | undefined {
    const [table, does] = TABLE_OF.get(kind) ?? []
    if (!table || does === "take" || kind === "markBrush" || kind === "markSheet") return undefined
    const known = this.rows.get(thing)
    const [field, above] = PARENT[table] ?? []
    const named = field && body[field] && (does !== "keep" || !known) ? String(body[field]) : undefined
    if (named && !this.rows.has(named)) return { answer: "refused", detail: `${named} is not among yours` }
    const listed = ((body.inked ?? []) as { id: string }[]).map(({ id }) => id)
    const inside = [...listed, ...((body.strokes ?? []) as string[]), thing].flatMap((id) => {
      const row = this.rows.get(id)?.row ?? this.taken.get(id)
      return field && row && TABLE_OF.get(kind)![0] === this.rows.get(id)?.table
        ? this.lostAt(above!, String(row[field]))
        : []
    })
    const self = does === "keep" && known && !known.row && !["lanes", "strokes"].includes(table)
    const set = ["checkpoints", "recipes", "looks", "sheetStrokes"].includes(table)
    const lost = [
      ...(named ? this.lostAt(above!, named) : inside),
      ...(self && !set ? [{ table, thing, row: this.taken.get(thing) ?? null }] : []),
    ]
    if (lost.length > 0) return { answer: "gone", lost }
    if (does !== "keep" || !DOCUMENTS.has(table) || !known?.row) return undefined
    if (table === "sheets" && !body.document) return undefined
    const state =
      table === "sheets" ? ["document"] : Object.keys(body).filter((one) => !["roll", "place"].includes(one))
    const same = state.every((one) => JSON.stringify(known.row![one]) === JSON.stringify(body[one]))
    return same || known.row.revision === base ? undefined : { answer: "stale", theirs: known.row }
  }

  private takeAway(table: Table, id: string): void {
    if (this.rows.has(id)) this.touch(table, id, null)
  }

  private doIt({ kind, thing, body }: SentAct): object {
    const [table, does] = TABLE_OF.get(kind) ?? []
    if (!table) return {}
    const known = this.rows.get(thing)
    const row = known?.row
    const ids =
      ["strokes", "sheetStrokes"].includes(table) && body.strokes ? (body.strokes as string[]) : [thing]
    const change = (id: string, parts: object) => {
      const there = this.rows.get(id)
      if (there?.row) this.touch(there.table, id, { ...there.row, ...JSON.parse(JSON.stringify(parts)) })
      else if (there) {
        this.taken.set(id, { ...this.taken.get(id), ...JSON.parse(JSON.stringify(parts)) })
        this.touch(there.table, id, null)
      }
    }
    if (does === "take") {
      if (kind === "takeLaneApart")
        for (const one of [...this.rows.values()]) if (one.row?.lane === thing) change(one.id, { lane: null })
      ids
        .filter((id) => table !== "strokes" || !this.rows.get(id)?.row?.lane)
        .forEach((id) => this.takeAway(table, id))
    } else if (does === "back") {
      for (const id of ids) if (this.rows.get(id)?.purged) this.rows.delete(id)
      for (const id of ids)
        if (this.taken.has(id) && !this.rows.get(id)?.row) this.touch(table, id, this.taken.get(id)!)
    } else if (kind === "inkStrokes") {
      for (const { id, ...how } of body.inked as { id: string }[]) change(id, how)
    } else if (does === "change") {
      // A thing was last used when it was used last.
      const later = Math.max(Number(body.used_at ?? 0), Number((row ?? this.taken.get(thing))?.used_at ?? 0))
      change(thing, "used_at" in body ? { ...body, used_at: later } : body)
    } else if (known && !row) this.touch(table, thing, null)
    else if (table === "strokes" || table === "looks" || table === "sheetStrokes") {
      if (!known) this.touch(table, thing, table === "strokes" ? { ...body, lane: null } : body)
    } else if (kind === "keepLane") this.keepLane(thing, body)
    else if (DOCUMENTS.has(table)) return this.keepState(table, thing, body)
    else this.touch(table, thing, { ...row, ...body })
    return {}
  }

  private keepLane(thing: string, body: SentAct["body"]): void {
    for (const id of (body.strokes ?? []) as string[]) {
      const there = this.rows.get(id)
      if (there?.row) this.touch("strokes", id, { ...there.row, lane: there.row.lane ?? thing })
    }
    this.touch("lanes", thing, { ...body, id: thing })
    const lanes = [...this.rows.values()].filter(
      (one) => one.table === "lanes" && one.row && one.id !== thing,
    )
    lanes.sort((a, b) => Number(a.row!.position) - Number(b.row!.position))
    lanes.splice(Number(body.position), 0, this.rows.get(thing)!)
    lanes.forEach(({ id, row }, position) => this.touch("lanes", id, { ...row, position }))
  }

  /** Keep a state of a document. */
  private keepState(table: Table, thing: string, body: SentAct["body"]): object {
    const row = this.rows.get(thing)?.row
    const changed = table !== "sheets" || !row || Boolean(body.document)
    const revision = Number(row?.revision ?? 0) + (changed ? 1 : 0)
    const { roll, place } = { ...body, ...row }
    const marks = { favourite: false, used_at: 0, cover: null, ...row }
    const pocket = table === "brushes" ? { roll, place } : {}
    // As the server does it: what the device made stands where it has come.
    const made = this.pictures.has(String(body.picture)) ? String(body.picture) : `picture ${revision}`
    const picture = table === "sources" ? { picture: made } : {}
    const parts = JSON.parse(JSON.stringify(body))
    this.touch(table, thing, { ...marks, ...parts, ...pocket, ...picture, revision, kept_at: Date.now() })
    return { revision, ...picture }
  }

  private answer(act: SentAct): object {
    const known = this.answers.get(act.id)
    if (known) return known
    const detail = this.refused[act.kind]
    const other = detail ? { answer: "refused", detail } : this.refusal(act)
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
    this.pictures.add(new URL(path, "http://h").pathname.split("/").at(-1)!)
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
