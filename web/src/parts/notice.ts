// A line at the foot of the screen that says what happened, with one way back.
import { ElMessage } from "element-plus"
import { h } from "vue"

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
    duration: undo ? 8000 : 5000,
    grouping: false,
  })
}
