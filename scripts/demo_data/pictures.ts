import { createHash, randomUUID } from 'node:crypto'
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import type { Picture } from '@/core/answers/pictures'
import type { Db } from '@/db/database'
import { addPicture } from '@/server/pictures/addPicture'

/** Pictures of the demo company's wares, glazes and kilns, drawn here. */

const WIDE = 960

/** Draws on a ground of paper under a soft light. */
const scene = (height: number, drawn: string, [light, dark]: readonly [string, string] = ['#f4efe4', '#d9d0bd']) => `
<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}" height="${height}" viewBox="0 0 600 ${(height * 600) / WIDE}">
  <defs>
    <radialGradient id="ground" cx="38%" cy="28%" r="95%">
      <stop offset="0" stop-color="${light}"/><stop offset="1" stop-color="${dark}"/>
    </radialGradient>
    <linearGradient id="shade" x1="0" x2="1">
      <stop offset="0" stop-color="#fff" stop-opacity=".35"/><stop offset=".35" stop-color="#fff" stop-opacity="0"/>
      <stop offset="1" stop-color="#1a120a" stop-opacity=".45"/>
    </linearGradient>
    <filter id="soft"><feGaussianBlur stdDeviation="14"/></filter>
    <filter id="grain" x="0" y="0" width="100%" height="100%">
      <feTurbulence type="fractalNoise" baseFrequency=".9" numOctaves="2" seed="4"/>
      <feColorMatrix values="0 0 0 0 .15  0 0 0 0 .1  0 0 0 0 .05  0 0 0 1.6 -.75"/>
      <feComposite in2="SourceGraphic" operator="in"/>
    </filter>
  </defs>
  <rect width="600" height="600" fill="url(#ground)"/>${drawn}
</svg>`

/** A thing on the ground: its outline in a colour, shaded from one side, over its shadow. */
const thing = (outline: string, colour: string, more = '', grain = false) => `
  <ellipse cx="320" cy="480" rx="190" ry="26" fill="#3a2c1c" opacity=".35" filter="url(#soft)"/>
  <path d="${outline}" fill="${colour}"/>
  ${grain ? `<path d="${outline}" fill="#000" filter="url(#grain)"/>` : ''}
  <path d="${outline}" fill="url(#shade)"/>${more}`

const JUG = 'M215 150h150c-6 40 4 70 36 110 42 54 40 150-16 210H205c-54-60-58-156-14-210 32-40 40-70 24-110Z'
const BOWL = 'M110 250h380c0 120-70 210-130 225H240c-60-15-130-105-130-225Z'
const VASE = 'M262 110h76c2 60-4 90 30 140 46 68 22 170-18 226H250c-40-56-64-158-18-226 34-50 28-80 30-140Z'
const DISH = 'M70 330c90 20 370 20 460 0 4 70-90 130-230 130S66 400 70 330Z'

const WARES: Record<string, string> = {
  earthenware: scene(
    960,
    thing(
      JUG,
      '#b65a35',
      '<path d="M385 210c70-10 90 90 10 130" fill="none" stroke="#a04d2c" stroke-width="24" stroke-linecap="round"/><path d="M208 285c60 14 120 14 184 0v46c-60 14-124 14-184 0Z" fill="#efe0c4" opacity=".85"/>',
    ),
  ),
  stoneware: scene(
    960,
    thing(
      BOWL,
      '#8d8a7c',
      '<ellipse cx="300" cy="250" rx="190" ry="38" fill="#5f6d68"/><ellipse cx="300" cy="256" rx="168" ry="28" fill="#3f4f4c"/>',
      true,
    ),
    ['#efeae0', '#c9c4b4'],
  ),
  porcelain: scene(
    960,
    thing(
      VASE,
      '#f5f5f2',
      '<g fill="none" stroke="#2f5f9e" stroke-width="5" opacity=".85"><path d="M232 300c30-34 50-34 68 0s38 34 68 0"/><path d="M222 350c36-30 58-30 78 0s42 30 78 0"/><circle cx="300" cy="405" r="22"/></g>',
    ),
    ['#dfe6ea', '#aebcc4'],
  ),
  glass: scene(
    960,
    thing(
      DISH,
      '#6fb7b0',
      '<ellipse cx="300" cy="330" rx="230" ry="44" fill="#a9ddd6" opacity=".85"/><g opacity=".75"><rect x="190" y="300" width="60" height="50" fill="#f1b24a"/><rect x="262" y="294" width="70" height="64" fill="#3d7fb8"/><rect x="344" y="304" width="48" height="46" fill="#c8503c"/></g>',
    ),
    ['#f2f4f1', '#cbd5cf'],
  ),
}

