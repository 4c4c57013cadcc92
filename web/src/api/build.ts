// Which build of the application the server serves; a page of another one is to be renewed.
import { ref } from "vue"

let own = ""

/** Whether the server serves another build than the one this page is of. */
export const renewed = ref(false)

/** Take note of the build that an answer tells: the first one is this page's own. */
export function heardBuild(answer: Response): void {
  const build = answer.headers.get("Hollowmist-Build")
  if (!build) return
  own ||= build
  renewed.value = build !== own
}
