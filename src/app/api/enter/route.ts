import { serveEnter } from '@/server/access/serveEnter'

export { serveEnter as POST }