/** A fired test tile: two colours of a glaze, how they break, and how coarse. */
const tile = (thin: string, thick: string, grain: number, seed: number) => `
<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}" height="${WIDE}" viewBox="0 0 600 600">
  <defs>
    <filter id="glaze" x="0" y="0" width="100%" height="100%">
      <feTurbulence type="turbulence" baseFrequency="${grain} ${grain * 0.55}" numOctaves="4" seed="${seed}"/>
      <feColorMatrix values="0 0 0 0 0  0 0 0 0 0  0 0 0 0 0  1.9 0 0 0 -.42"/>
      <feComposite operator="in" in2="SourceGraphic"/>
      <feComposite operator="in" in="SourceGraphic"/>
    </filter>
    <linearGradient id="sheen" x1="0" y1="0" x2="1" y2="1">
      <stop offset="0" stop-color="#fff" stop-opacity=".5"/><stop offset=".4" stop-color="#fff" stop-opacity="0"/>
      <stop offset="1" stop-color="#000" stop-opacity=".35"/>
    </linearGradient>
    <filter id="soft"><feGaussianBlur stdDeviation="12"/></filter>
  </defs>
  <rect width="600" height="600" fill="#e9e2d3"/>
  <rect x="84" y="96" width="450" height="450" rx="16" fill="#3a2c1c" opacity=".4" filter="url(#soft)"/>
  <rect x="70" y="70" width="460" height="460" rx="14" fill="${thin}"/>
  <rect x="70" y="70" width="460" height="460" rx="14" fill="${thick}" filter="url(#glaze)"/>
  <rect x="70" y="70" width="460" height="460" rx="14" fill="url(#sheen)"/>
  <circle cx="300" cy="112" r="14" fill="#e9e2d3"/>
</svg>`

const GLAZES: Record<string, string> = {
  ash_green: tile('#8c9a63', '#5c6f3d', 0.012, 3),
  chun_blue: tile('#9db9c9', '#4d7fa3', 0.008, 11),
  iron_red: tile('#9a3a22', '#5d1c12', 0.02, 5),
  matt_white: tile('#ece8dd', '#d3ccba', 0.03, 8),
  oil_spot: tile('#1c1a1c', '#8a7d6d', 0.05, 21),
  rutile_sand: tile('#d3ae74', '#a5783e', 0.014, 9),
  shino: tile('#f0ddc6', '#c8794a', 0.01, 14),
  tenmoku: tile('#2b1a12', '#7a3f1c', 0.016, 17),
}

/** A kiln with its plate behind the lid, where the serial number stands. */
const PLATE = scene(
  640,
  `<ellipse cx="300" cy="372" rx="210" ry="18" fill="#3a2c1c" opacity=".35" filter="url(#soft)"/>
  <rect x="130" y="150" width="340" height="210" rx="18" fill="#5d6a68"/>
  <path d="M130 200h340M130 255h340M130 310h340" stroke="#46514f" stroke-width="5"/>
  <path d="M118 150c20-84 344-84 364 0Z" fill="#77837f"/>
  <rect x="130" y="150" width="340" height="210" rx="18" fill="url(#shade)"/>
  <g transform="translate(338 214)"><rect width="108" height="66" rx="5" fill="#e8e2cf" stroke="#b43a2a" stroke-width="5"/>
  <path d="M14 22h80M14 38h54M14 52h66" stroke="#5a5446" stroke-width="5"/></g>
  <path d="M448 120c26 8 30 52 6 92" fill="none" stroke="#b43a2a" stroke-width="6" stroke-linecap="round"/>
  <path d="M442 196l8 22 18-14" fill="none" stroke="#b43a2a" stroke-width="6" stroke-linecap="round" stroke-linejoin="round"/>`,
)

