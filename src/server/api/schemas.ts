import { z } from 'zod'
import { readCursor } from '@/db/queries/cursor'
import { EXPORT_FORMATS } from '../exports/write'
import { formSchema } from '@/core/form/definition'
import { rules as email } from '@/core/answers/kinds/email'

/** The JSON Schema of a form definition, as people write it: what has a default may be left out. */
export const formJsonSchema = (): object => ({
  $id: '/schemas/form.json',
  title: 'Lichen form definition',
  ...z.toJSONSchema(formSchema, { io: 'input' }),
})

const slugSchema = z
  .string()
  .regex(/^[a-z0-9]+(?:-[a-z0-9]+)*$/, 'Use a-z, 0-9 and single hyphens')
  .max(60)

const daySchema = z.iso
  .date()
  .refine((day) => day >= '2000-01-01' && day <= '2999-12-31', 'Give a day from 2000-01-01 to 2999-12-31')
  .describe('A UTC day, YYYY-MM-DD')

const cursorSchema = z
  .string()
  .max(200)
  .refine((text) => readCursor(text) !== null, 'Give the `next` of the page before')
  .describe('`next` of the page before')

export const newFormSchema = z.strictObject({
  name: z.string().trim().min(1).max(200),
  slug: slugSchema.optional().describe('Made from the name when left out'),
  folder: z.string().trim().max(100).default(''),
  campaign: z.string().trim().max(100).default(''),
  draft: formSchema.optional(),
})

const fieldValueSchema = z.union([z.string().max(20_000), z.number(), z.boolean()])

/** A contact by its email, of the company named, with stored fields by name: beside the email, or under `values`. */
export const newContactSchema = z
  .object({
    email: z.string(),
    company: z.string().trim().min(1).max(300).optional().describe('The name of its company, made where nobody has it'),
    values: z.record(z.string(), fieldValueSchema).optional(),
  })
  .catchall(fieldValueSchema)
  .transform(({ email: text, company, values, ...fields }, context) => {
    const checked = email.check(text, {})
    if (checked.ok && typeof checked.answer === 'string')
      return { company: company ?? null, values: { ...fields, ...values, email: checked.answer } }
    context.addIssue({ code: 'custom', path: ['email'], message: 'Give an email address' })
    return z.NEVER
  })

export const planRequestSchema = z.strictObject({
  values: z.record(z.string(), z.unknown()).default({}),
  link: z.record(z.string(), z.string()).default({}),
  contact: z.uuid().nullish().describe('Plan as the holder of this contact’s personal link'),
})

export const linkRequestSchema = z.strictObject({ form: slugSchema })

export const submissionFilterSchema = z.object({
  form: slugSchema.optional(),
  state: z.enum(['received', 'applied', 'failed']).optional(),
  after: cursorSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
})

const formatSchema = z.enum(EXPORT_FORMATS).describe('CSV (RFC 4180), XLSX, or JSON Lines')

export const submissionExportSchema = submissionFilterSchema
  .omit({ after: true, limit: true })
  .extend({ format: formatSchema, search: z.string().max(500).optional() })

export const peopleExportSchema = z.object({ format: formatSchema, search: z.string().max(500).optional() })

export const contactFilterSchema = z.object({
  email: z.string().trim().toLowerCase().max(254).optional(),
  after: cursorSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
})

export const companyFilterSchema = z.object({
  search: z.string().max(500).optional(),
  after: cursorSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
})

export const spanSchema = z.object({ from: daySchema.optional(), to: daySchema.optional() })
