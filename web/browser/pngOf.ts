/**
 * A drawing as a PNG so many pixels wide, on white.
 * @param svg one whole `<svg>` with a viewBox
 * @throws Error when the browser cannot draw it
 */
export async function pngOf(svg: string, width: number): Promise<Blob> {
  const box = /viewBox="[-\d.]+ [-\d.]+ ([\d.]+) ([\d.]+)"/.exec(svg)
  const [w = 1, h = 1] = box?.slice(1).map(Number) ?? []
  const height = Math.round((width * h) / w)
  const sized = svg.replace('<svg ', `<svg width="${width}" height="${height}" `)
  const address = URL.createObjectURL(new Blob([sized], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    image.src = address
    await image.decode()
    const canvas = document.createElement('canvas')
    canvas.width = width
    canvas.height = height
    const pen = canvas.getContext('2d')!
    pen.fillStyle = '#ffffff'
    pen.fillRect(0, 0, width, height)
    pen.drawImage(image, 0, 0, width, height)
    return await new Promise((done, fail) =>
      canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('no picture'))), 'image/png'),
    )
  } finally {
    URL.revokeObjectURL(address)
  }
}
