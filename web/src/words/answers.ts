// What the server answers, in another language. It answers in English, sentence by sentence as they stand in its code;
// an English sentence is the key of its message, and "{1}" stands for what was put into it: a name that somebody gave, or
// words of the server's, which are said too. Those of one word are marked, "{said 1}": a brush may be called *roll*.

/** Answers of another language, by the English ones. */
export type Answers = Record<string, string>

interface Answer {
  pattern: RegExp
  says: string
}

const VALUE = /\{\d\}/
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")
let plain: Answers = {}
let filled: Answer[] = []

/** Have answers said in another language. */
export function speakAnswers(answers: Answers): void {
  plain = answers
  // What has the most words of its own is looked for first: the others would find it too.
  const own = (english: string) => english.split(VALUE).join("").length
  filled = Object.entries(answers)
    .filter(([english]) => VALUE.test(english))
    .toSorted(([one], [other]) => own(other) - own(one))
    .map(([english, says]) => ({
      pattern: new RegExp(`^${english.split(VALUE).map(escaped).join("([^]+?)")}$`),
      says,
    }))
}

/** What the server said, in the language of the page; in English where that has no words for it. */
export function answered(english: string): string {
  const found = plain[english]
  if (found !== undefined) return found
  for (const { pattern, says } of filled) {
    const values = pattern.exec(english)
    if (!values) continue
    return says.replaceAll(/\{(said )?(\d)\}/g, (_, marked: string | undefined, place: string) => {
      const value = values[Number(place)]!
      return marked || value.includes(" ") ? answered(value) : value
    })
  }
  return english
}
