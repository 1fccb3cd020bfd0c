import { context } from '../context'
import { findLiveForm } from '../forms/live'
import { guard, isDatabaseAway, problem } from '../problem'
import { openForm } from '../visits/openForm'
import { progressSchema, recordProgress } from '../visits/recordProgress'
import { formHtml, noFormHtml, plainHtml } from './html'
import { postJson, postPage } from './post'
import { BadBody, readJson, rememberedVisit, rememberVisit, tellVisitor } from './request'

/** `GET /f/{slug}`: the page, or a page that says why there is none. */
export async function getForm(request: Request, slug: string): Promise<Response> {
  try {
    return await showForm(request, slug)
  } catch (error) {
    console.error(error)
    return isDatabaseAway(error)
      ? plainHtml(503, 'Back in a moment', 'The form cannot be opened just now. Please try again.')
      : plainHtml(500, 'Something went wrong', 'The form cannot be opened. We have noted it.')
  }
}

async function showForm(request: Request, slug: string): Promise<Response> {
  const { db, config } = context()
  const live = await findLiveForm(db, slug)
  if (!live) return noFormHtml()
  const url = new URL(request.url)
  const visitor = await tellVisitor(db, live, {
    link: url.searchParams,
    k: url.searchParams.get('k'),
    pageBefore: request.headers.get('referer'),
  })
  const ownHost = new URL(config.LICHEN_URL).host
  const opened = await openForm(db, live, visitor, rememberedVisit(request), ownHost, new Date())
  const response = await formHtml({
    form: live.form,
    values: opened.values,
    carried: opened.carried,
    wordingValues: opened.values,
    step: opened.step,
    errors: [],
    notice: null,
    visitId: opened.visitId,
    pageBefore: visitor.pageBefore,
    action: `${url.pathname}${url.search}`,
    resumed: opened.resumed,
    mode: 'live',
  })
  const secure = config.LICHEN_URL.startsWith('https:')
  response.headers.append('set-cookie', rememberVisit(slug, opened.visitId, secure))
  return response
}

/** `POST /f/{slug}`: answers, as JSON or as a plain HTML form. */
export async function postForm(request: Request, slug: string): Promise<Response> {
  const isJson = request.headers.get('content-type')?.includes('json') ?? false
  try {
    return await (isJson ? postJson(request, slug) : postPage(request, slug))
  } catch (error) {
    if (error instanceof BadBody) return problem(error.status, error.message)
    if (isJson) return guard(() => Promise.reject(error as Error))
    console.error(error)
    return plainHtml(
      503,
      'Not sent yet',
      'We could not take your answers just now. Go back in your browser: they are still there. Then send again.',
    )
  }
}

/** `POST /f/{slug}/progress`: how far a visit has come. */
export const postProgress = (request: Request, slug: string): Promise<Response> =>
  guard(async () => {
    const { db, config } = context()
    const live = await findLiveForm(db, slug)
    if (!live) return problem(404, 'There is no live form at this address.')
    try {
      const progress = await readJson(request, progressSchema)
      const { searchParams } = new URL(request.url)
      const given = { link: searchParams, k: searchParams.get('k'), pageBefore: null }
      const visitor = await tellVisitor(db, live, given)
      await recordProgress(db, live, progress, visitor, new URL(config.LICHEN_URL).host, new Date())
    } catch (error) {
      if (error instanceof BadBody) return problem(error.status, error.message)
      throw error
    }
    return new Response(null, { status: 204 })
  })
