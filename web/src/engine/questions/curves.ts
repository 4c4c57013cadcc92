// Curves of responses: traced, and bent node by node, by the core.
import type { CurveChange, Link, Node } from "@/documents/brush"
import { writeLink } from "../memory/brush"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, readField } from "../memory/records"

/** The nodes of a link's record. */
export function nodesAt(module: Module, at: number): Node[] {
  const read = (name: "x" | "y", i: number) => readField(module.memory, "link", at, name, i)
  const count = readField(module.memory, "link", at, "count")
  return Array.from({ length: count }, (_, i): Node => [read("x", i), read("y", i)])
}

export class Curves {
  private link

  /** `table` is room for a curve's values. */
  constructor(
    private module: Module,
    private table: Vector,
  ) {
    this.link = module.memory.take(1, bytesOf("link"))
  }

  /** A response's curve at evenly spread inputs 0..1, its dead zone included. */
  trace(link: Link): Float32Array<ArrayBuffer> {
    writeLink(this.module.memory, this.link.at, link)
    this.module.call("trace_link", this.link, this.table)
    return this.module.memory.f32(this.table).slice()
  }

  private edit(link: Link, edit: () => number): CurveChange {
    writeLink(this.module.memory, this.link.at, link)
    const index = edit()
    return { nodes: nodesAt(this.module, this.link.at), index }
  }

  addNode(link: Link, x: number, y: number): CurveChange {
    return this.edit(link, () => this.module.call("add_node", this.link, x, y))
  }

  moveNode(link: Link, index: number, x: number, y: number): CurveChange {
    return this.edit(link, () => {
      this.module.call("move_node", this.link, index, x, y)
      return index
    })
  }

  removeNode(link: Link, index: number): CurveChange {
    return this.edit(link, () => this.module.call("remove_node", this.link, index))
  }
}
