import { serveAuth } from '@/server/access/serveAuth'

export { serveAuth as POST }
