// Loads the WebAssembly module and calls its kernels by name.
import { KERNELS } from "@/generated/layout"
import { Memory, type Vector } from "./memory"

export type KernelName = keyof typeof KERNELS
type Argument = Vector | number

/** What the module borrows from its host: functions of the maths library, each also for float32. */
const HOST: Record<string, (...values: number[]) => number> = {
  sin: Math.sin,
  cos: Math.cos,
  pow: Math.pow,
  exp: Math.exp,
  // Lengths on a sheet are far from where squares overflow, which Math.hypot takes its time to rule out.
  hypot: (x, y) => Math.sqrt(x! * x! + y! * y!),
  atan2: Math.atan2,
}

export interface Module {
  memory: Memory
  call: (name: KernelName, ...given: Argument[]) => number
}

export async function loadModule(bytes: ArrayBuffer | Response): Promise<Module> {
  const compiled =
    bytes instanceof ArrayBuffer
      ? await WebAssembly.compile(bytes)
      : await WebAssembly.compileStreaming(bytes)
  const env: Record<string, WebAssembly.ImportValue> = {}
  for (const { name } of WebAssembly.Module.imports(compiled)) {
    const lent = HOST[name] ?? HOST[name.replace(/f$/, "")]
    if (!lent) throw new Error(`The ink module asks for ${name}, which is not lent to it.`)
    env[name] = lent
  }
  const { exports } = await WebAssembly.instantiate(compiled, { env })
  const memory = new Memory(
    exports.memory as WebAssembly.Memory,
    (exports.__heap_base as WebAssembly.Global).value,
  )
  // Numba's calling convention puts two pointers, result and status, before the arguments.
  const result = memory.take(2, 8)
  const status = memory.take(2, 8)

  function call(name: KernelName, ...given: Argument[]): number {
    const flat: number[] = [result.at, status.at]
    for (const one of given) {
      if (typeof one === "number") flat.push(one)
      else flat.push(one.at, one.length)
    }
    ;(exports[name] as (...values: number[]) => number)(...flat)
    return KERNELS[name].returns === "float32"
      ? memory.view.getFloat32(result.at, true)
      : memory.view.getInt32(result.at, true)
  }

  return { memory, call }
}
