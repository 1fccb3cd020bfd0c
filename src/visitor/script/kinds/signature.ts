import { type Enliven, tellEntered } from '../kinds'
import { COMING } from '@/core/answers/files'
import { holdForm, isPreview, sendFile } from '../send_file'

/** How large what is drawn is sent, in pixels: three times as wide as it is high. */
const WIDTH = 900
const HEIGHT = 300
/** How wide the line is, in those pixels. */
const INK = 5
/** How long the pen must rest before what was drawn is sent, in milliseconds. */
const REST = 900

type Point = readonly [x: number, y: number]

/** Lets a name be drawn, and sends it as a picture; whoever types one instead draws none. */
export const enliven: Enliven = (box, speech) => {
  const ground = box.querySelector<HTMLElement>('[data-ground]')
  const canvas = ground?.querySelector('canvas')
  const clear = ground?.querySelector<HTMLButtonElement>('[data-clear]')
  const said = ground?.querySelector<HTMLElement>('[data-said]')
  const held = box.querySelector<HTMLInputElement>('[data-drawn]')
  const typed = box.querySelector<HTMLInputElement>('[name$=".typed"]')
  const label = box.querySelector<HTMLElement>('[data-typed-label]')
  const pen = canvas?.getContext('2d')
  if (!ground || !canvas || !pen || !clear || !said || !held || !typed) return
  ground.hidden = false
  if (label) label.textContent = speech.tell('or_type_name')
  canvas.width = WIDTH
  canvas.height = HEIGHT
  let strokes: Point[][] = []
  let stroke: Point[] | null = null
  let resting: number | undefined
  let stop = () => {}

  const hold = holdForm(
    box,
    speech,
    () => held.value === COMING,
    (words) => (said.textContent = words),
  )

  const note = (value: string, words: string) => {
    held.value = value
    said.textContent = words
    clear.hidden = value === ''
    tellEntered(held)
  }

  const paint = () => {
    pen.fillStyle = '#fff'
    pen.fillRect(0, 0, WIDTH, HEIGHT)
    pen.lineWidth = INK
    pen.lineCap = 'round'
    pen.lineJoin = 'round'
    pen.strokeStyle = '#14201a'
    for (const points of strokes) {
      pen.beginPath()
      const [first = [0, 0] as const] = points
      pen.moveTo(...first)
      // A dot is a line to where it is.
      for (const point of points) pen.lineTo(...point)
      pen.stroke()
    }
  }

  const takeBack = () => {
    hold.forget()
    clearTimeout(resting)
    stop()
    strokes = []
    paint()
    note('', speech.tell('sign_with'))
  }

  const sendDrawn = () =>
    canvas.toBlob((picture) => {
      if (!picture) return
      if (isPreview(box)) return note('', speech.tell('preview_unsent'))
      stop()
      const file = new File([picture], 'signature.png', { type: 'image/png', lastModified: Date.now() })
      stop = sendFile(box, file, held.name.replace(/\.drawn$/, ''), speech, {
        onProgress: () => undefined,
        onDone(address) {
          note(address, speech.tell('signed'))
          hold.goOn()
        },
        onRefused(why) {
          hold.forget()
          note('', speech.tell('sign_again', { why }))
        },
      })
    }, 'image/png')

  const pointOf = ({ clientX, clientY }: PointerEvent): Point => {
    const { left, top, width, height } = canvas.getBoundingClientRect()
    return [((clientX - left) / width) * WIDTH, ((clientY - top) / height) * HEIGHT]
  }

  canvas.addEventListener('pointerdown', (event) => {
    clearTimeout(resting)
    canvas.setPointerCapture(event.pointerId)
    if (typed.value !== '') typed.value = ''
    stroke = [pointOf(event)]
    strokes.push(stroke)
    paint()
  })
  canvas.addEventListener('pointermove', (event) => {
    if (!stroke) return
    stroke.push(pointOf(event))
    paint()
  })
  for (const end of ['pointerup', 'pointercancel'] as const)
    canvas.addEventListener(end, () => {
      if (!stroke) return
      stroke = null
      note(COMING, speech.tell('one_moment'))
      resting = window.setTimeout(sendDrawn, REST)
    })
  clear.addEventListener('click', takeBack)
  typed.addEventListener('input', () => {
    if (typed.value !== '' && held.value !== '') takeBack()
  })
  held.addEventListener('change', () => {
    clear.hidden = held.value === ''
    said.textContent = held.value === '' ? speech.tell('sign_with') : speech.tell('signed')
  })
  paint()
  held.dispatchEvent(new Event('change'))
}
