// Files that come to a place: chosen, dropped on it, or opened with the application from elsewhere on the device.
import { useDropZone, useFileDialog } from "@vueuse/core"
import { ref, shallowRef, type Ref } from "vue"

interface Launch {
  files: { getFile: () => Promise<File> }[]
}
declare global {
  interface Window {
    /** Where the application is installed (File Handling API): what it was opened with. */
    launchQueue?: { setConsumer: (take: (launch: Launch) => void) => void }
  }
}

export function useFiles(place: Ref<HTMLElement | null>) {
  const files = shallowRef<File[]>([])
  const reading = ref(false)

  function take(given: Iterable<File> | null | undefined): void {
    const found = [...(given ?? [])]
    if (found.length === 0) return
    files.value = found
    reading.value = true
  }

  const { isOverDropZone: over } = useDropZone(place, { onDrop: take, preventDefaultForUnhandled: true })
  const dialog = useFileDialog({ accept: ".hollowmist,.zip,image/*", multiple: true, reset: true })
  dialog.onChange(take)
  window.launchQueue?.setConsumer((launch) => {
    void Promise.all(launch.files.map((one) => one.getFile())).then(take)
  })

  return { files, reading, over, choose: () => dialog.open() }
}
