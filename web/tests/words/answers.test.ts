// What the server answers, said in another language.
import { readFileSync } from "node:fs"
import { beforeEach, expect, it } from "vitest"
import { answered, speakAnswers, type Answers } from "@/words/answers"

const GERMAN = JSON.parse(readFileSync(`${process.cwd()}/src/words/de/answers.json`, "utf8")) as Answers

beforeEach(() => speakAnswers(GERMAN))

it("says a sentence, and what was put into it", () => {
  expect(answered("This maker has no mark.")).toBe("Dieser Urheber hat kein Zeichen.")
  expect(answered("The name maren is taken; choose another.")).toBe(
    "Der Name maren ist vergeben; wähl einen anderen.",
  )
})

it("says sentences that stand in another one", () => {
  const said = answered("there are 2,000 brushes, as many as can be kept; put it into another roll")
  expect(said).toBe("es gibt 2,000 Pinsel, mehr lassen sich nicht behalten; steck ihn in eine andere Rolle")
  expect(answered("No lane was made: trace 3 has no points; remove it from the file.")).toBe(
    "Es wurde keine Bahn gemacht: Strich 3 hat keine Punkte; nimm ihn aus der Datei.",
  )
})

it("says the sentence with the most words of its own where several would do", () => {
  expect(
    answered("The source was not kept: its picture 12ab is not here. Take the picture once more."),
  ).toContain("Ihr Bild 12ab ist nicht hier")
})

it("leaves names as they were given", () => {
  expect(answered("The name roll is taken; choose another.")).toBe(
    "Der Name roll ist vergeben; wähl einen anderen.",
  )
  expect(answered("this roll is not yours; make it anew")).toBe("nicht deins: Rolle; mach es neu")
})

it("leaves what it does not know, and all of it in English", () => {
  expect(answered("A rope of another kind.")).toBe("A rope of another kind.")
  speakAnswers({})
  expect(answered("This maker has no mark.")).toBe("This maker has no mark.")
})

it("puts the same values into each German sentence as into the English one", () => {
  const values = (text: string) => [...new Set(text.replaceAll("{said ", "{").match(/\{\d\}/g))].sort()
  for (const [english, german] of Object.entries(GERMAN))
    expect(values(german), english).toEqual(values(english))
})
