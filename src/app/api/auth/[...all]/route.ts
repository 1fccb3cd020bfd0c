import { serveAuth } from '@/server/access/serveAuth'

export { serveAuth as GET, serveAuth as POST }
