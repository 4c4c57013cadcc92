// The words of the core's tables: they are told there in English, and put into another language in their place.
import {
  ADVICE,
  CAUSES,
  CHANNELS,
  CURVES,
  FITTING,
  GENERATORS,
  GUIDES,
  HANDS,
  INPUTS,
  KIND,
  MODES,
  OUTPUTS,
  PAPERS,
  PROPOSALS,
  READINGS,
  SETTINGS,
  SHEET_SIZES,
  SIGNS,
  STATION_HELP,
  STEPS,
  TINTS,
  VARIED,
  WORDS,
} from "@/generated/layout"

/** Words of another language, by the English ones. */
export type Tables = Record<string, string>

const WORDED: unknown[] = [
  ...[ADVICE, CAUSES, FITTING, GENERATORS, GUIDES, HANDS, INPUTS, OUTPUTS, PAPERS, PROPOSALS, READINGS],
  ...[SETTINGS, SHEET_SIZES, SIGNS, STEPS, VARIED, WORDS],
]
/** Fields of a table's rows that are read by people, and by nobody else. */
const READ = new Set(["label", "help", "says", "what", "how", "mends"])
/** Fields that are values as well: they stay what they are, and are said in another way. */
const CHOSEN = new Set(["choices", "ends"])

type Rows = Record<string, unknown>

/** Calls `read` with every word that is read in place, and `chosen` with every value that is said. */
function walk(
  part: unknown,
  read: (rows: Rows, field: string) => void,
  chosen: (value: string) => void,
): void {
  if (!part || typeof part !== "object") return
  if (Array.isArray(part)) return part.forEach((one) => walk(one, read, chosen))
  const rows = part as Rows
  for (const [field, value] of Object.entries(rows)) {
    if (READ.has(field) && typeof value === "string") read(rows, field)
    else if (CHOSEN.has(field)) (value as unknown[]).forEach((one) => typeof one === "string" && chosen(one))
    else walk(value, read, chosen)
  }
}

/** All words of the tables, in English. */
export function wordsOfTables(): Set<string> {
  const named = [...CURVES, ...INPUTS].map(({ name }) => name)
  const hands = HANDS.map(([, label]) => label)
  const found = new Set<string>([
    ...[...MODES, ...CHANNELS, ...Object.keys(KIND), ...named, ...hands],
    ...TINTS.map(([, name]) => name),
  ])
  const read = (rows: Rows, field: string) => found.add(rows[field] as string)
  WORDED.forEach((table) => walk(table, read, (value) => found.add(value)))
  Object.values(STATION_HELP).forEach((help) => found.add(help))
  found.delete("")
  return found
}

let spoken: Tables = {}

/** What a value of the tables is called. */
export const said = (value: string): string => spoken[value] ?? value

/** Have the tables say what they say in another language; once, before anybody reads them. */
export function speakTables(words: Tables): void {
  spoken = words
  const put = (rows: Rows, field: string) => (rows[field] = said(rows[field] as string))
  WORDED.forEach((table) => walk(table, put, () => undefined))
  const help = STATION_HELP as Record<string, string>
  for (const station of Object.keys(help)) put(help, station)
}
