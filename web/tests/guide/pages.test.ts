// The guide's Markdown as the page reads it.
import { expect, it } from "vitest"
import { INPUTS, OUTPUTS, SETTINGS } from "@/generated/layout"
import { brushOf, PAGES, readPage, type Shown } from "@/guide/pages"

const SLATE = { picture: "ab", source: "cd" }
const known = (name: string) => (name === "Slate" ? SLATE : undefined)
const shownOf = (blocks: string[]) => {
  const fenced = blocks.map((block) => `Do it.\n\n\`\`\`brush\n${block}\n\`\`\`\n`)
  const page = readPage("try", `# Try\n\nWhom it\nis for.\n\n${fenced.join("\n")}`)
  return { page, shown: page.parts.filter((one): one is Shown => "told" in one) }
}

it("tells whom a page is for, and what its brush is by then", () => {
  const { page, shown } = shownOf(["size: 9\nsteadying: even-out", "size: 12"])
  expect([page.title, page.lead]).toEqual(["Try", "Whom it is for."])
  expect(shown.map(({ told }) => told)).toEqual([
    { size: 9, steadying: "even-out" },
    { size: 12, steadying: "even-out" },
  ])
})

it("makes brushes of what is told: settings, curves and sources by name", () => {
  const { shown } = shownOf([
    'size: 9\ngrain: Slate\npressure to size: off\nspeed to bite: {"range": [0.2, 1]}\ntilt to flow: on',
  ])
  const brush = brushOf(shown[0]!.told, known)!
  expect(brush.size).toBe(9)
  expect(brush.grain).toEqual(SLATE)
  expect(brush.responses.size?.pressure?.on).toBe(false)
  expect(brush.responses.bite?.speed).toMatchObject({ on: true, range: [0.2, 1] })
  expect(brush.responses.flow?.tilt?.on).toBe(true)
})

it("shows no brush with a source that is not here: it would be another one", () => {
  for (const block of ["grain: Chart Paper", "tip: shapes\nshapes: Slate, Barnacle One"])
    expect(brushOf(shownOf([block]).shown[0]!.told, known)).toBeUndefined()
})

it("names what there is, on every page", () => {
  const names = new Set<string>([...SETTINGS.map(({ name }) => name), "lane", "grain", "shapes"])
  const links = new Set<string>(
    INPUTS.flatMap((one) => OUTPUTS.map((other) => `${one.name} to ${other.name}`)),
  )
  expect(PAGES.length).toBe(12)
  for (const { key, parts } of PAGES) {
    const told = parts.flatMap((part) => ("told" in part ? Object.keys(part.told) : []))
    expect([key, told.filter((name) => !names.has(name) && !links.has(name))]).toEqual([key, []])
  }
})
