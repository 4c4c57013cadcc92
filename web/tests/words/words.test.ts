// What is said: every key that is asked for is there, every language has every word, and nothing is left over.
import { readdirSync, readFileSync } from "node:fs"
import { expect, it } from "vitest"
import { LANGUAGES } from "@/words"
import { wordsOfTables } from "@/words/tables"

const SRC = `${process.cwd()}/src/`
const OTHERS = LANGUAGES.map(({ value }) => value).filter((one) => one !== "en")
const FILES = (readdirSync(SRC, { recursive: true }) as string[]).filter((name) => /\.(vue|ts)$/.test(name))
const source = FILES.filter((name) => !name.startsWith("generated/")).map((name) =>
  readFileSync(SRC + name, "utf8"),
)

/** The messages of a language by their whole keys. */
function messagesOf(language: string): Map<string, string> {
  const files = readdirSync(`${SRC}words/${language}`).filter(
    (name) => name !== "tables.json" && name !== "answers.json",
  )
  const rooms = files.map((name): [string, Record<string, string>] => [
    name.replace(".json", ""),
    JSON.parse(readFileSync(`${SRC}words/${language}/${name}`, "utf8")),
  ])
  return new Map(
    rooms.flatMap(([room, own]) =>
      Object.entries(own).map(([key, text]): [string, string] => [`${room}.${key}`, text]),
    ),
  )
}
const valuesIn = (text: string) => [...new Set(text.match(/\{[a-zA-Z]\w*\}/g))].sort()
const english = messagesOf("en")

it("has every word that is asked for by its key, and none besides", () => {
  const asked = source.flatMap((text) =>
    [...text.matchAll(/\bt\(\s*(["'])([a-z]+\.[a-z0-9-]+)\1/g)].map((one) => one[2]!),
  )
  const begun = source.flatMap((text) =>
    [...text.matchAll(/\bt\(\s*`([a-z]+\.[a-z0-9-]*)\$\{/g)].map((one) => one[1]!),
  )
  // Of a choice of two keys both are written out.
  const written = new Set(
    source.flatMap((text) => [...text.matchAll(/["']([a-z]+\.[a-z0-9-]+)["']/g)].map((one) => one[1]!)),
  )
  expect(asked.filter((key) => !english.has(key))).toEqual([])
  const used = (key: string) => written.has(key) || begun.some((start) => key.startsWith(start))
  expect([...english.keys()].filter((key) => !used(key))).toEqual([])
})

it.each(OTHERS)("says everything in %s, with the same values in it", (language) => {
  const own = messagesOf(language)
  expect([...english.keys()].filter((key) => !own.has(key))).toEqual([])
  expect([...own.keys()].filter((key) => !english.has(key))).toEqual([])
  const apart = [...english].filter(
    ([key, text]) => String(valuesIn(text)) !== String(valuesIn(own.get(key)!)),
  )
  expect(apart.map(([key]) => key)).toEqual([])
})

it.each(OTHERS)("says all words of the core's tables in %s", (language) => {
  const own = JSON.parse(readFileSync(`${SRC}words/${language}/tables.json`, "utf8")) as Record<
    string,
    string
  >
  const words = wordsOfTables()
  expect([...words].filter((word) => !(word in own))).toEqual([])
  expect(Object.keys(own).filter((word) => !words.has(word))).toEqual([])
})
