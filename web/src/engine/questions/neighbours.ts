// Neighbours of a brush: the core says how each setting moves, here they are put into documents.
import { settingNamed, type BrushDocument, type SettingName } from "@/documents/brush"
import { NEIGHBOURS, STAYS, VARIED } from "@/generated/layout"
import type { Module } from "../memory/module"

type Varied = { name: SettingName; reach: number; needs: Record<string, unknown> }

/** Whether a setting shows in the ink of a brush as it is. */
function shows(brush: BrushDocument, { needs }: Varied): boolean {
  return Object.entries(needs).every(([name, wanted]) => {
    const value = brush[name as keyof BrushDocument]
    return wanted === true ? Boolean(value) : value === wanted
  })
}

/** Nine neighbours of a brush, whose settings of some stations vary as far as 0..1: the same for the same seed. */
export function neighbours(
  { call }: Module,
  brush: BrushDocument,
  stations: string[],
  far: number,
  seed: number,
): BrushDocument[] {
  const may = (VARIED as unknown as Varied[])
    .map((one, index) => ({ one, index, setting: settingNamed(one.name) }))
    .filter(({ one, setting }) => stations.includes(setting.station) && shows(brush, one))
  return Array.from({ length: NEIGHBOURS }, (_, which) => {
    const moved: Record<string, number> = {}
    for (const [place, { one, index, setting }] of may.entries()) {
      const always = place === (seed + which) % may.length ? 1 : 0
      const { low, high, log, step } = setting
      const span = [Number(brush[one.name]), low, high, log ? 1 : 0, step] as const
      const steps = call("vary", ...span, one.reach * far, seed, which, index, always)
      if (steps !== STAYS) moved[one.name] = Math.min(high, Math.max(low, Number((steps * step).toFixed(4))))
    }
    return { ...brush, ...moved } as BrushDocument
  })
}
