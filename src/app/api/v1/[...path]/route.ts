import { serveApi } from '@/server/api/serve'

interface Route {
  params: Promise<{ path: string[] }>
}

const handle = async (request: Request, { params }: Route): Promise<Response> => serveApi(request, (await params).path)

export { handle as GET, handle as POST, handle as PUT, handle as DELETE, handle as PATCH }
