// Puts a picture that the engine inked onto a canvas, which takes it as it is.

export function showPicture(canvas: HTMLCanvasElement, picture: ImageBitmap): void {
  if (canvas.width !== picture.width || canvas.height !== picture.height) {
    canvas.width = picture.width
    canvas.height = picture.height
  }
  canvas.getContext("bitmaprenderer")!.transferFromImageBitmap(picture)
}
