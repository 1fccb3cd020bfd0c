import { z } from 'zod'
import { formSchema } from './definition'

/** The JSON Schema of a form definition, as people write it: what has a default may be left out. */
export const formJsonSchema = (): object => ({
  $id: '/schemas/form.json',
  title: 'Lichen form definition',
  ...z.toJSONSchema(formSchema, { io: 'input' }),
})
