// A PNG file written row by row: of a picture that never stands in memory whole (PNG, W3C Recommendation 2003).

const SIGNATURE = Uint8Array.from([137, 80, 78, 71, 13, 10, 26, 10])
const RGBA = 6
const SUB = 1
const PER_METRE = 39.37007874

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c >>> 0
})

function crcOf(parts: Uint8Array[]): number {
  let c = 0xffffffff
  for (const part of parts) for (const byte of part) c = TABLE[(c ^ byte) & 0xff]! ^ (c >>> 8)
  return (c ^ 0xffffffff) >>> 0
}

function number(value: number): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(4)
  new DataView(bytes.buffer).setUint32(0, value)
  return bytes
}

function chunk(name: string, data: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer>[] {
  const kind = Uint8Array.from(name, (one) => one.charCodeAt(0))
  return [number(data.length), kind, data, number(crcOf([kind, data]))]
}

export class PngFile {
  private parts: Uint8Array<ArrayBuffer>[] = [SIGNATURE]
  private deflate = new CompressionStream("deflate")
  private writer = this.deflate.writable.getWriter()
  private read = this.gather()

  constructor(
    private width: number,
    height: number,
    dpi: number,
  ) {
    const head = new Uint8Array(13)
    head.set(number(width))
    head.set(number(height), 4)
    head.set([8, RGBA, 0, 0, 0], 8)
    const density = new Uint8Array(9)
    density.set(number(Math.round(dpi * PER_METRE)))
    density.set(number(Math.round(dpi * PER_METRE)), 4)
    density[8] = 1
    this.parts.push(...chunk("IHDR", head), ...chunk("pHYs", density), ...chunk("sRGB", new Uint8Array(1)))
  }

  private async gather(): Promise<void> {
    const reader = this.deflate.readable.getReader()
    for (;;) {
      const { value, done } = await reader.read()
      if (done) return
      this.parts.push(...chunk("IDAT", value as Uint8Array<ArrayBuffer>))
    }
  }

  /** Add rows of straight RGBA. */
  async add(pixels: Uint8Array | Uint8ClampedArray): Promise<void> {
    const row = this.width * 4
    const rows = pixels.length / row
    const filtered = new Uint8Array(rows * (row + 1))
    for (let y = 0; y < rows; y++) {
      const [from, to] = [y * row, y * (row + 1)]
      filtered[to] = SUB
      for (let x = 0; x < row; x++) {
        filtered[to + 1 + x] = pixels[from + x]! - (x < 4 ? 0 : pixels[from + x - 4]!)
      }
    }
    await this.writer.write(filtered)
  }

  async end(): Promise<Blob> {
    await this.writer.close()
    await this.read
    this.parts.push(...chunk("IEND", new Uint8Array(0)))
    return new Blob(this.parts, { type: "image/png" })
  }

  /** It is not wanted any more. */
  stop(): void {
    void this.writer.abort().catch(() => undefined)
    this.read.catch(() => undefined)
  }
}
