// Which build of the application the server serves; a page of another one is to be renewed.
import { ref } from "vue"

declare const __BUILD__: string

/** Whether the server serves another build than the one this page is of. */
export const renewed = ref(false)

/** Take note of the build that an answer tells. */
export function heardBuild(answer: Response): void {
  const build = answer.headers.get("Hollowmist-Build")
  if (build) renewed.value = build !== __BUILD__
}
