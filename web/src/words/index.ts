// All that is said on the screen, in the language of the person: by rooms, one file each.
// English is always at hand: it stands for what another language lacks. A language is a folder of the same files.
import { createI18n } from "vue-i18n"
import { speakAnswers } from "./answers"
import { speakTables } from "./tables"

export { answered } from "./answers"
export { said } from "./tables"

/** The messages of a room, by key. */
type Room = Record<string, string>
type Files = Record<string, Room>

/** Languages by their codes (ISO 639-1), each as it calls itself. */
export const LANGUAGES = [
  { value: "en", label: "English" },
  { value: "de", label: "Deutsch" },
] as const
export type Language = (typeof LANGUAGES)[number]["value"]

const CHOICE = "hollowmist-language"
const ENGLISH = import.meta.glob<Room>("./en/*.json", { import: "default", eager: true })
/** Fetched where they are spoken; each lies on the device with the application. */
const OTHERS: Partial<Record<Language, () => Promise<{ default: Files }>>> = { de: () => import("./de") }

/** Messages by their rooms, which are named as their files are. */
const roomsOf = (files: Files): Record<string, Room> =>
  Object.fromEntries(
    Object.entries(files).map(([path, room]) => [path.replace(/^.*\/(.+)\.json$/, "$1"), room]),
  )

/** The language that was chosen on this device, else the first of the browser's that there is. */
function wished(): Language {
  const wishes = [localStorage.getItem(CHOICE) ?? "", ...navigator.languages].map((one) => one.split("-")[0])
  const known = wishes.map((wish) => LANGUAGES.find(({ value }) => value === wish)?.value)
  return known.find(Boolean) ?? "en"
}

/** What is spoken on this page, from its beginning to its end. */
export const language = wished()

const i18n = createI18n({
  legacy: false,
  locale: language,
  fallbackLocale: "en",
  missingWarn: false,
  fallbackWarn: false,
  messages: { en: roomsOf(ENGLISH) } as Record<string, Record<string, Room>>,
})

// Whoever says anything waits for it: nothing is shown in one language and then in another.
const other = await OTHERS[language]?.()
if (other) {
  const { tables, answers, ...rooms } = roomsOf(other.default)
  i18n.global.setLocaleMessage(language, rooms)
  speakTables(tables!)
  speakAnswers(answers!)
}
document.documentElement.lang = language

/** What is said under a key, `room.words-of-it`, with what is put into it. */
export const t: (key: string, values?: Record<string, unknown>) => string = i18n.global.t

/** Speak another language on this device: the page begins anew in it. */
export function speak(wish: Language): void {
  localStorage.setItem(CHOICE, wish)
  location.reload()
}

const formats = new Map<number, Intl.NumberFormat>()

/** A number as the language writes it, with so many digits after the mark. */
export function inDigits(value: number, digits: number): string {
  let format = formats.get(digits)
  if (!format) {
    const whole = { minimumFractionDigits: digits, maximumFractionDigits: digits, useGrouping: false }
    formats.set(digits, (format = new Intl.NumberFormat(language, whole)))
  }
  return format.format(value)
}
