// A line at the foot of the screen that says what happened, with one way back.
import { ElMessage } from "element-plus"
import { h } from "vue"

/** How long it stays, ms: where it holds the way back, long enough for somebody who looked elsewhere. */
const STAYS = 5000
const STAYS_WITH_UNDO = 20_000
/** Most that lie over one another: the oldest goes. */
const MOST = 3

const open: { close: () => void }[] = []

export function notice(text: string, undo?: { label: string; act: () => void }): void {
  const shown = ElMessage({
    message: h("span", { class: "hm-notice" }, [
      h("span", text),
      undo &&
        h(
          "button",
          {
            class: "hm-quiet hm-notice-act",
            onClick: () => {
              shown.close()
              undo.act()
            },
          },
          undo.label,
        ),
    ]),
    placement: "bottom",
    duration: undo ? STAYS_WITH_UNDO : STAYS,
    grouping: false,
    onClose: () => open.splice(open.indexOf(shown), 1),
  })
  open.push(shown)
  if (open.length > MOST) open[0]!.close()
}
