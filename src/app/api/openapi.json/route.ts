import { openApi } from '@/server/api/openapi'
import { context } from '@/server/context'

export const dynamic = 'force-dynamic'

export const GET = (): Response => Response.json(openApi(context().config.LICHEN_URL))
