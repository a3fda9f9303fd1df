/** How large a picture says it is, in pixels. */
export interface PictureSize {
  width: number
  height: number
}

/** The most a picture may have: unpacked it takes four bytes for each. */
export const MOST_PIXELS = 150_000_000
/** Where a picture's size stands is within so many bytes of its beginning; behind what a camera puts before it, within so many more. */
const HEADS = [256 * 1024, 16 * 1024 * 1024]

const PNG = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]

/** Reads the size out of the beginning of a PNG (ISO 15948) or a JPEG (ISO 10918-1); absent where it does not say. */
export function sizeOf(head: Uint8Array): PictureSize | undefined {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
  if (PNG.every((b, i) => head[i] === b)) {
    return head.length >= 24 ? { width: view.getUint32(16), height: view.getUint32(20) } : undefined
  }
  if (head[0] !== 0xff || head[1] !== 0xd8) return undefined
  for (let at = 2; at + 9 <= head.length;) {
    if (head[at] !== 0xff) return undefined
    const marker = head[at + 1] ?? 0
    // Fill bytes, and markers that stand alone.
    if (marker === 0xff) at += 1
    else if (marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8)) at += 2
    else if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker)) {
      return { width: view.getUint16(at + 7), height: view.getUint16(at + 5) }
    } else at += 2 + view.getUint16(at + 2)
  }
  return undefined
}

/** Asks for no more than the beginning of a picture, and refuses one that would unpack to more than a browser should hold. */
export async function mustFit(url: string) {
  let size: PictureSize | undefined
  for (const most of HEADS) {
    const answer = await fetch(url, { headers: { Range: `bytes=0-${most - 1}` } })
    if (!answer.ok) throw new Error(`the server answered ${answer.status}`)
    const head = new Uint8Array(await answer.arrayBuffer())
    size = sizeOf(head)
    if (size || head.length < most) break
  }
  const { width, height } = size ?? { width: 0, height: 0 }
  if (!width || !height) throw new Error('it is damaged')
  if (width * height > MOST_PIXELS) {
    throw new Error(`unpacked it has ${width} by ${height} pixels, more than can be shown safely`)
  }
}
