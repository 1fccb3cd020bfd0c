import { formJsonSchema } from '@/server/api/schemas'

/** The JSON Schema of a form definition. */
export const GET = (): Response => Response.json(formJsonSchema())
