// All that is said on the screen, in the language of the person: by rooms, one file each, English first.
// Other languages lie beside it; whatever one of them lacks is said in English.
import { createI18n } from "vue-i18n"

/** The messages of a room, by key. */
type Room = Record<string, string>

export const LANGUAGES = [{ value: "en", label: "English" }] as const
export type Language = (typeof LANGUAGES)[number]["value"]

const CHOICE = "hollowmist-language"
const ENGLISH = import.meta.glob<Room>("./en/*.json", { import: "default", eager: true })

/** Messages by their rooms, which are named as their files are. */
const roomsOf = (files: Record<string, Room>): Record<string, Room> =>
  Object.fromEntries(
    Object.entries(files).map(([path, room]) => [path.replace(/^.*\/(.+)\.json$/, "$1"), room]),
  )

/** The language that was chosen on this device, else the first of the browser's that there is. */
function wished(): Language {
  // A worker has no storage, and says little.
  const chosen = globalThis.localStorage?.getItem(CHOICE)
  const wishes = [chosen ?? "", ...navigator.languages].map((one) => one.split("-")[0])
  const known = wishes.map((wish) => LANGUAGES.find(({ value }) => value === wish)?.value)
  return known.find(Boolean) ?? "en"
}

export const language = wished()

const i18n = createI18n({
  legacy: false,
  locale: language,
  fallbackLocale: "en",
  messages: { en: roomsOf(ENGLISH) },
})

/** What is said under a key, `room.words-of-it`, with what is put into it. */
export const t: (key: string, values?: Record<string, unknown>) => string = i18n.global.t
