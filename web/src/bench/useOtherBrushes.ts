// The names of all brushes but the one on the bench, to ink a layer with.
import { ref } from "vue"
import { api, reach } from "@/api/client"

export interface OtherBrush {
  id: string
  name: string
}

export function useOtherBrushes(own: string) {
  const others = ref<OtherBrush[]>([])
  void reach(api.GET("/api/rolls")).then(({ data }) => {
    others.value = (data ?? [])
      .flatMap((roll) => roll.brushes.map(({ id, name }) => ({ id, name })))
      .filter((one) => one.id !== own)
  })
  return { others }
}
