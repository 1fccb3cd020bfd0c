import { frameHtml } from '@/core/form/frame_html'
import { SHARE_SIZE } from '@/core/look/share_size'
import { context } from '../context'
import { findLiveForm, inLanguage, type LiveForm } from '../forms/live'
import { addressOf, ownHostsOf } from '../hosts/base'
import { problem } from '../problem'
import { pictureAddressOf, sharePictureOf } from './shared'

/** How large a form is where whoever embeds it sets no limit, in pixels. */
const USUAL = { width: 700, height: 704 }
/** The least that is of any use. */
const LEAST = 100

/** Where it is told how a page is embedded (oEmbed 1.0), by the page’s own address. */
export const oembedAddress = (address: string): string =>
  `${address}/oembed?${new URLSearchParams({ format: 'json', url: address })}`

/** Answers how a form is embedded by whoever has a link to it (oEmbed 1.0): in a frame, on the sites that may frame it. */
export async function answerOembed(request: Request, live: LiveForm): Promise<Response> {
  const { searchParams } = new URL(request.url)
  if ((searchParams.get('format') ?? 'json') !== 'json') return problem(501, 'This is told as JSON alone.')
  const isTold = !live.closed && live.form.framedBy.length > 0 && (await leadsTo(searchParams.get('url'), live))
  if (!isTold) return problem(404, 'There is nothing to embed at this address.')
  const { config } = context()
  const spoken = inLanguage(live, [])
  const address = addressOf(config.LICHEN_URL, live.host, live.slug)
  const { title } = sharePictureOf(spoken)
  const width = within(searchParams.get('maxwidth'), USUAL.width)
  const height = within(searchParams.get('maxheight'), USUAL.height)
  const html = frameHtml(address, title, `${width}px`, `${height}px`)
  return Response.json(
    {
      ...{
        version: '1.0',
        type: 'rich',
        title,
        provider_name: 'Lichen',
        provider_url: config.LICHEN_URL,
        width,
        height,
        html,
      },
      thumbnail_url: pictureAddressOf(spoken, address),
      thumbnail_width: SHARE_SIZE.width,
      thumbnail_height: SHARE_SIZE.height,
    },
    { headers: { 'cache-control': 'public, max-age=300' } },
  )
}

/** Whether an address is one of the form’s, whatever parameters it has. */
async function leadsTo(address: string | null, live: LiveForm): Promise<boolean> {
  const { visitors: db, config } = context()
  if (address === null || !URL.canParse(address)) return false
  const { host: asked, pathname } = new URL(address)
  const slug = /^\/f\/([^/]+)\/?$/.exec(pathname)?.[1]
  if (!ownHostsOf(config.LICHEN_URL, live.hosts).includes(asked) || slug === undefined) return false
  return (await findLiveForm(db, slug))?.formId === live.formId
}

/** The usual length, or the most that is allowed where that is less. */
function within(most: string | null, usual: number): number {
  const pixels = Number(most ?? usual)
  return Number.isFinite(pixels) ? Math.round(Math.max(LEAST, Math.min(pixels, usual))) : usual
}
