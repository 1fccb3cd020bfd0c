import { postProgress } from '@/server/visitor/serve'

export const POST = async (request: Request, { params }: { params: Promise<{ slug: string }> }): Promise<Response> =>
  postProgress(request, (await params).slug)
