/** A colour of the theme that is on now. */
export function colour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(name).trim()
}

/** A line through points of the canvas. */
export function line(
  ctx: CanvasRenderingContext2D,
  points: [number, number][],
  stroke: string,
  width: number,
  dash: number[],
): void {
  ctx.beginPath()
  points.forEach(([cx, cy], i) => {
    if (i === 0) ctx.moveTo(cx, cy)
    else ctx.lineTo(cx, cy)
  })
  ctx.strokeStyle = stroke
  ctx.lineWidth = width
  ctx.setLineDash(dash)
  ctx.stroke()
  ctx.setLineDash([])
}

/** A hatch over its own ground: what it means is readable without its colour. @param stroke - Left out: the hatch that means expected. */
export function hatch(ctx: CanvasRenderingContext2D, stroke?: string): CanvasPattern | string {
  const tile = document.createElement('canvas')
  tile.width = 8
  tile.height = 8
  const pen = tile.getContext('2d')
  if (!pen) return colour('--band')
  if (stroke === undefined) {
    pen.fillStyle = colour('--band')
    pen.fillRect(0, 0, 8, 8)
  } else pen.globalAlpha = 0.55
  pen.strokeStyle = stroke ?? colour('--hatch')
  pen.lineWidth = stroke === undefined ? 1.4 : 1
  for (const shift of [-8, 0, 8]) {
    pen.beginPath()
    pen.moveTo(shift, 8)
    pen.lineTo(shift + 8, 0)
    pen.stroke()
  }
  return ctx.createPattern(tile, 'repeat') ?? colour('--band')
}
