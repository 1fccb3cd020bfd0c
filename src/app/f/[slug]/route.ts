import { getForm, postForm } from '@/server/visitor/serve'

interface Route {
  params: Promise<{ slug: string }>
}

export const GET = async (request: Request, { params }: Route): Promise<Response> =>
  getForm(request, (await params).slug)

export const POST = async (request: Request, { params }: Route): Promise<Response> =>
  postForm(request, (await params).slug)
