import { context } from '@/server/context'
import { findLiveForm } from '@/server/forms/live'
import { guard, isDatabaseAway, problem } from '@/server/problem'
import { formHtml, noFormHtml, plainHtml } from '@/server/visitor/html'
import { postJson, postPage } from '@/server/visitor/post'
import { BadBody, rememberedVisit, rememberVisit, tellVisitor } from '@/server/visitor/request'
import { openForm } from '@/server/visits/openForm'

interface Route {
  params: Promise<{ slug: string }>
}

export async function GET(request: Request, { params }: Route): Promise<Response> {
  const { slug } = await params
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
  response.headers.append('set-cookie', rememberVisit(slug, opened.visitId, config.LICHEN_URL.startsWith('https:')))
  return response
}

export async function POST(request: Request, { params }: Route): Promise<Response> {
  const { slug } = await params
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
