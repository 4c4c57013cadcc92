// Reading and writing fields of records by the generated offsets.
import { RECORDS } from "@/generated/layout"
import type { Memory } from "./memory"

type RecordName = keyof typeof RECORDS
type FieldName<R extends RecordName> = Extract<keyof (typeof RECORDS)[R]["fields"], string>
interface Field {
  offset: number
  type: string
  count: number
}

export const bytesOf = (record: RecordName): number => RECORDS[record].bytes

export function fieldOf<R extends RecordName>(record: R, name: FieldName<R>): Field {
  return (RECORDS[record].fields as Record<string, Field>)[name]!
}

export function readField<R extends RecordName>(
  memory: Memory,
  record: R,
  at: number,
  name: FieldName<R>,
  index = 0,
): number {
  const { offset, type } = fieldOf(record, name)
  const view = memory.view
  switch (type) {
    case "f4":
      return view.getFloat32(at + offset + 4 * index, true)
    case "f8":
      return view.getFloat64(at + offset + 8 * index, true)
    case "u4":
      return view.getUint32(at + offset + 4 * index, true)
    default:
      return view.getInt32(at + offset + 4 * index, true)
  }
}

export function writeField<R extends RecordName>(
  memory: Memory,
  record: R,
  at: number,
  name: FieldName<R>,
  value: number,
  index = 0,
): void {
  const { offset, type } = fieldOf(record, name)
  const view = memory.view
  switch (type) {
    case "f4":
      return view.setFloat32(at + offset + 4 * index, value, true)
    case "f8":
      return view.setFloat64(at + offset + 8 * index, value, true)
    case "u4":
      return view.setUint32(at + offset + 4 * index, value, true)
    default:
      return view.setInt32(at + offset + 4 * index, value, true)
  }
}

/** One field of `count` records in a row, as numbers. */
export function readColumn<R extends RecordName>(
  memory: Memory,
  record: R,
  at: number,
  count: number,
  name: FieldName<R>,
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(count)
  const size = bytesOf(record)
  for (let i = 0; i < count; i++) out[i] = readField(memory, record, at + i * size, name)
  return out
}
