// The first steps at the bench: where each speaks, what it says, and when it is done.
import { t } from "@/words"
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
    says: t("bench.draw-a-stroke-anywhere-on-the"),
    target: ".readings",
    placement: "top",
    of: (bench) => bench.proofs.strokes.value.length,
    done: (was, now) => (now as number) > (was as number),
  },
  {
    says: t("bench.this-is-your-brush-from-thin"),
    target: ".wedge",
    placement: "right",
    of: (bench) => bench.state.value?.document.size,
    done: changed,
  },
  {
    says: t("bench.touch-line-it-steadies-your-hand"),
    tray: { key: "line", says: t("bench.choose-a-way-and-see-the") },
    target: '.path .card[data-station="line"]',
    placement: "top",
    of: (bench) => bench.state.value?.document.steadying,
    done: changed,
  },
  {
    says: t("bench.touch-weight-it-says-how-wide"),
    tray: { key: "weight", says: t("bench.drag-a-point-of-the-curve") },
    target: '.path .card[data-station="weight"]',
    placement: "top",
    of: (bench) => bench.state.value?.document.responses.size,
    done: changed,
  },
  {
    says: t("bench.touch-the-name-and-give-it"),
    target: ".crumb.name",
    placement: "bottom-start",
    of: (bench) => bench.state.value?.name,
    done: changed,
  },
]
