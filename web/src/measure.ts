// The engine without an interface, for the tests that compare the two homes and for script/bench.
import { FLOATS, samplesFrom, type Stroke } from "./documents/stroke"
import { Sheet } from "@/engine/easel/sheet"
import { Slots, Workspace } from "@/engine/easel/workspace"
import { Screen } from "@/engine/easel/screen"
import { Images, picturesOf } from "@/engine/memory/images"
import { neighbours } from "@/engine/questions/neighbours"
import { loadModule, type Module } from "@/engine/memory/module"
import { inkBytes } from "@/engine/prep/ink"
import { RecipeRunner } from "@/engine/prep/recipe"
import { ReadingsTaker } from "@/engine/questions/readings"
import { bytesOf, readColumn } from "@/engine/memory/records"
import type { Makes, Recipe } from "./documents/recipe"
import type { BrushDocument } from "./documents/brush"
import engineAddress from "./generated/engine.wasm?url"
import { TILE } from "./generated/layout"
import { easelSheet, writtenSheet, type GivenSheet, type Way } from "./measuring/sheets"

type Rows = number[][]

const stroke = (rows: Rows): Stroke => ({ kind: "pen", erase: false, seed: 1, samples: samplesFrom(rows) })

/** A module whose scratch space is guarded. */
async function load(): Promise<Module> {
  const module = await loadModule(await (await fetch(engineAddress)).arrayBuffer())
  module.memory.guard()
  return module
}

function sheetOf(module: Module, width: number, height: number, images = new Images(module)): Sheet {
  return new Sheet(module, new Slots(module), new Workspace(module, images), width, height)
}

function canvasContext(width: number, height: number) {
  const canvas = new OffscreenCanvas(width, height)
  return canvas.getContext("2d", { willReadFrequently: true }) as OffscreenCanvasRenderingContext2D
}

/** Ink strokes and return the sheet's pixels as base64 RGBA. */
async function ink(
  brush: BrushDocument,
  strokes: Rows[],
  width: number,
  height: number,
  paper: number,
  pictures: Pictures = {},
) {
  const module = await load()
  const sheet = sheetOf(module, width, height, imagesOf(module, brush, pictures))
  const context = canvasContext(width, height)
  const screen = new Screen(module, context)
  screen.setColours(paper, paper)
  screen.setView({ zoom: 1, originX: 0, originY: 0, width, height })
  sheet.setBrush(brush)
  for (const rows of strokes) sheet.ink(stroke(rows))
  screen.showAll(sheet)
  const { data } = context.getImageData(0, 0, width, height)
  let text = ""
  for (let i = 0; i < data.length; i += 32768) text += String.fromCharCode(...data.subarray(i, i + 32768))
  return btoa(text)
}

/** Milliseconds to ink a stroke whole, from its samples to dried ink; best of `rounds`. */
async function inkTime(
  brush: BrushDocument,
  pictures: Pictures,
  rows: Rows,
  width: number,
  height: number,
  rounds: number,
): Promise<number> {
  const module = await load()
  const sheet = sheetOf(module, width, height, imagesOf(module, brush, pictures))
  sheet.setBrush(brush)
  const one = stroke(rows)
  let best = Infinity
  for (let i = 0; i < rounds; i++) {
    sheet.clear()
    const start = performance.now()
    sheet.ink(one)
    best = Math.min(best, performance.now() - start)
  }
  return best
}

type Pictures = Record<string, { width: number; height: number; ink: string }>

const bytesFrom = (text: string) => Uint8Array.from(atob(text), (one) => one.charCodeAt(0))

function imagesOf(module: Module, brush: BrushDocument, pictures: Pictures): Images {
  const images = new Images(module)
  for (const { role, digest } of picturesOf(brush)) {
    const { width, height, ink } = pictures[digest]!
    images.put(role, digest, { width, height, ink: bytesFrom(ink) })
  }
  return images
}

/**
 * Milliseconds to lay stamps (base64 of `count` records `stamp`) of a brush into one tile, over grain in the
 * tile after it if the brush has one; best of `rounds`.
 */
