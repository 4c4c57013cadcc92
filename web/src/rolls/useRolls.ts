// The account's rolls, and what people do with the brushes in them.
import { ref, shallowRef } from "vue"
import { api, reach, type Pocket, type Roll } from "@/api/client"
import { notice } from "@/shell/notice"

export function useRolls() {
  const rolls = shallowRef<Roll[]>([])
  const problem = ref("")
  const opened = ref(false)

  async function open(): Promise<void> {
    const { data, message } = await reach(api.GET("/api/rolls"))
    if (data) rolls.value = data
    problem.value = message
    opened.value = true
  }

  const path = (brush: Pocket) => ({ params: { path: { brush_id: brush.id } } })

  async function duplicate(brush: Pocket): Promise<void> {
    const { data, message } = await reach(api.POST("/api/brushes/{brush_id}/duplicate", path(brush)))
    notice(data ? `${data.name} is a copy of ${brush.name}.` : message)
    await open()
  }

  async function remove(brush: Pocket): Promise<void> {
    const { status, message } = await reach(api.DELETE("/api/brushes/{brush_id}", path(brush)))
    if (status !== 204) return notice(message)
    notice(`${brush.name} is out of its pocket.`, { label: "Put it back", act: () => void restore(brush) })
    await open()
  }

  async function restore(brush: Pocket): Promise<void> {
    const { data, message } = await reach(api.POST("/api/brushes/{brush_id}/restore", path(brush)))
    if (!data) notice(message)
    await open()
  }

  async function rename(brush: Pocket, name: string, note: string): Promise<void> {
    const { data: whole, message } = await reach(api.GET("/api/brushes/{brush_id}", path(brush)))
    if (!whole) return notice(message)
    const body = { ...whole, name, note }
    const answer = await reach(api.PUT("/api/brushes/{brush_id}", { ...path(brush), body }))
    if (!answer.data) notice(answer.message)
    await open()
  }

  async function addBrush(roll: Roll): Promise<string | undefined> {
    const params = { path: { roll_id: roll.id } }
    const { data, message } = await reach(
      api.POST("/api/rolls/{roll_id}/brushes", { params, body: { name: "New brush", note: "" } }),
    )
    if (!data) notice(message)
    return data?.id
  }

  async function addRoll(): Promise<void> {
    const { message } = await reach(api.POST("/api/rolls", { body: { name: "New roll" } }))
    if (message) notice(message)
    await open()
  }

  async function renameRoll(roll: Roll, name: string): Promise<void> {
    const params = { path: { roll_id: roll.id } }
    const { message } = await reach(api.PATCH("/api/rolls/{roll_id}", { params, body: { name } }))
    if (message) notice(message)
    await open()
  }

  return { rolls, problem, opened, open, duplicate, remove, rename, addBrush, addRoll, renameRoll }
}
