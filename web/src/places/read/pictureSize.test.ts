import { afterEach, describe, expect, it, vi } from 'vitest'
import { mustFit, sizeOf } from './pictureSize'

function png(width: number, height: number) {
  const head = new Uint8Array(33)
  head.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
  const view = new DataView(head.buffer)
  view.setUint32(16, width)
  view.setUint32(20, height)
  return head
}
const jpeg = (...segments: number[][]) => new Uint8Array([0xff, 0xd8, ...segments.flat()])
const exif = [0xff, 0xe1, 0, 8, 1, 2, 3, 4, 5, 6]
const frame = [0xff, 0xc2, 0, 17, 8, 0x02, 0x58, 0x03, 0x20, 3, 1, 0x22, 0, 2, 0x11, 1, 3, 0x11, 1]

describe('a picture', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('says how large it is at its beginning', () => {
    expect(sizeOf(png(640, 480))).toEqual({ width: 640, height: 480 })
    expect(sizeOf(jpeg(exif, [0xff], frame))).toEqual({ width: 800, height: 600 })
    expect(sizeOf(jpeg(exif))).toBeUndefined()
    expect(sizeOf(png(1, 1).subarray(0, 20))).toBeUndefined()
    expect(sizeOf(new Uint8Array([0x47, 0x49, 0x46]))).toBeUndefined()
    expect(sizeOf(new Uint8Array())).toBeUndefined()
  })

  it('whose size stands far behind is asked for more of', async () => {
    const before = Array.from({ length: 5 }, () => [0xff, 0xe2, 0xff, 0xff, ...Array<number>(65533).fill(1)])
    const whole = jpeg(...before, frame)
    const asked: string[] = []
    vi.stubGlobal('fetch', (_: string, { headers }: { headers: { Range: string } }) => {
      asked.push(headers.Range)
      return Promise.resolve(new Response(whole.slice(0, Number(headers.Range.split('-')[1]) + 1), { status: 206 }))
    })
    await expect(mustFit('/x')).resolves.toBeUndefined()
    expect(asked).toHaveLength(2)
  })

  it('that is damaged or unpacks to gigabytes is refused with the reason', async () => {
    const answered = (body: BodyInit, status = 206) => vi.stubGlobal('fetch', () => Promise.resolve(new Response(body, { status })))
    answered(png(4000, 3000))
    await expect(mustFit('/x')).resolves.toBeUndefined()
    answered(png(60000, 60000))
    await expect(mustFit('/x')).rejects.toThrow('60000 by 60000 pixels')
    answered(png(0, 10))
    await expect(mustFit('/x')).rejects.toThrow('damaged')
    answered('no picture')
    await expect(mustFit('/x')).rejects.toThrow('damaged')
    answered('', 404)
    await expect(mustFit('/x')).rejects.toThrow('404')
  })
})
