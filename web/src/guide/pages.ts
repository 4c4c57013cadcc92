// The guide: plain Markdown of docs/guide, cut where it shows a brush as it is by then.
import MarkdownIt from "markdown-it"
import { newLink, type BrushDocument, type Link, type Output } from "@/documents/brush"
import { DEFAULT_BRUSH } from "@/generated/layout"

/** What a brush is by now: settings by name, and its sources and curves in words. */
export type Told = Record<string, unknown>

/** A brush that is shown: all that was told of it so far, on a lane that ships. */
export interface Shown {
  told: Told
  lane: string
}

export interface Page {
  /** Its address: the file's name without its number. */
  key: string
  title: string
  /** Whom it is for, in a sentence. */
  lead: string
  parts: ({ html: string } | Shown)[]
}

/** A source of a brush, by its name: whoever knows the sources says what it is. */
export type SourceNamed = (name: string) => { picture: string; source: string } | undefined

const FILES = import.meta.glob<string>("../../../docs/guide/[0-9]*.md", {
  query: "?raw",
  import: "default",
  eager: true,
})
const SHOWN = /^```brush\n([\s\S]*?)^```$/m
const LANE = "word"
const markdown = new MarkdownIt({ typographer: false })

function valueOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}

/** The lines of a block: a name, a colon, and what it is from here on. */
export function readBlock(block: string): Told {
  const lines = block.split("\n").filter((line) => line.trim())
  return Object.fromEntries(
    lines.map((line) => {
      const [name = "", ...rest] = line.split(": ")
      return [name.trim(), valueOf(rest.join(": ").trim())]
    }),
  )
}

export function readPage(key: string, text: string): Page {
  const [, title = "", lead = ""] = /^# (.+)\n+([^#`]+?)\n\n/.exec(text) ?? []
  const body = text.slice(text.indexOf(lead) + lead.length)
  let told: Told = {}
  const parts = body.split(SHOWN).map((piece, i) => {
    if (i % 2 === 0) return { html: markdown.render(piece) }
    told = { ...told, ...readBlock(piece) }
    return { told, lane: String(told.lane ?? LANE) }
  })
  return {
    key,
    title,
    lead: lead.replaceAll("\n", " "),
    parts: parts.filter((one) => !("html" in one) || one.html),
  }
}

/** All pages, in the order of their numbers. */
export const PAGES: Page[] = Object.entries(FILES)
  .sort(([one], [other]) => one.localeCompare(other))
  .map(([path, text]) => readPage(path.replace(/^.*\/\d+-(.+)\.md$/, "$1"), text))

/** What a page comes to: the last brush that it shows. */
export const lastOf = (page: Page): Shown | undefined =>
  page.parts.filter((one): one is Shown => "told" in one).at(-1)

/** The names of the sources that a brush is made of. */
const sourcesOf = ({ grain, shapes }: Told): string[] =>
  [grain, ...String(shapes ?? "").split(",")].flatMap((name) => (name ? [String(name).trim()] : []))

/** A plain brush with all that is told of it; nothing where a source of it is not known here. */
export function brushOf(told: Told, named: SourceNamed): BrushDocument | undefined {
  if (!sourcesOf(told).every(named)) return undefined
  const brush = structuredClone(DEFAULT_BRUSH) as unknown as Record<string, unknown>
  const responses = brush.responses as Record<string, Record<string, Link>>
  const use = (name: string) => named(name.trim())
  for (const [name, value] of Object.entries(told)) {
    const link = /^(\w+) to (\w+)$/.exec(name)
    if (link) {
      const [, input = "", output = ""] = link
      const row = (responses[output] ??= {})
      const changed = typeof value === "object" ? (value as Partial<Link>) : {}
      row[input] = { ...(row[input] ?? newLink(output as Output)), on: value !== "off", ...changed }
    } else if (name === "grain") brush.grain = use(String(value)) ?? null
    else if (name === "shapes") {
      const own = { turn: 0, scale: 1, flip_across: false, flip_along: false, invert: false }
      const uses = String(value).split(",").map(use)
      brush.shapes = uses.flatMap((one) => (one ? [{ ...one, ...own }] : []))
    } else if (name in brush) brush[name] = value
  }
  return brush as unknown as BrushDocument
}