async function layStamps(
  brush: BrushDocument,
  pictures: Pictures,
  stamps: string,
  build: boolean,
  rounds: number,
): Promise<number> {
  const module = await load()
  const { memory, call } = module
  const images = imagesOf(module, brush, pictures)
  const sheet = sheetOf(module, TILE, TILE, images)
  sheet.setBrush(brush)
  const pool = memory.take(2 * TILE * TILE, 4)
  memory
    .f32(pool)
    .subarray(TILE * TILE)
    .fill(0.5)
  const bytes = bytesFrom(stamps)
  const given = memory.take(bytes.length / bytesOf("stamp"), bytesOf("stamp"))
  memory.u8({ at: given.at, length: bytes.length }).set(bytes)
  let best = Infinity
  for (let i = 0; i < rounds; i++) {
    const start = performance.now()
    call(
      "lay_stamps",
      // There are no maps: the tip alone.
      ...[given, given, pool, pool, given, given.length, build ? 1 : 0, sheet.state, sheet.brush],
      ...[images.records, memory.cells, brush.grain ? 1 : -1],
    )
    best = Math.min(best, performance.now() - start)
  }
  return best
}

/**
 * Milliseconds for `drawImage` of stamps on a canvas; rows: x, y, width, height, turn. The image is a soft
 * disc, or a picture.
 */
async function drawImages(rows: Rows, rounds: number, picture?: Pictures[string]): Promise<number> {
  const context = canvasContext(1024, 1024)
  const { width: wide, height: high } = picture ?? { width: 64, height: 64 }
  const stamp = canvasContext(wide, high)
  if (picture) {
    const pixels = stamp.createImageData(wide, high)
    bytesFrom(picture.ink).forEach((ink, i) => (pixels.data[4 * i + 3] = ink))
    stamp.putImageData(pixels, 0, 0)
  } else {
    const fade = stamp.createRadialGradient(32, 32, 12, 32, 32, 32)
    fade.addColorStop(0, "#000")
    fade.addColorStop(1, "rgba(0,0,0,0)")
    stamp.fillStyle = fade
    stamp.fillRect(0, 0, 64, 64)
  }
  const image = await createImageBitmap(stamp.canvas)
  let best = Infinity
  for (let i = 0; i < rounds; i++) {
    const start = performance.now()
    for (const [x, y, width, height, turn] of rows as [number, number, number, number, number][]) {
      const [c, s] = [Math.cos(turn), Math.sin(turn)]
      context.setTransform(c, s, -s, c, x, y)
      context.drawImage(image, -width / 2, -height / 2, width, height)
    }
    context.getImageData(0, 0, 1, 1)
    best = Math.min(best, performance.now() - start)
  }
  return best
}

/**
 * Milliseconds of each sample of a stroke, fed one by one with its pixels on a canvas, on a sheet of a size; of the
 * quickest of `rounds` strokes.
 */
async function feedTimes(
  brush: BrushDocument,
  pictures: Pictures,
  rows: Rows,
  width: number,
  height: number,
  rounds: number,
): Promise<number[]> {
  const module = await load()
  const sheet = sheetOf(module, width, height, imagesOf(module, brush, pictures))
  const screen = new Screen(module, canvasContext(1024, 768))
  screen.setColours(0xffffff, 0xffffff)
  screen.setView({ zoom: 1, originX: 0, originY: 0, width: 1024, height: 768 })
  sheet.setBrush(brush)
  const { samples } = stroke(rows)
  const sum = (times: number[]) => times.reduce((all, one) => all + one, 0)
  let best: number[] | undefined
  for (let round = 0; round < rounds; round++) {
    sheet.begin({ kind: "pen", erase: false, seed: 1 })
    const times: number[] = []
    let last = performance.now()
    for (let i = 0; i < samples.length; i += FLOATS) {
      sheet.feed(samples.slice(i, i + FLOATS))
      screen.show(sheet, sheet.changed)
      const now = performance.now()
      times.push(now - last)
      last = now
    }
    if (!best || sum(times) < sum(best)) best = times
    sheet.lift()
  }
  return best!
}

