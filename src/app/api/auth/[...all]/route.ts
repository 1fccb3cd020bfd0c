import { auth } from '@/server/access/auth'

const handle = (request: Request): Promise<Response> => auth().handler(request)

export { handle as GET, handle as POST }
