// Files that come to a place: chosen, dropped on it, or opened with the application from elsewhere on the device.
import { t } from "@/words"
import { useDropZone } from "@vueuse/core"
import { useFileChoice } from "@/device/useFileChoice"
import { ref, shallowRef, type Ref } from "vue"
import { notice } from "@/parts/notice"

/** Of a folder these are taken. */
const TAKEN = /\.(hollowmist|zip|png|jpe?g|webp|gif|bmp|svg|tiff?)$/i

interface Launch {
  files: { getFile: () => Promise<File> }[]
}
declare global {
  interface Window {
    /** Where the application is installed (File Handling API): what it was opened with. */
    launchQueue?: { setConsumer: (take: (launch: Launch) => void) => void }
  }
}

/** A file, or the files below a folder; what is neither pack nor picture is passed over there. */
async function filesBelow(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile) {
    return [await new Promise<File>((take, fail) => (entry as FileSystemFileEntry).file(take, fail))]
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const found: File[] = []
  // A folder tells its entries some at a time.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((take, fail) => reader.readEntries(take, fail))
    if (some.length === 0) return found.filter(({ name }) => TAKEN.test(name))
    for (const one of some) found.push(...(await filesBelow(one)))
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

  async function drop(given: File[] | null, event: DragEvent): Promise<void> {
    // Entries must be asked for before anything is waited for: the event is over then.
    const entries = [...(event.dataTransfer?.items ?? [])].map((one) => one.webkitGetAsEntry?.() ?? null)
    if (!entries.some((one) => one?.isDirectory)) return take(given)
    const found = await Promise.all(entries.filter((one) => one !== null).map(filesBelow))
    if (found.flat().length === 0) notice(t("packs.there-is-no-pack-and-no"))
    take(found.flat())
  }

  const { isOverDropZone: over } = useDropZone(place, {
    onDrop: (given, event) => void drop(given, event),
    preventDefaultForUnhandled: true,
  })
  const dialog = useFileChoice({ accept: ".hollowmist,.zip,image/*", multiple: true, reset: true })
  dialog.onChange(take)
  const folder = useFileChoice({ directory: true, multiple: true, reset: true })
  folder.onChange((given) => {
    const found = [...(given ?? [])].filter(({ name }) => TAKEN.test(name))
    if (given?.length && found.length === 0) notice(t("packs.there-is-no-pack-and-no"))
    take(found)
  })
  window.launchQueue?.setConsumer((launch) => {
    void Promise.all(launch.files.map((one) => one.getFile())).then(take)
  })

  return { files, reading, over, choose: () => dialog.open(), chooseFolder: () => folder.open() }
}