function runnerOf(module: Module, pictures: Pictures): RecipeRunner {
  const images = new Images(module)
  const find = (digest: string) => {
    const given = pictures[digest]
    return given && { ...given, ink: bytesFrom(given.ink) }
  }
  return new RecipeRunner(module, new Slots(module), new Workspace(module, images), find)
}

const imageFrom = (pixels: string, width: number, height: number) =>
  new ImageData(new Uint8ClampedArray(bytesFrom(pixels)), width, height)

/** Follow a recipe over an original (base64 RGBA) and return its ink. */
async function recipe(
  document: Recipe,
  makes: Makes,
  pixels: string,
  width: number,
  height: number,
  pictures: Pictures,
) {
  const module = await load()
  const runner = runnerOf(module, pictures)
  runner.setOriginal("original", imageFrom(pixels, width, height))
  const result = inkBytes(module, runner.follow(document, makes))
  let text = ""
  for (let i = 0; i < result.ink.length; i += 32768) {
    text += String.fromCharCode(...result.ink.subarray(i, i + 32768))
  }
  return { width: result.width, height: result.height, ink: btoa(text) }
}

/** Milliseconds to follow a recipe over noise of a side after its first and its second form, in turn; the best. */
async function recipeTime(first: Recipe, second: Recipe, side: number, rounds: number): Promise<number> {
  const runner = runnerOf(await load(), {})
  const pixels = new ImageData(side, side)
  for (let i = 0; i < pixels.data.length; i++) pixels.data[i] = i % 4 === 3 ? 255 : (i * 2654435761) >>> 24
  runner.setOriginal("noise", pixels)
  let best = Infinity
  for (let i = 0; i < rounds; i++) {
    runner.follow(first, "grain")
    const start = performance.now()
    runner.follow(second, "grain")
    best = Math.min(best, performance.now() - start)
  }
  return best
}

/** All readings of a brush, with the recorded strokes on which its steadying is read. */
async function readings(brush: BrushDocument, pictures: Pictures, shaky: Rows, cornered: Rows) {
  const module = await load()
  const images = imagesOf(module, brush, pictures)
  const taker = new ReadingsTaker(module, new Slots(module), new Workspace(module, images), images)
  taker.setStrokes(stroke(shaky), stroke(cornered))
  const take = () => {
    taker.begin(brush)
    let taken
    while (!taken?.whole) taken = taker.advance() ?? taken
    return taken
  }
  // Twice: the second time the engine has seen the code.
  take()
  return take()
}

/** Where the steadied ink was at each sample of a stroke: x and y in turn. */
async function steadied(brush: BrushDocument, rows: Rows): Promise<number[]> {
  const module = await load()
  const { memory } = module
  const space = new Workspace(module, new Images(module))
  const sheet = new Sheet(module, new Slots(module), space, TILE, TILE)
  sheet.setBrush(brush)
  const count = rows.length
  memory.f32({ at: space.samples.at, length: count * FLOATS }).set(samplesFrom(rows))
  const ends = memory.take(count, bytesOf("point"))
  const { recent, even, path, samples } = space
  module.call("trace_lag", sheet.state, sheet.brush, recent, even, path, samples, count, ends)
  const x = readColumn(memory, "point", ends.at, count, "x")
  const y = readColumn(memory, "point", ends.at, count, "y")
  return Array.from({ length: 2 * count }, (_, i) => (i % 2 ? y : x)[i >> 1]!)
}

/** Nine neighbours of a brush, as JSON can hold them. */
async function near(brush: BrushDocument, stations: string[], far: number, seed: number) {
  return neighbours(await load(), brush, stations, far, seed)
}

const measures = {
  written: async (given: GivenSheet, writing: Parameters<typeof writtenSheet>[2]) =>
    writtenSheet(await load(), given, writing),
  easel: async (given: GivenSheet, how: Way) => easelSheet(await load(), given, how),
  neighbours: near,
  readings,
  steadied,
  ink,
  inkTime,
  layStamps,
  drawImages,
  feedTimes,
  recipe,
  recipeTime,
}
declare global {
  interface Window {
    measures: typeof measures
  }
}
window.measures = measures
