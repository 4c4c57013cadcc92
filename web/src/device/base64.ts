// Samples as JSON carries them.

export function fromBase64(text: string): Float32Array<ArrayBuffer> {
  return new Float32Array(Uint8Array.from(atob(text), (c) => c.charCodeAt(0)).buffer)
}

export function toBase64(samples: Float32Array<ArrayBuffer>): string {
  const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength)
  let text = ""
  for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768))
  return btoa(text)
}
