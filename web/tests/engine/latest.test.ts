// Questions that are asked one at a time: of those that come meanwhile the last is asked, and none is forgotten.
import { expect, it } from "vitest"
import { latest } from "@/engine/page/latest"

/** A question whose answers are given by hand. */
function slow() {
  let wanted = 0
  const asked: number[] = []
  const answers: ((error?: Error) => void)[] = []
  const ask = latest(() => {
    asked.push(wanted)
    return new Promise((answer, fail) => answers.push((error) => (error ? fail(error) : answer())))
  })
  return { asked, answers, want: (what: number) => ((wanted = what), ask()) }
}
const turns = async () => {
  for (let i = 0; i < 5; i++) await Promise.resolve()
}

it("asks for the last of what was wanted while it waited", async () => {
  const { asked, answers, want } = slow()
  const all = [1, 2, 3].map(want)
  expect(asked).toEqual([1])
  answers[0]!()
  await turns()
  expect(asked).toEqual([1, 3])
  answers[1]!()
  await Promise.all(all)
  expect(asked).toEqual([1, 3])
  void want(4)
  expect(asked).toEqual([1, 3, 4])
})

it("asks again after an answer that could not be given", async () => {
  const { asked, answers, want } = slow()
  const first = want(1)
  answers[0]!(new Error("no answer"))
  await expect(first).rejects.toThrow("no answer")
  void want(2)
  expect(asked).toEqual([1, 2])
})
