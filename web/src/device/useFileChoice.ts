// Choosing files: the page may lie behind a camera meanwhile, and must be there when that comes back.
import { tryOnScopeDispose, useEventListener, useFileDialog, type UseFileDialogOptions } from "@vueuse/core"
import { takeInHand } from "./inHand"

/** `useFileDialog`, whose page is held while one chooses. */
export function useFileChoice(options: UseFileDialogOptions) {
  const { open, onChange, onCancel } = useFileDialog(options)
  let letGo = () => {}
  const end = () => letGo()
  onChange(end)
  onCancel(end)
  tryOnScopeDispose(end)
  return {
    onChange,
    open: () => {
      letGo()
      letGo = takeInHand()
      open()
    },
  }
}

/** The same for all inputs of files that stand on the page. */
export function holdWhileChoosing(): void {
  useEventListener(document, "click", ({ target }) => {
    if (!(target instanceof HTMLInputElement && target.type === "file")) return
    const letGo = takeInHand()
    for (const end of ["change", "cancel"]) target.addEventListener(end, letGo, { once: true })
  })
}
