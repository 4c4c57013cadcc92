// A brush's pictures for its pocket: an upright stroke, and a print of its tip.
import type { BrushDocument } from "@/documents/brush"
import { samplesFrom, type Stroke } from "@/documents/stroke"
import { ONE_TOUCH, PAPER, POCKET, UPRIGHT } from "@/generated/layout"
import type { Module } from "../memory/module"
import { Screen } from "../easel/screen"
import { Sheet } from "../easel/sheet"
import type { Slots, Workspace } from "../easel/workspace"
import type { Rectangle } from "@/documents/stroke"

/** The upright stroke, or its tip's print. */
export type PocketPicture = "upright" | "print"

/** Strokes that brushes are shown on, and the part of their sheet that is seen, sheet px. */
export interface ShownOn {
  strokes: Stroke[]
  room: Rectangle
}

export class Pockets {
  private sheet: Sheet
  private screen: Screen

  constructor(
    private module: Module,
    slots: Slots,
    space: Workspace,
  ) {
    this.sheet = new Sheet(module, slots, space, 1, 1)
    this.screen = new Screen(module, new OffscreenCanvas(1, 1).getContext("2d")!)
    this.screen.setColours(PAPER, PAPER)
  }

  /** Ink a brush on strokes, as large as the picture has room for; sizes in px of the picture. */
  inkOn(brush: BrushDocument, { strokes, room }: ShownOn, width: number, height: number): ImageBitmap {
    const { sheet } = this
    const fits = Math.min(width / (room.right - room.left), height / (room.bottom - room.top))
    const [x, y] = [(room.left + room.right) / 2, (room.top + room.bottom) / 2]
    sheet.setBrush(brush)
    sheet.resize(width, height, fits, Math.round(x * fits - width / 2), Math.round(y * fits - height / 2))
    return this.show(strokes, width, height)
  }

  private show(strokes: Stroke[], width: number, height: number): ImageBitmap {
    const { sheet, screen } = this
    screen.setView({ zoom: 1, originX: 0, originY: 0, width, height })
    for (const one of strokes) sheet.ink(one)
    screen.showAll(sheet)
    sheet.clear()
    return (screen.context.canvas as OffscreenCanvas).transferToImageBitmap()
  }

  /** Ink a picture of a brush whose sources are here; sizes in px of the picture. */
  ink(which: PocketPicture, brush: BrushDocument, width: number, height: number): ImageBitmap {
    const { sheet } = this
    sheet.setBrush(which === "print" ? ({ ...brush, ...ONE_TOUCH } as BrushDocument) : brush)
    // As large as it is at the pocket's usual size, and sharper the more pixels there are.
    const finer = which === "print" ? 1 : width / POCKET[0]!
    const fits =
      which === "print"
        ? this.module.call("print_scale", sheet.brush, width)
        : this.module.call("pocket_scale", sheet.brush, POCKET[0]!) * finer
    sheet.resize(width, height, fits)
    const rows =
      which === "print"
        ? [[width / 2 / fits, height / 2 / fits, 0, 1, Math.PI / 2, 0, 0]]
        : UPRIGHT.map(([x, y, ...hand]) => [
            (x! / POCKET[0]!) * (width / fits),
            (y! / POCKET[1]!) * (height / fits),
            ...hand,
          ])
    return this.show([{ kind: "pen", erase: false, seed: 1, samples: samplesFrom(rows) }], width, height)
  }
}