/** A brick of a lid that has broken, as whoever sends one takes a picture of it. */
export const BROKEN_BRICK = scene(
  640,
  `<rect x="90" y="120" width="420" height="190" rx="6" fill="#d8c7a6"/>
  <path d="M90 120h420v190H90Z" fill="#000" filter="url(#grain)"/>
  <path d="M312 120l-24 46 30 40-40 52 18 52" fill="none" stroke="#40311f" stroke-width="9" stroke-linejoin="round"/>
  <rect x="90" y="120" width="420" height="190" rx="6" fill="url(#shade)"/>`,
)

/** A room as a teacher draws it: walls, a door, and where the kilns might stand. */
export const ROOM_PLAN = scene(
  640,
  `<g fill="none" stroke="#33415a" stroke-width="5"><path d="M80 80h440v240H330M250 320H80V80"/>
  <path d="M250 320a80 80 0 0 1 80 0"/><circle cx="150" cy="140" r="34"/><circle cx="240" cy="140" r="34"/></g>
  <g fill="none" stroke="#33415a" stroke-width="3" stroke-dasharray="9 7"><path d="M360 110h130v90H360ZM100 220h110v70H100Z"/></g>`,
  ['#fbfaf4', '#eeeadd'],
)

/** A name written with a finger. */
export const SIGNED = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="300">
  <rect width="900" height="300" fill="#fff"/>
  <path d="M120 200c20-120 70-150 78-90s-40 120-58 84 60-70 96-66-22 70 12 66 50-80 74-76-18 62 10 70 60-30 78-66c20-40 60-60 66-34s-60 70-44 92 80-20 110-50 40 50 96 10 90-20 130-30" fill="none" stroke="#14201a" stroke-width="6" stroke-linecap="round"/>
</svg>`

/** Where drawings are kept: their filters take a second each, and many a Lichen is loaded for tests. */
const DRAWN = 'node_modules/.cache/lichen-drawn'

/** Draws a picture, or finds it drawn. */
export async function drawPng(svg: string): Promise<Buffer> {
  const place = join(DRAWN, `${createHash('sha256').update(svg).digest('hex')}.png`)
  const before = await readFile(place).catch(() => null)
  if (before) return before
  const drawn = await sharp(Buffer.from(svg)).png().toBuffer()
  // Whole or not at all, whoever else draws it just now.
  const begun = `${place}.${randomUUID()}`
  await mkdir(DRAWN, { recursive: true })
  await writeFile(begun, drawn)
  await rename(begun, place)
  return drawn
}

/** The demo's pictures as forms show them, by what they show. */
export interface DemoPictures {
  wares: Record<string, Picture>
  glazes: Record<string, Picture>
  plate: Picture
}

/** Draws them all, and keeps them as members keep theirs. */
export async function addPictures(db: Db, workspaceId: string): Promise<DemoPictures> {
  const add = async (name: string, svg: string, alt: string): Promise<Picture> => {
    const kept = await addPicture(db, workspaceId, `${name}.png`, await drawPng(svg))
    if (!kept) throw new Error(`The picture of ${name} was not kept`)
    return { ...kept, alt }
  }
  const addAll = async (drawn: Record<string, string>, altOf: (name: string) => string) => {
    const added: Record<string, Picture> = {}
    for (const [name, svg] of Object.entries(drawn)) added[name] = await add(name, svg, altOf(name))
    return added
  }
  return {
    wares: await addAll(WARES, (name) => WARE_WORDS[name] ?? ''),
    glazes: await addAll(GLAZES, (name) => `A test tile in ${name.replace('_', ' ')}`),
    plate: await add('plate', PLATE, 'A kiln from behind, with a red frame around the plate below its lid'),
  }
}

const WARE_WORDS: Record<string, string> = {
  earthenware: 'A jug of red clay with a pale band',
  stoneware: 'A speckled grey bowl',
  porcelain: 'A white vase with blue lines',
  glass: 'A dish of fused glass, green with coloured squares',
}
