import { formJsonSchema } from '@/core/form/json_schema'

/** The JSON Schema of a form definition. */
export const GET = (): Response => Response.json(formJsonSchema())
