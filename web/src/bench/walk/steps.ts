// The first steps at the bench: where each speaks, what it says, and when it is done.
import { dequal } from "dequal"
import type { Bench } from "../useBench"

export interface Step {
  /** The tray that it is done in, and what is said once that is open. */
  tray?: { key: "line" | "weight"; says: string }
  says: string
  /** What it speaks of. */
  target: string
  placement: "top" | "right" | "left" | "bottom-start"
  /** What changes once it is done. */
  of: (bench: Bench) => unknown
  done: (was: unknown, now: unknown) => boolean
}

const changed = (was: unknown, now: unknown) => !dequal(was, now)

export const STEPS: readonly Step[] = [
  {
    says: "Draw a stroke, anywhere on the paper.",
    target: ".readings",
    placement: "top",
    of: (bench) => bench.proofs.strokes.value.length,
    done: (was, now) => (now as number) > (was as number),
  },
  {
    says: "This is your brush from thin to wide. Touch it where it is as wide as you want.",
    target: ".wedge",
    placement: "right",
    of: (bench) => bench.state.value?.document.size,
    done: changed,
  },
  {
    says: "Touch Line. It steadies your hand.",
    tray: { key: "line", says: "Choose a way, and see the tremble go." },
    target: '.path .card[aria-label^="Line"]',
    placement: "top",
    of: (bench) => bench.state.value?.document.steadying,
    done: changed,
  },
  {
    says: "Touch Weight. It says how wide the line gets as you press.",
    tray: { key: "weight", says: "Drag a point of the curve, and see the stroke follow." },
    target: '.path .card[aria-label^="Weight"]',
    placement: "top",
    of: (bench) => bench.state.value?.document.responses.size,
    done: changed,
  },
  {
    says: "Touch the name, and give it one of your own.",
    target: ".crumb.name",
    placement: "bottom-start",
    of: (bench) => bench.state.value?.name,
    done: changed,
  },
]
