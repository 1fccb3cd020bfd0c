import { z } from 'zod'
import { readAllowed } from './deliveries/reach'
import refusedPorts from './refused_ports.json'
import { areProxies } from './door/address'
import { areServers } from './hosts/prove'

/** Whether an address is at a port that browsers open no page at (WHATWG Fetch, “bad port”), of those anybody might choose. */
const isRefusedPort = (url: string): boolean => URL.canParse(url) && refusedPorts.includes(Number(new URL(url).port))

/** Every setting is an environment variable, checked once, at start. */
const schema = z.object({
  DATABASE_URL: z.string().regex(/^postgres(ql)?:\/\//, 'must begin with postgres://'),
  LICHEN_URL: z
    .url({ protocol: /^https?$/, error: 'must be a web address, such as https://forms.firm.example' })
    .refine((url) => !isRefusedPort(url), 'has a port that browsers refuse to open')
    .default('http://127.0.0.1:4300'),
  /** The address to listen on; loopback unless told otherwise. */
  LICHEN_HOST: z.string().min(1).default('127.0.0.1'),
  LICHEN_PORT: z.coerce.number().int().min(1).max(65_535).default(4300),
  LICHEN_ROLE: z.enum(['web', 'worker', 'all']).default('all'),
  LICHEN_SECRET: z.string().min(32, 'must have at least 32 characters'),
  LICHEN_SMTP_URL: z.string().regex(/^smtps?:\/\//, 'must begin with smtp:// or smtps://'),
  /** Keys that the secrets of connections are encrypted with: the first seals, every one opens. */
  LICHEN_KEYS: z
    .string()
    .transform((text) => text.split(/[\s,]+/).filter(Boolean))
    .refine(
      (keys) => keys.length > 0 && keys.every((key) => key.length >= 32),
      'must be one key or several with commas between, each of at least 32 characters',
    ),
  /** Addresses of our own network that connections may reach all the same. */
  LICHEN_REACH: z
    .string()
    .default('')
    .transform((text, context) =>
      text
        .split(/[\s,]+/)
        .filter(Boolean)
        .map((entry) => {
          const allowed = readAllowed(entry)
          if (!allowed)
            context.addIssue({
              code: 'custom',
              message: 'must be addresses or ranges, such as 10.0.0.0/8 or 10.1.2.3:443',
            })
          return allowed
        })
        .filter((allowed) => allowed !== null),
    ),
  /** Proxies in front of us, whose word on where a request comes from is believed: addresses or ranges. */
  LICHEN_PROXIES: z
    .string()
    .default('')
    .transform((text) => text.split(/[\s,]+/).filter(Boolean))
    .refine(areProxies, 'must be addresses or ranges, such as 10.0.0.0/8, with commas between'),
  /** Header in which such a proxy tells the country that a request comes from (ISO 3166-1); none where it is empty. */
  LICHEN_COUNTRY_HEADER: z
    .string()
    .regex(/^[A-Za-z0-9-]{0,60}$/, 'must be the name of a header, such as x-country')
    .default(''),
  /** Servers that host names of workspaces are looked up at, each as 10.0.0.53 or 127.0.0.1:5353; empty for the machine’s own. */
  LICHEN_DNS: z
    .string()
    .default('')
    .transform((text) => text.split(/[\s,]+/).filter(Boolean))
    .refine(areServers, 'must be addresses, such as 10.0.0.53, with commas between'),
  /** Multiplies every limit on how often strangers may ask. */
  LICHEN_LIMITS: z.coerce.number().positive().default(1),
  /** Folder of the files that visitors send and the pictures that forms show, where no bucket is given. */
  LICHEN_FILES: z.string().min(1).default('files'),
  /** Most that may wait to be sent with one form, in millions of bytes. */
  LICHEN_FILES_UNSENT: z.coerce.number().positive().default(5000),
  /** Hours after the last sign of its sender that a file is kept which was not sent with a form. */
  LICHEN_FILES_HOURS: z.coerce.number().positive().default(48),
  /** Most that is attached to one mail, in millions of bytes; what is beyond is linked. */
  LICHEN_MAIL_FILES: z.coerce.number().min(0).default(10),
  /** A bucket of an S3-compatible store to keep files in, and how to reach it. */
  LICHEN_S3_BUCKET: z.string().default(''),
  LICHEN_S3_ENDPOINT: z.union([z.url(), z.literal('')]).default(''),
  LICHEN_S3_REGION: z.string().min(1).default('us-east-1'),
  LICHEN_S3_KEY: z.string().default(''),
  LICHEN_S3_SECRET: z.string().default(''),
  /** Whether strangers may open workspaces of their own, by an address that is mailed to them. */
  LICHEN_SIGN_UP: z.enum(['closed', 'open']).default('closed'),
  /** Given by whoever keeps a process running: the same for the one before in its place. */
  LICHEN_PLACE: z.uuid().optional(),
  LICHEN_LOG_LEVEL: z.enum(['trace', 'debug', 'info', 'warn', 'error', 'silent']).default('info'),
  /** HTTP side of the Bench; without it the studio has no Bench place. */
  LICHEN_BENCH_URL: z.union([z.url(), z.literal('')]).default(''),
  /** In the demo, the sign-in page offers this account. */
  LICHEN_DEMO_EMAIL: z.string().default(''),
  LICHEN_DEMO_PASSWORD: z.string().default(''),
  LICHEN_DELIVERY_ATTEMPTS: z.coerce.number().int().min(1).max(50).default(10),
  LICHEN_DELIVERY_WAIT: z.coerce
    .number()
    .positive()
    .default(5)
    .describe('Seconds before the second attempt; each later wait is twice the one before'),
})

/** Settings that are nothing without others: a bucket without its key would fail only when the first file comes. */
const whole = schema.superRefine((settings, context) => {
  for (const name of ['LICHEN_S3_KEY', 'LICHEN_S3_SECRET'] as const)
    if (settings.LICHEN_S3_BUCKET !== '' && settings[name] === '')
      context.addIssue({ code: 'custom', path: [name], message: 'is needed with LICHEN_S3_BUCKET' })
})

export type Config = z.output<typeof schema>

/** Reads the settings, or throws one message that names every one that is wrong. */
export function readConfig(environment: NodeJS.ProcessEnv = process.env): Config {
  const read = whole.safeParse(environment)
  if (read.success) return read.data
  const wrong = read.error.issues.map(
    ({ path, message }) =>
      `  ${path.join('.')}: ${environment[String(path[0])] === undefined ? 'is not set' : message}`,
  )
  throw new Error(`Lichen cannot start with these settings:\n${wrong.join('\n')}`)
}
